import { printRun, quartersAMinute } from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { player } from '../../../settings/player.ts';
import { PrimaryButton } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { TextField } from '../../../ui/fields.tsx';
import { notify } from '../../../ui/notices.tsx';
import { Pick } from '../../../ui/Pick.tsx';
import { Window, WindowWords } from '../../../ui/Window.tsx';
import { t } from '../../../words/words.ts';
import { useFillsLens } from '../state/fillsContext.ts';
import { ByChoices } from './ByChoices.tsx';
import { MadeRun } from './MadeRun.tsx';
import { PlayIn } from './PlayIn.tsx';
import {
  draftOf,
  emptyRunDraft,
  runOfDraft,
  type RunDraft,
  type Under,
} from '../state/runDraft.ts';
import { useChordsUnder, type ChordUnder } from './useUnder.ts';
import { useOwnRunActions } from '../state/useOwnRuns.ts';
import { WrittenHands } from './WrittenHands.tsx';

const All = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  > p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Head = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: end;
  gap: 12px;
`;

const Line = styled.div`
  display: flex;
  justify-content: flex-end;
`;

/** A run is made over a chord of the song, and kept for every other place that it fits. */
export function MakeRun({ onClose }: { onClose: () => void }) {
  const chords = useChordsUnder();
  const [over, setOver] = useState<string | null>(null);
  const under = chords.find(({ words }) => words === over) ?? chords[0];
  return (
    <Window title={t('A run of our own')} isOpen onClose={onClose} width={900}>
      {under ? (
        <Making chords={chords} under={under} onOver={setOver} onClose={onClose} />
      ) : (
        <WindowWords>
          {t('Write some chords first: a run is kept in numbers of the chord under it.')}
        </WindowWords>
      )}
    </Window>
  );
}

interface MakingProps {
  chords: readonly ChordUnder[];
  under: ChordUnder;
  onOver: (words: string) => void;
  onClose: () => void;
}

function Making({ chords, under, onOver, onClose }: MakingProps) {
  const { timeline, own, draft, setDraft, actions } = useFillsLens();
  const { keep, replace } = useOwnRunActions();
  const { reach } = player.use('reach');
  const [isSending, setSending] = useState(false);
  const { at, chord, key, words } = under;
  const tempo = quartersAMinute(timeline.song);
  const hands = useMemo((): Under => ({ chord, key, reach, tempo }), [chord, key, reach, tempo]);
  const drafted = useMemo(() => runOfDraft(draft, hands), [draft, hands]);
  const change = (part: Partial<RunDraft>) => {
    actions.stop();
    setDraft((now) => ({ ...now, ...part }));
  };
  async function keepIt() {
    if (!drafted.ok) return;
    const { id: _, ...run } = printRun(drafted.run);
    setSending(true);
    const said = t('“{{name}}” is kept for the team.', { name: run.name });
    const isKept = draft.replaces
      ? await replace(draft.replaces.id, run, said)
      : await keep([run], said);
    setSending(false);
    if (!isKept) return;
    setDraft(() => emptyRunDraft);
    onClose();
  }

  return (
    <All>
      <Head>
        <TextField
          label={t('Name')}
          value={draft.name}
          maxLength={60}
          placeholder={drafted.ok ? drafted.run.name : ''}
          onChange={(name) => setDraft((now) => ({ ...now, name }))}
        />
        <Pick
          label={t('The chord under it')}
          value={words}
          options={chords.map((one) => [one.words, one.words] as const)}
          onChange={onOver}
        />
      </Head>
      <Choice
        label={t('How it comes')}
        value={draft.source}
        options={[
          ['played', t('Play it')],
          ['steps', t('Step by step')],
          ['made', t('By choices')],
          ['written', t('Write it')],
        ]}
        onChange={(source) => {
          // What stands is what is written on.
          if (source === 'written' && drafted.ok) change(draftOf(draft, drafted.run));
          else change({ source, fingers: new Map() });
        }}
      />
      {draft.source === 'made' ? (
        <ByChoices
          choices={draft.choices}
          under={hands}
          onChange={(choices) => change({ choices })}
        />
      ) : draft.source === 'written' ? (
        <WrittenHands draft={draft} onChange={change} />
      ) : (
        <PlayIn
          key={draft.source}
          draft={draft}
          musicKey={key}
          onChange={(part) => {
            actions.stop();
            setDraft((now) => ({ ...now, ...part(now) }));
          }}
        />
      )}
      <MadeRun draft={draft} drafted={drafted} at={at} own={own} onChange={change} />
      <Line>
        <PrimaryButton
          isDisabled={!drafted.ok || isSending}
          onPress={() => {
            if (!drafted.ok || drafted.run.name === '') return notify(t('Give it a name first.'));
            void keepIt();
          }}
        >
          {t('Keep it for the team')}
        </PrimaryButton>
      </Line>
    </All>
  );
}
