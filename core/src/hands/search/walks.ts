import type { Chord } from '../../chord/chord.ts';
import { rootOf } from '../../chord/chord.ts';
import { chordTones } from '../../chord/tones.ts';
import { sixteenth, type Ticks } from '../../kit/ticks.ts';
import { noteOfDegree, scale, type Key } from '../../pitch/key.ts';
import { fold, pitchClass, raise } from '../../pitch/note.ts';
import { maskOf } from '../shapes/material.ts';
import { isMuddy } from '../shapes/mud.ts';
import type { Instrument, Reach } from '../shapes/player.ts';
import type { LeftFamily } from '../shapes/schools.ts';
import type { HandShape } from '../shapes/shapes.ts';
import { spanInWords } from '../shapes/spans.ts';
import type { VoicedSlot, Walk, WalkKind } from './voiced.ts';

/*
 * A held left hand in which one finger walks into the seventh. Common practice, no published source.
 */

/** A left hand that begins a walk, and how high the walk comes. */
export interface WalkingHand extends HandShape<LeftFamily> {
  readonly top: number;
}

/** The lowest and highest root that a left hand walks over. */
const roots = { lowest: 28, highest: 55 } as const;

/** A fifth under a ninth spreads the hand further than the ninth alone: it needs a tenth; less than a ninth has none. */
const ninthAndFifth = 16;
const ninth = 14;

/** The left hands that begin a walk over a chord's root, at every height where all of it can be held and is clear. */
export function walkingHands(
  kind: WalkKind,
  chord: Chord,
  key: Key,
  reach: Reach,
  instrument: Instrument,
): WalkingHand[] {
  const root = pitchClass(noteOfDegree(rootOf(chord), key));
  const found: WalkingHand[] = [];
  const from = Math.max(roots.lowest, instrument.lowest);
  for (let low = from + fold(root - from, 12); low <= roots.highest; low += 12) {
    const steps = stepsFrom(low, kind, chord, key, reach);
    if (steps.some((notes) => notes.at(-1)! - low > reach.left.held || isMuddy(notes))) continue;
    const [notes] = steps as [number[]];
    const top = Math.max(...steps.map((one) => one.at(-1)!));
    found.push({ notes, family: 'fifth and octave', mask: maskOf(notes), top });
  }
  return found;
}

/**
 * The walk as notes, from what the left hand holds: its root and fifth stay and one finger walks.
 * @param isFixed the player fixed the hand: what it holds above the root stays, whatever the walk would leave out
 * @returns a sentence where the hand cannot do it.
 */
export function walkIn(
  { left, right, chord }: Pick<VoicedSlot, 'left' | 'right' | 'chord'>,
  kind: WalkKind,
  key: Key,
  reach: Reach,
  isFixed: boolean,
): Walk | string {
  const low = left[0];
  const root = pitchClass(noteOfDegree(rootOf(chord), key));
  if (low === undefined || fold(low, 12) !== root)
    return `${kind} walks over the root, and the left hand does not hold it here.`;
  const base = isFixed ? left.filter((note) => note - low <= 7) : null;
  const steps = stepsFrom(low, kind, chord, key, reach, base);
  const highest = Math.max(...steps.flat());
  if (highest - low > reach.left.held)
    return `${kind} needs a left-hand reach of ${spanInWords(highest - low)}.`;
  if (steps.some((notes) => isMuddy(notes))) return `${kind} is too low here to be heard clearly.`;
  if (highest >= (right[0] ?? Infinity)) return `${kind} would run into the right hand here.`;
  if (!isFixed && steps[0]!.join() !== left.join())
    return `${kind} has no room here: another left hand is played.`;
  return { kind, first: steps[0]!, then: steps.at(-1)!, steps };
}

/** When each step of a walk begins, of so many, within a chord: halves, or two quarters and a half, on the grid of sixteenths. */
export function walkStarts(steps: number, ticks: Ticks): Ticks[] {
  const shares = steps === 2 ? [0, 2] : [0, 1, 2];
  return shares.map((share) => sixteenth * Math.floor((share * ticks) / (4 * sixteenth)));
}

/** Whether a chord has another sixth than the key's to walk over: a minor chord under which the key's is minor too. */
export function hasRaisedSixth(chord: Chord, key: Key): boolean {
  const above = (figure: 3 | 6, roles: readonly string[]) =>
    fold(toneAbove(chord, key, figure, roles) - pitchClass(noteOfDegree(rootOf(chord), key)), 12);
  return above(3, ['third']) === 3 && above(6, ['sixth', 'thirteenth', 'b13']) === 8;
}

/**
 * What is held at each step over a root.
 * @param base what stays; null where it is what the walk has: root and fifth, or the root alone where the fifth is walked over
 */
function stepsFrom(
  low: number,
  kind: WalkKind,
  chord: Chord,
  key: Key,
  reach: Reach,
  base: readonly number[] | null = null,
): number[][] {
  const root = pitchClass(noteOfDegree(rootOf(chord), key));
  const over = (figure: 3 | 5 | 6 | 7 | 9, roles: readonly string[]) =>
    low + fold(toneAbove(chord, key, figure, roles) - root, 12);
  const fifth = over(5, ['fifth', 'b5', '#5']);
  const heights: Readonly<Record<string, number>> = {
    '5': fifth,
    '6': over(6, ['sixth', 'thirteenth', 'b13']),
    '#6': low + 9,
    '7': over(7, ['seventh']),
    '8': low + 12,
    '9': over(9, ['ninth', 'b9', '#9']) + 12,
  };
  const figures = kind.split('-');
  const walked =
    figures[0] === '9' && reach.left.held < ninth
      ? ['8', ...figures.slice(1).filter((one) => one !== '8')]
      : figures;
  return walked.map((figure) => {
    const walksOverFifth = walked.some((one) => one === '5' || one.endsWith('6'));
    const isWide = figure === '9' && reach.left.held < ninthAndFifth;
    const kept = base ?? (walksOverFifth || isWide ? [low] : [low, fifth]);
    return [...new Set([...kept, heights[figure]!])].sort((one, other) => one - other);
  });
}

/** The pitch class of a figure over the chord's root: the chord's own, else the key's. */
function toneAbove(
  chord: Chord,
  key: Key,
  figure: 3 | 5 | 6 | 7 | 9,
  roles: readonly string[],
): number {
  const own = chordTones(chord, key).find(({ role }) => roles.includes(role));
  if (own) return own.pitchClass;
  const wanted = raise(noteOfDegree(rootOf(chord), key), figure - 1, 0).letter;
  return pitchClass(scale(key).find(({ letter }) => letter === wanted)!);
}
