import { ticksPerQuarter } from '../kit/ticks.ts';
import { degreeFrom, degreeOfSemitones, type Degree } from '../pitch/degree.ts';
import { impossible, success, type Result } from '../kit/result.ts';
import { materialOf } from './material.ts';
import type { Chord } from '../chord/chord.ts';
import { longestRun, runSteps, type RunStep } from './model/readRun.ts';
import type { Hand, Run, RunEvent, RunFamily, RunGrade, RunTone } from './model/run.ts';
import { runHeight } from './runTones.ts';

export const runDirections = ['up', 'down', 'there and back'] as const;
export type RunDirection = (typeof runDirections)[number];

/** How the tones follow each other: one after the other, or in groups that begin one tone further each time. */
export const runOrders = ['in a row', 'in threes', 'in fours'] as const;
export type RunOrder = (typeof runOrders)[number];

/** What a run is made by. */
export interface RunChoices {
  readonly family: RunFamily;
  /** Which tone it begins with, counted from the lowest of its own, from 0. */
  readonly start: number;
  readonly direction: RunDirection;
  readonly order: RunOrder;
  /** How far it goes before it arrives: 1 or 2. */
  readonly octaves: 1 | 2;
  readonly step: RunStep;
  readonly hand: Hand;
  /** Where it arrives: the tone of the chord that is nearest, or one of those, by its place among them from 0. */
  readonly landing: number | null;
}

/**
 * Makes a run over a chord of what the chord takes: its pair of triads, its pentatonic, its own tones. It is of the chord's own kind
 * only; whether it fits a place is asked as of any other run. Says why where the chord has nothing of that family.
 */
export function makeRun(chord: Chord, choices: RunChoices): Result<Run> {
  const material = materialOf(chord);
  if (!material) return impossible('No run is known for a chord of this kind.');
  const { root, kind, degrees } = material.chord;
  const own = (all: readonly Degree[]) => all.map((one) => degreeFrom(root, one));
  const chordTones = inOrder(own(degrees));
  const pool = poolOf(choices.family, {
    chord: chordTones,
    scale: inOrder(own(material.scale.degrees)),
    pentatonic: material.pentatonics[0] ? inOrder(own(material.pentatonics[0].degrees)) : null,
    blues: material.blues ? inOrder(own(material.blues.degrees)) : null,
    pair: material.pair
      ? [inOrder(own(material.pair.first)), inOrder(own(material.pair.second))]
      : null,
  });
  if (!pool) return impossible(`This chord has no ${choices.family} of its own.`);
  const path = pathOf(choices, pool);
  const landing = landingOf(path, chordTones, choices);
  const unit = runSteps[choices.step];
  const tones = [...path, landing];
  if (tones.length * unit + ticksPerQuarter > longestRun)
    return impossible('It would last longer than four bars: take shorter steps, or one octave.');
  const events = tones.flatMap((tone, index): RunEvent[] => {
    const isLast = index === tones.length - 1;
    const event = {
      ...tone,
      start: index * unit,
      ticks: isLast ? Math.max(unit, ticksPerQuarter - unit) : unit,
      hand: choices.hand,
    };
    return dressed(choices.family, event, index, isLast ? chordTones : pool.ladder);
  });
  const at = path.length * unit;
  const { degree, alter, octave } = events.findLast(({ start }) => start === at)!;
  return success({
    id: `made-${Object.values(choices).join('-')}-${kind}`.replaceAll(' ', '-'),
    name: nameOf(choices),
    family: choices.family,
    grade: gradeOf(choices),
    from: 'chord',
    kinds: [kind],
    events,
    ticks: at + Math.max(unit, ticksPerQuarter - unit),
    landing: { degree, alter, octave, hand: choices.hand, at },
    outside: choices.family === 'blues' ? own(material.blues?.degrees ?? []) : [],
    why: `Made of ${pool.of}, ${choices.direction}.`,
  });
}

type Tones = readonly RunTone[];

/** Tones of one octave from the root up. */
function inOrder(degrees: readonly Degree[]): Tones {
  return degrees
    .map(({ step, alter }): RunTone => ({ degree: step, alter, octave: 0 }))
    .map((tone) => ({ ...tone, octave: -Math.floor(runHeight(tone) / 12) || 0 }))
    .sort((one, other) => runHeight(one) - runHeight(other))
    .filter((tone, index, all) => index === 0 || runHeight(tone) !== runHeight(all[index - 1]!));
}

interface Pool {
  /** What it is made of, in words. */
  readonly of: string;
  /** Over four octaves, from the lowest up. */
  readonly ladder: Tones;
  /** The same for every second group, where two take turns. */
  readonly other: Tones | null;
  /** How many tones an octave has. */
  readonly inOctave: number;
}

interface Available {
  readonly chord: Tones;
  readonly scale: Tones;
  readonly pentatonic: Tones | null;
  readonly blues: Tones | null;
  readonly pair: readonly [Tones, Tones] | null;
}

