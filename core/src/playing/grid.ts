import { barTicks, type Meter } from '../chart/meter.ts';
import {
  notesInOrder,
  voicesOf,
  type Step as PatternStep,
  type StepVoice,
  type TexturedHand,
} from '../chart/steps.ts';
import { patternOf, type Texture } from '../chart/texture.ts';
import { stepsOfBar } from './textures.ts';

/** One bar of a hand's pattern: a column for every step, as long as the step. */
export interface HandGrid {
  readonly hand: TexturedHand;
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
const holding = { steps: [], step: 'beats', leading: false } as const;

const held: PatternStep = {
  kind: 'strike',
  notes: (['top', 'middle', 'low'] as const).map((voice) => ({ voice, rings: false })),
  weight: 'plain',
  short: false,
};

/** A bar of what a hand does; where nothing is said it strikes the chord and holds it. */
export function gridOf(texture: Texture | null, hand: TexturedHand, meter: Meter): HandGrid {
  const { steps, step: length } = texture ? patternOf(texture, hand, meter) : holding;
  let at = 0;
  const columns = stepsOfBar(meter, length).map((ticks, index): GridColumn => {
    const start = at;
    at += ticks;
    const step = steps[index % steps.length] ?? (index === 0 ? held : { kind: 'hold' });
    return { at: start, ticks: Math.min(ticks, barTicks(meter) - start), step };
  });
  return { hand, columns };
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
  { hand, columns }: HandGrid,
  column: number,
  step: PatternStep,
  meter: Meter,
): Texture {
  const steps = columns.map((one, index) => (index === column ? step : one.step));
  const { step: length, leading } = texture ? patternOf(texture, hand, meter) : holding;
  return {
    pattern: shortest(steps),
    step: length === 'eighths' ? null : length,
    dynamic: texture?.dynamic ?? 'medium',
    leading,
  };
}

/** A pattern that repeats within the bar is said once. */
function shortest(steps: readonly PatternStep[]): readonly PatternStep[] {
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
