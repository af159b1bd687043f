import { quartersAMinute, runSteps, type Key, type RunStep } from '@intervallum/core';
import { Square, Undo2 } from 'lucide-react';
import type { KeyMark } from '../../../music/keys/Keys.tsx';
import { degreeLabel } from '../../../music/keys/labels.ts';
import { Button } from '../../../ui/Button.tsx';
import { Pick } from '../../../ui/Pick.tsx';
import { Switch } from '../../../ui/Switch.tsx';
import { notify } from '../../../ui/notices.tsx';
import { runStepNames } from '../../../words/choiceNames.ts';
import { t } from '../../../words/words.ts';
import { Fields, Steps } from '../../parts/cards.ts';
import { PlayedKeys } from '../../parts/PlayedKeys.tsx';
import { usePlayed } from '../../parts/usePlayed.ts';
import { useFillsLens } from '../state/fillsContext.ts';
import type { RunDraft } from '../state/runDraft.ts';
import { useClick } from './useClick.ts';
import { useTake } from './useTake.ts';

interface PlayInProps {
  draft: RunDraft;
  /** Keys come faster than drawings: a change is made to what is there then. */
  onChange: (change: (draft: RunDraft) => Partial<RunDraft>) => void;
  musicKey: Key;
}

/** More keys, or steps, than any run has are not taken: whatever lies on the keyboard meanwhile. */
const most = 400;

/** So long a key lasts that was clicked in time, in seconds: until the next, where that comes sooner. */
const clicked = 0.2;

/** A run is played in on a keyboard, computer keys or the screen: in time, or step by step. */
export function PlayIn({ draft, onChange, musicKey }: PlayInProps) {
  const { view, timeline } = useFillsLens();
  const isInTime = draft.source === 'played';
  const click = useClick();
  const count = isInTime ? draft.keys.length : draft.steps.length;
  const addStep = (notes: readonly number[]) =>
    onChange(({ steps }) => ({ steps: [...steps, { notes, steps: 1 }].slice(0, most) }));
  const take = useTake({
    onKey: (key) => {
      if (isInTime) onChange(({ keys }) => ({ keys: [...keys, key].slice(0, most) }));
    },
    onStrike: (notes) => {
      if (!isInTime) addStep(notes);
    },
  });
  const played = usePlayed(take.onMessage);
  const quarters = Math.round(quartersAMinute(timeline.song));
  const begin = () => {
    const { keys, steps } = draft;
    onChange(() => (isInTime ? { keys: [] } : { steps: [] }));
    notify(t('It begins anew.'), () => onChange(() => (isInTime ? { keys } : { steps })));
  };
  const longer = () =>
    onChange(({ steps }) => ({
      steps: steps.map((one, place) =>
        place === steps.length - 1 ? { ...one, steps: one.steps + 1 } : one,
      ),
    }));
  const withoutLast = () =>
    onChange(({ keys, steps }) =>
      isInTime ? { keys: keys.slice(0, -1) } : { steps: steps.slice(0, -1) },
    );
  const press = (note: number, withLast: boolean) => {
    if (isInTime) {
      const now = performance.now() / 1000;
      return onChange(({ keys }) => ({ keys: [...keys, { note, from: now, to: now + clicked }] }));
    }
    if (!withLast) return addStep([note]);
    onChange(({ steps }) => ({
      steps: steps.map((one, place) =>
        place === steps.length - 1 ? { ...one, notes: [...new Set([...one.notes, note])] } : one,
      ),
    }));
  };
  const last = isInTime ? [] : (draft.steps.at(-1)?.notes ?? []);
  const marks = [...new Set([...take.down, ...(take.down.size > 0 ? [] : last)])].map(
    (note): KeyMark => ({ note, hand: 'right', label: degreeLabel(note, view) }),
  );

  return (
    <>
      <p>
        {isInTime
          ? t(
              'Play it as you would: it begins with the first key. Where the beat lies is heard, or said here.',
            )
          : t(
              'Each strike is one step, however fast. Hold Shift and press keys on the screen to add to the last step.',
            )}
      </p>
      <Fields>
        <Pick<RunStep | typeof guessed>
          label={t('One step is')}
          value={draft.step ?? (isInTime ? guessed : 'eighths')}
          options={[
            ...(isInTime ? [[guessed, t('guessed')] as const] : []),
            ...(Object.keys(runSteps) as RunStep[]).map((one) => [one, runStepNames[one]] as const),
          ]}
          onChange={(next) => onChange(() => ({ step: next === guessed ? null : next }))}
        />
        {isInTime ? (
          <>
            <Pick
              label={t('Tempo')}
              value={draft.tempo === null ? guessed : String(draft.tempo)}
              options={[
                [guessed, t('guessed')],
                ...[...new Set([1, 0.75, 0.5].map((part) => Math.round(quarters * part)))].map(
                  (one) => [String(one), t('{{tempo}} quarters', { tempo: one })] as const,
                ),
              ]}
              onChange={(next) => {
                click.stop();
                onChange(() => ({ tempo: next === guessed ? null : Number(next) }));
              }}
            />
            <Switch isSelected={draft.swung} onChange={(swung) => onChange(() => ({ swung }))}>
              {t('It is swung')}
            </Switch>
          </>
        ) : null}
      </Fields>
      <PlayedKeys
        played={played}
        plays="runs"
        musicKey={musicKey}
        view={view}
        marks={marks}
        onPress={press}
      />
      <Steps>
        {isInTime ? (
          <Button
            aria-pressed={click.isClicking}
            onPress={() => {
              if (click.isClicking) return click.stop();
              const tempo = draft.tempo ?? quarters;
              onChange(() => ({ tempo }));
              click.start(tempo);
            }}
          >
            {click.isClicking ? <Square size={16} strokeWidth={1.5} aria-hidden /> : null}{' '}
            {t('Click')}
          </Button>
        ) : (
          <>
            <Button isDisabled={count === 0} onPress={longer}>
              {t('One step longer')}
            </Button>
            <Button isDisabled={count === 0} onPress={() => addStep([])}>
              {t('A step of silence')}
            </Button>
          </>
        )}
        <Button isDisabled={count === 0} onPress={withoutLast}>
          <Undo2 size={16} strokeWidth={1.5} aria-hidden /> {t('Without the last')}
        </Button>
        <Button isDisabled={count === 0} onPress={begin}>
          {t('Begin anew')}
        </Button>
      </Steps>
    </>
  );
}

const guessed = 'guessed';