function poolOf(family: RunFamily, all: Available): Pool | null {
  const pool = (of: string, tones: Tones | null, other: Tones | null = null): Pool | null =>
    tones && tones.length > 1
      ? {
          of,
          ladder: overOctaves(tones),
          other: other && overOctaves(other),
          inOctave: tones.length,
        }
      : null;
  switch (family) {
    case 'triad pairs':
      return all.pair && pool('two triads by turns', all.pair[0], all.pair[1]);
    case 'pentatonic':
      return pool('five tones', all.pentatonic);
    case 'answer':
      return pool('five tones', all.pentatonic ?? all.chord);
    case 'blues':
      return pool('the blues', all.blues);
    case 'climb':
      return pool('half steps', everyKey);
    case 'planed shapes':
      return pool('one shape, moved along the scale', all.scale);
    case 'crushed notes':
    case 'arpeggio':
    case 'grips':
      return pool('the chord’s own tones', all.chord);
  }
}

const everyKey: Tones = Array.from({ length: 12 }, (_, semitones): RunTone => {
  const { step, alter } = degreeOfSemitones(semitones);
  return { degree: step, alter, octave: 0 };
});

function overOctaves(tones: Tones): Tones {
  return [-2, -1, 0, 1, 2].flatMap((octave) =>
    tones.map((tone) => ({ ...tone, octave: tone.octave + octave })),
  );
}

/** The tones before it arrives. */
function pathOf({ start, direction, order, octaves, family }: RunChoices, pool: Pool): Tones {
  const { ladder, other, inOctave } = pool;
  const group = other ? 3 : order === 'in threes' ? 3 : order === 'in fours' ? 4 : 1;
  // Half steps are many: a third of an octave of them is far enough.
  const far = family === 'climb' ? Math.ceil((octaves * inOctave) / 3) : octaves * inOctave;
  const home = 2 * inOctave + (start % inOctave);
  const way = direction === 'down' ? -1 : 1;
  const line: RunTone[] = [];
  const groups = Math.max(1, group === 1 ? far : Math.ceil(far / (group === 3 ? 2 : 1.5)));
  for (let index = 0; index < groups; index += 1)
    for (let place = 0; place < group; place += 1) {
      const own = other && index % 2 === 1 ? other : ladder;
      const from = home + way * index;
      const tone = own[Math.max(0, Math.min(own.length - 1, from + way * place))];
      if (tone) line.push(tone);
    }
  if (direction !== 'there and back') return line;
  const half = line.slice(0, Math.ceil(line.length / 2) + 1);
  return [...half, ...half.slice(1, -1).reverse()];
}

/** Where it arrives: a tone of the chord beside where it has come to, on in the way it goes. */
function landingOf(path: Tones, chord: Tones, { landing, direction }: RunChoices): RunTone {
  const last = path.at(-1)!;
  const wished = landing === null ? chord : [chord[landing % chord.length]!];
  const all = overOctaves(wished).map((tone) => ({
    tone,
    apart: runHeight(tone) - runHeight(last),
  }));
  const up = direction === 'up';
  const cost = ({ apart }: { readonly apart: number }) =>
    Math.abs(apart) + (apart === 0 ? 20 : 0) + (apart > 0 === up ? 0 : 3);
  return all.reduce((best, one) => (cost(one) < cost(best) ? one : best)).tone;
}

/** What a family does to a note: a crushed one before it, a second or third key with it. */
function dressed(family: RunFamily, event: RunEvent, index: number, ladder: Tones): RunEvent[] {
  if (family === 'crushed notes' && index % 2 === 0) {
    return [{ ...event, grace: [halfStepBelow(event)] }];
  }
  if (family !== 'grips' && family !== 'planed shapes') return [event];
  const all = overOctaves(ladder.filter(({ octave }) => octave === 0 || ladder.length < 12));
  const upward = [...all].sort((one, other) => runHeight(one) - runHeight(other));
  const from = upward.findIndex((tone) => runHeight(tone) === runHeight(event));
  const steps = family === 'grips' ? [1] : ladder.length > 20 ? [2, 4] : [1, 2];
  const more = steps.flatMap((by) => {
    const tone = upward[from + by];
    return tone ? [{ ...event, ...tone }] : [];
  });
  return [event, ...more];
}

/** The key under a tone, by its usual degree. */
function halfStepBelow(tone: RunTone): RunTone {
  const height = runHeight(tone) - 1;
  const { step, alter } = degreeOfSemitones(height);
  return { degree: step, alter, octave: Math.floor(height / 12) };
}

function gradeOf({ step, octaves, order }: RunChoices): RunGrade {
  if (step === 'quarters' || (step === 'eighths' && octaves === 1)) return 'simple';
  return octaves === 2 || order !== 'in a row' ? 'showpiece' : 'fluent';
}

function nameOf({ family, direction, order, octaves }: RunChoices): string {
  const name = family.charAt(0).toUpperCase() + family.slice(1);
  return [name, direction, order === 'in a row' ? '' : order, octaves === 2 ? 'two octaves' : '']
    .filter(Boolean)
    .join(', ');
}
