import type { ChartResult } from '../chart/read/parseChart.ts';
import { expand } from '../chart/time/timeline.ts';
import type { Decisions } from '../decisions/decisions.ts';
import { arcOf, type ArcPart } from './arc.ts';
import { leftAsItIs, type Choice, type Locks, type Unkept } from './choice.ts';
import { takeColours } from './colours.ts';
import { findFrame, type Frame } from './frame.ts';
import {
  colourMade,
  dynamicsOf,
  leftShapesOf,
  moveMade,
  patternsOf,
  runsOf,
  sectionsOf,
  type Made,
} from './made.ts';
import { takeMoves } from './moves.ts';
import { canSayTimes } from './roadWith.ts';
import { takeChoices } from './take.ts';
import type { ArrangeWishes } from './wishes.ts';

/** A whole song, arranged: a proposal, of which all, a section or a single choice is taken. */
export interface SongArrangement {
  /** In the order of `choiceKinds` and of time. */
  readonly choices: readonly Choice[];
  readonly arc: readonly (ArcPart & { readonly planned: number })[];
  /** What is the best there is under these weights, and what is not, in sentences. */
  readonly said: readonly string[];
  readonly unkept: readonly Unkept[];
}

export type Arranged =
  | { readonly ok: true; readonly arrangement: SongArrangement }
  | { readonly ok: false; readonly why: string };

/**
 * Proposes a whole arrangement of a song: intro, patterns, left shapes, loudness and register of each time, colours, moves, runs and
 * an ending, along an arc over the road. The same song and wishes give the same arrangement. What the chart or the player says
 * already stays.
 */
export function arrange(read: ChartResult, decisions: Decisions, wishes: ArrangeWishes): Arranged {
  const timeline = expand(read.song);
  if (!timeline.slots.some(({ is }) => is.kind === 'chord'))
    return {
      ok: false,
      why: 'There is no chord in this chart yet. Write some, then arrange them.',
    };
  const { style, level, busy, locks = {}, onProgress = () => undefined } = wishes;
  const arc = arcOf(timeline, style, wishes.drawn);
  const canSay = canSayTimes(read.song);
  const frame = findFrame(timeline, arc, { style, level, locks, canSay });
  onProgress(0.1);
  let done = 0;
  const moves = takeMoves(timeline, arc, {
    ...{ style, level, busy, locks },
    onPart: () => onProgress(0.1 + (0.7 * (done += 1)) / timeline.parts.length),
  });
  const colours = takeColours(timeline, arc, {
    ...{ style, level, locks },
    // A move of one time leaves the bars of the others as they are.
    moved: moves.taken.flatMap(({ bars, time }) => (time === null ? [bars] : [])),
  });
  onProgress(0.85);
  const made: Made[] = [
    ...patternsOf(timeline, frame),
    ...leftShapesOf(timeline, decisions, arc, wishes),
    ...dynamicsOf(timeline, arc, frame),
    ...colours.taken.map((one) => colourMade(one, wishes.numbers)),
    ...moves.taken.map((one) => moveMade(one, wishes.numbers)),
    ...runsOf(timeline, decisions, arc, wishes, moves.taken),
  ];
  onProgress(0.95);
  const { intro, ending } = sectionsOf(timeline, wishes);
  const choices = [...intro, ...made, ...ending]
    .filter(({ id, value }) => locks[id] === undefined || locks[id] === value)
    .map((one): Choice => withEdit(one, decisions));
  onProgress(1);
  const unkept = [...frame.unkept, ...moves.unkept, ...colours.unkept];
  return {
    ok: true,
    arrangement: {
      choices,
      arc: arc.map((one) => ({ ...one, planned: frame.planned[one.part]! })),
      said: saidOf(frame, canSay),
      unkept: [...unkept, ...goneLocks(locks, choices, unkept)],
    },
  };
}

function withEdit(made: Made, decisions: Decisions): Choice {
  const choice: Choice = { ...made, edit: (read) => takeChoices(read, decisions, [choice]).edit };
  return choice;
}

/** Locks of what is not there any more. */
function goneLocks(locks: Locks, choices: readonly Choice[], told: readonly Unkept[]): Unkept[] {
  const known = new Set([...choices.map(({ id }) => id), ...told.map(({ id }) => id)]);
  return Object.entries(locks).flatMap(([id, value]) =>
    value === leftAsItIs || known.has(id) || (id.startsWith('pattern') && value === 'held / held')
      ? []
      : [{ id, why: 'There is no place for it in this arrangement.' }],
  );
}

function saidOf({ isBest }: Frame, canSay: boolean): string[] {
  return [
    isBest
      ? 'Patterns, loudness and register: nothing nearer to the arc can be found under these weights.'
      : 'Patterns, loudness and register: the best that was found in the time; there may be a nearer one.',
    'Moves: the best row in each time through a section, one time after the other; colours, runs, intro and ending follow the order of the style.',
    ...(canSay
      ? []
      : [
          'Loudness is left alone: the roadmap cannot name each time here. Give every section a name of its own.',
        ]),
  ];
}
