import {
  formatChord,
  identifyVoicing,
  makeOwnMove,
  nameDegree,
  readTypedChord,
  rootOf,
  splitHands,
  type Degree,
  type OwnMove,
} from '@intervallum/core';
import { Trash2 } from 'lucide-react';
import { useRef, useState } from 'react';
import styled from 'styled-components';
import { follow, nothingHeld, toggle, type HeldNotes } from '../../music/keys/heldNotes.ts';
import type { KeyMark } from '../../music/keys/Keys.tsx';
import { degreeLabel } from '../../music/keys/labels.ts';
import { MiniKeys, octavesAround } from '../../music/keys/MiniKeys.tsx';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { player } from '../../settings/player.ts';
import { Button, IconButton, PrimaryButton } from '../../ui/Button.tsx';
import { TextField } from '../../ui/fields.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';
import { PlayedKeys } from '../parts/PlayedKeys.tsx';
import { TypeChord } from '../parts/TypeChord.tsx';
import { usePlayed } from '../parts/usePlayed.ts';
import { emptyDraft, oneAfterTheOther, type MoveDraft } from './moveDraft.ts';
import { useMovesLens } from './MovesState.tsx';
import { Wishes } from '../parts/cards.ts';

const Form = styled.form`
  display: grid;
  gap: 14px;
`;

