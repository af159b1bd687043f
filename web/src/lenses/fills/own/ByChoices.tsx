import {
  makeRun,
  nameDegree,
  runChord,
  degreeOver,
  runDirections,
  runFamilies,
  runOrders,
  type Degree,
  type RunChoices,
  type RunStep,
} from '@intervallum/core';
import { Pick } from '../../../ui/Pick.tsx';
import {
  runDirectionNames,
  runFamilyNames,
  runOrderNames,
  runStepNames,
} from '../../../words/choiceNames.ts';
import { t } from '../../../words/words.ts';
import { Wishes } from '../../parts/cards.ts';
import { useFillsLens } from '../state/fillsContext.ts';
import type { Under } from '../state/runDraft.ts';

interface ByChoicesProps {
  choices: RunChoices;
  under: Under;
  onChange: (choices: RunChoices) => void;
}

/** No chord has more tones to begin or to arrive at. */
const mostTones = 8;
const nearest = 'nearest';

/** A run is made of what the chord takes, by what it is to be. */
export function ByChoices({ choices, under, onChange }: ByChoicesProps) {
  const { view } = useFillsLens();
  const change = (part: Partial<RunChoices>) => onChange({ ...choices, ...part });
  const root = runChord(under.chord)?.root;
  /** What is chosen by its number, each under the degree of the key that it is. */
  const named = (numbers: readonly number[], at: 'first' | 'landing', part: keyof RunChoices) => {
    const found = new Map<string, string>();
    for (const number of numbers) {
      const made = makeRun(under.chord, { ...choices, [part]: number });
      if (!made.ok || !root) continue;
      const { degree, alter } = at === 'first' ? made.value.events[0]! : made.value.landing;
      const tone: Degree = degreeOver(root, { step: degree, alter });
      const words = nameDegree(tone, view.style);
      if (!found.has(words)) found.set(words, String(number));
    }
    return [...found].map(([words, value]) => [value, words] as const);
  };
  const numbers = Array.from({ length: mostTones }, (_, number) => number);
  const starts = named(numbers, 'first', 'start');
  const landings = named(numbers, 'landing', 'landing');
  return (
    <Wishes>
      <Pick
        label={t('Family')}
        value={choices.family}
        options={runFamilies.map((one) => [one, runFamilyNames[one]] as const)}
        onChange={(family) => change({ family, start: 0, landing: null })}
      />
      {starts.length > 1 ? (
        <Pick
          label={t('It begins on')}
          value={String(choices.start)}
          options={starts}
          onChange={(next) => change({ start: Number(next) })}
        />
      ) : null}
      <Pick
        label={t('Its way')}
        value={choices.direction}
        options={runDirections.map((one) => [one, runDirectionNames[one]] as const)}
        onChange={(direction) => change({ direction })}
      />
      <Pick
        label={t('Its order')}
        value={choices.order}
        options={runOrders.map((one) => [one, runOrderNames[one]] as const)}
        onChange={(order) => change({ order })}
      />
      <Pick
        label={t('How far')}
        value={String(choices.octaves) as '1' | '2'}
        options={[
          ['1', t('one octave')],
          ['2', t('two octaves')],
        ]}
        onChange={(next) => change({ octaves: next === '2' ? 2 : 1 })}
      />
      <Pick<RunStep>
        label={t('One step is')}
        value={choices.step}
        options={(['eighths', 'triplets', 'sixteenths', 'sextuplets'] as const).map(
          (one) => [one, runStepNames[one]] as const,
        )}
        onChange={(step) => change({ step })}
      />
      <Pick
        label={t('Which hand')}
        value={choices.hand}
        options={[
          ['right', t('right hand')],
          ['left', t('left hand')],
        ]}
        onChange={(hand) => change({ hand })}
      />
      <Pick
        label={t('It arrives at')}
        value={choices.landing === null ? nearest : String(choices.landing)}
        options={[[nearest, t('the nearest tone')], ...landings]}
        onChange={(next) => change({ landing: next === nearest ? null : Number(next) })}
      />
    </Wishes>
  );
}
