import { barTicks, type Meter } from '../chart/meter.ts';
import {
  notesInOrder,
  voicesOf,
  type Step as PatternStep,
  type StepVoice,
  type TexturedHand,
} from '../chart/steps.ts';
import type { PatternBars } from '../chart/ownPatterns.ts';
import type { Pattern } from '../chart/patterns.ts';
import { patternOf, type Texture } from '../chart/texture.ts';
import { stepsInBar, stepsOfBar } from './patternPlan.ts';

/** One bar of a hand's pattern, which one of how many: a column for every step, as long as the step. */
export interface HandGrid {
  readonly hand: TexturedHand;
  readonly bar: number;
  readonly of: number;
  readonly columns: readonly GridColumn[];
}

export interface GridColumn {
  /** Where it begins in the bar, and how long it is, in ticks. */
  readonly at: number;
  readonly ticks: number;
  readonly step: PatternStep;
}

/** How a note of a column stands: not at all, struck, or struck and ringing on. */
export type CellState = 'none' | 'struck' | 'rings';

/** A hand of which nothing is said. */
const holding: Pattern = { bars: [[]], step: 'beats', leading: false, isKnown: true };

const held: PatternStep = {
  kind: 'strike',
  notes: (['top', 'middle', 'low'] as const).map((voice) => ({ voice, rings: false })),
  weight: 'plain',
  short: false,
};

/**
 * A bar of what a hand does; where nothing is said it strikes the chord and holds it.
 * @param bar which bar of its pattern, from 0; of a shorter pattern the one that has its turn then
 */
export function gridOf(
  texture: Texture | null,
  hand: TexturedHand,
  meter: Meter,
  bar = 0,
): HandGrid {
  const pattern = texture ? patternOf(texture, hand, meter) : holding;
  const steps = stepsInBar(pattern, bar, meter);
  let at = 0;
  const columns = stepsOfBar(meter, pattern.step).map((ticks, index): GridColumn => {
    const start = at;
    at += ticks;
    const step = steps?.[index] ?? (index === 0 ? held : { kind: 'hold' });
    return { at: start, ticks: Math.min(ticks, barTicks(meter) - start), step };
  });
  const of = pattern.bars.length;
  return { hand, bar: bar % of, of, columns };
}

/** The texture with a pattern of so many bars: what is new begins as what there was, what is too much goes. */
export function withBars(
  texture: Texture | null,
  hand: TexturedHand,
  count: number,
  meter: Meter,
): Texture {
  const bars = Array.from({ length: count }, (_, bar) =>
    barOf(gridOf(texture, hand, meter, bar), meter),
  );
  return ownTexture(texture, hand, bars, meter);
}

/** How one note of a column stands. */
export function cellOf(step: PatternStep, voice: StepVoice): CellState {
  const note = step.kind === 'strike' && step.notes.find((one) => one.voice === voice);
  return note ? (note.rings ? 'rings' : 'struck') : 'none';
}

/** A column with one note turned on: struck, then ringing, then gone. */
export function turned(step: PatternStep, hand: TexturedHand, voice: StepVoice): PatternStep {
  const next = { none: 'struck', struck: 'rings', rings: 'none' } as const;
  return withCell(step, hand, voice, next[cellOf(step, voice)]);
}

/** A column with one note put in a state; a column without any note goes on with what was struck before. */
export function withCell(
  step: PatternStep,
  hand: TexturedHand,
  voice: StepVoice,
  state: CellState,
): PatternStep {
  const rings = new Map<StepVoice, boolean>();
  for (const one of voicesOf[hand]) {
    const now = one === voice ? state : cellOf(step, one);
    if (now !== 'none') rings.set(one, now === 'rings');
  }
  if (rings.size === 0) return { kind: 'hold' };
  const { weight, short } =
    step.kind === 'strike' ? step : { weight: 'plain' as const, short: false };
  return { kind: 'strike', notes: notesInOrder(hand, rings), weight, short };
}

/** The ways a column is struck, in the order they go round. */
export const touches = ['plain', 'accent', 'ghost', 'short'] as const;
export type Touch = (typeof touches)[number];

export function touchOf(step: PatternStep): Touch | null {
  if (step.kind !== 'strike') return null;
  return step.short ? 'short' : step.weight;
}

export function withTouch(step: PatternStep, touch: Touch): PatternStep {
  if (step.kind !== 'strike') return step;
  if (touch === 'short') return { ...step, weight: 'plain', short: true };
  return { ...step, weight: touch, short: false };
}

/** Silence in a column, or, where it is silent, what was struck before goes on. */
export function silenced(step: PatternStep): PatternStep {
  return step.kind === 'silence' ? { kind: 'hold' } : { kind: 'silence' };
}

/** The texture with one column changed: from then on the pattern is the player's own, as short as it can be said. */
export function withColumn(
  texture: Texture | null,
  { hand, bar, of, columns }: HandGrid,
  column: number,
  step: PatternStep,
  meter: Meter,
): Texture {
  const bars = Array.from({ length: of }, (_, place) => {
    const grid = gridOf(texture, hand, meter, place);
    if (place !== bar) return barOf(grid, meter);
    const now = columns.map((one, index) => (index === column ? { ...one, step } : one));
    return barOf({ ...grid, columns: now }, meter);
  });
  return ownTexture(texture, hand, bars, meter);
}

/** A player's own pattern in place of what a hand does, with its length of steps and its loudness. */
function ownTexture(
  texture: Texture | null,
  hand: TexturedHand,
  bars: PatternBars,
  meter: Meter,
): Texture {
  const { step: length, leading } = texture ? patternOf(texture, hand, meter) : holding;
  return {
    pattern: bars,
    name: null,
    step: length === 'eighths' ? null : length,
    dynamic: texture?.dynamic ?? 'medium',
    leading,
  };
}

/** The steps of a bar; what repeats within it is said once, but in a metre of groups, each of which would begin anew. */
function barOf({ columns }: HandGrid, meter: Meter): readonly PatternStep[] {
  const steps = columns.map(({ step }) => step);
  if (meter.groups) return steps;
  const said = steps.map((step) => JSON.stringify(step));
  for (let period = 1; period < steps.length; period += 1)
    if (said.every((one, index) => one === said[index % period])) return steps.slice(0, period);
  return steps;
}

/** The ticks at which both hands strike. */
export function landings(left: HandGrid, right: HandGrid): number[] {
  const struck = (grid: HandGrid) =>
    grid.columns.filter(({ step }) => step.kind === 'strike').map(({ at }) => at);
  const inLeft = new Set(struck(left));
  return struck(right).filter((at) => inLeft.has(at));
}