const All = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
`;

const Made = styled.ol`
  --numeral: 24px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  min-height: 44px;
  li {
    display: flex;
    align-items: center;
    gap: 8px;
    padding: 4px 4px 4px 12px;
    border: 1px solid var(--rail);
    border-radius: 10px;
    background: var(--card);
  }
  > li > svg {
    width: 150px;
  }
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
`;

interface MakeMoveProps {
  draft: MoveDraft;
  onDraft: (draft: MoveDraft) => void;
  onKeep: (moves: readonly OwnMove[], said: string) => Promise<boolean>;
  onClose: () => void;
}

/** A move is made: its chords played, clicked or typed in the song's own numbers, and kept for every other place. */
export function MakeMove({ draft, onDraft, onKeep, onClose }: MakeMoveProps) {
  const { view, gap } = useMovesLens();
  const { reach } = player.use('reach');
  const { name, pace, target, steps } = draft;
  const change = (part: Partial<MoveDraft>) => onDraft({ ...draft, ...part });
  const root = draft.root ?? (gap?.ends ? rootOf(gap.ends.next) : degrees[0]!);
  const said = nameDegree(root, view.style);
  const isListed = degrees.some((degree) => nameDegree(degree, view.style) === said);
  const roots = isListed ? degrees : [root, ...degrees];
  const [held, setHeld] = useState<HeldNotes>(nothingHeld);
  const [isSending, setSending] = useState(false);
  /** Keys come faster than drawings: what is down now. */
  const now = useRef(nothingHeld);
  const isSeries = pace !== oneAfterTheOther;
  const hands = splitHands([...held.chord], reach, steps.at(-1)?.held ?? null);

  const show = (notes: HeldNotes) => {
    now.current = notes;
    setHeld(notes);
  };
  const add = (notes: ReadonlySet<number>) => {
    if (notes.size === 0) return;
    const both = splitHands([...notes], reach, steps.at(-1)?.held ?? null);
    const [reading] = identifyVoicing(both, view.key, {
      namesColours: true,
      numbers: view.style,
      letters: view.letterStyle,
    });
    const chord = reading?.chord?.kind === 'named' ? reading.chord : null;
    if (!chord && !isSeries)
      return notify(
        t('What was played has no name that could stand in a chart. Play it again, or type it.'),
      );
    change({ steps: [...steps, { chord, held: both }] });
    show(nothingHeld);
  };
  const played = usePlayed((message) => {
    const before = now.current;
    now.current = follow(before, message);
    setHeld(now.current);
    // Who plays goes on to the next chord; who clicks says so.
    if (before.down.size > 0 && now.current.down.size === 0) add(now.current.chord);
  });
  async function keep() {
    const made = makeOwnMove({
      name,
      target,
      pace: isSeries ? pace : null,
      steps,
      root,
      key: view.key,
    });
    if (typeof made === 'string') return notify(t('A move cannot be kept: {{why}}', { why: made }));
    setSending(true);
    const isKept = await onKeep([made], t('“{{name}}” is kept for the team.', { name: made.name }));
    setSending(false);
    if (!isKept) return;
    onDraft(emptyDraft);
    onClose();
  }
  const range = octavesAround(
    steps.flatMap((step) => [...(step.held?.left ?? []), ...(step.held?.right ?? [])]),
  );
  const mark =
    (hand: KeyMark['hand']) =>
    (note: number): KeyMark => ({ note, hand, label: degreeLabel(note, view) });

  return (
    <Window title={t('A move of our own')} isOpen onClose={onClose} width={900}>
      <WindowWords>
        {t(
          'Play or click what both hands hold, chord by chord, in the key of this song. It is kept in numbers of the chord it leads to.',
        )}
      </WindowWords>
      <All>
        <Form
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <TextField
            label={t('Name')}
            value={name}
            maxLength={60}
            onChange={(typed) => change({ name: typed })}
          />
          <Wishes>
            <Pick
              label={t('How it goes')}
              value={pace}
              options={[
                [oneAfterTheOther, t('chords one after the other')],
                ['half beats', t('a series in eighths')],
                ['sixteenths', t('a series in sixteenths')],
              ]}
              onChange={(next) => change({ pace: next })}
            />
            <Pick
              label={isSeries ? t('Here it is over') : t('Here it leads to')}
              value={said}
              options={roots.map((degree) => {
                const one = nameDegree(degree, view.style);
                return [one, one] as const;
              })}
              onChange={(wanted) => {
                const found = roots.find((degree) => nameDegree(degree, view.style) === wanted);
                if (found) change({ root: found });
              }}
            />
            <Pick
              label={t('Elsewhere with')}
              value={target}
              options={[
                ['any', t('any chord')],
                ['major', t('major chords')],
                ['minor', t('minor chords')],
              ]}
              onChange={(next) => change({ target: next })}
            />
          </Wishes>
          <Made aria-label={t('Its chords so far')}>
            {steps.map(({ chord, held: notes }, place) => (
              <li key={place}>
                {chord && !isSeries ? <ChordMark chord={chord} view={view} /> : null}
                {notes ? <MiniKeys left={notes.left} right={notes.right} range={range} /> : null}
                <IconButton
                  aria-label={t('Take chord {{number}} away', { number: place + 1 })}
                  onPress={() => change({ steps: steps.filter((_, other) => other !== place) })}
                >
                  <Trash2 size={16} strokeWidth={1.5} />
                </IconButton>
              </li>
            ))}
          </Made>
        </Form>
        {isSeries ? null : (
          <TypeChord
            read={(text) => readTypedChord(text, view)}
            onChord={(chord) => {
              if (chord.kind === 'named') change({ steps: [...steps, { chord, held: null }] });
              else
                notify(
                  t('{{chord}} has no single root: a move has plain chords.', {
                    chord: formatChord(chord, view.style),
                  }),
                );
            }}
          />
        )}
        <PlayedKeys
          played={played}
          plays="chords"
          musicKey={view.key}
          view={view}
          marks={[...hands.left.map(mark('left')), ...hands.right.map(mark('right'))]}
          onPress={(note) => show(toggle(held, note))}
        />
        <Line>
          <Button isDisabled={held.chord.size === 0} onPress={() => add(held.chord)}>
            {t('Add what is held')}
          </Button>
          <PrimaryButton
            isDisabled={steps.length === 0 || name.trim() === '' || isSending}
            onPress={() => void keep()}
          >
            {t('Keep it for the team')}
          </PrimaryButton>
        </Line>
      </All>
    </Window>
  );
}

/** What a move can lead to in the song it is made in, by its root. */
const degrees: readonly Degree[] = (
  [
    [1, 0],
    [2, 0],
    [3, 0],
    [4, 0],
    [5, 0],
    [6, 0],
    [7, 0],
    [7, -1],
    [6, -1],
    [3, -1],
  ] as const
).map(([step, alter]) => ({ step, alter }));
