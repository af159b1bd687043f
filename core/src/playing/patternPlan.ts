import { barTicks, feltBeats, isCompound, type Meter } from '../chart/meter.ts';
import type { Pattern } from '../chart/patterns.ts';
import type { Step, StepLength, TexturedHand } from '../chart/steps.ts';
import { patternOf, textureInBar, type Texture, type Textures } from '../chart/texture.ts';
import { eighth, sixteenth, ticksPerQuarter } from '../kit/ticks.ts';

/** A step of a pattern in its place. */
export interface Cell {
  readonly at: number;
  readonly step: Step;
}

/** What a hand does in one time through a section. */
export interface Plan {
  /** Bar by bar, in the order of time. */
  readonly bars: readonly PlannedBar[];
  /** In the order of time; none where the hand strikes its chords and holds them. */
  readonly cells: readonly Cell[];
}

export interface PlannedBar {
  /** Where it ends, in ticks from the beginning of the song. */
  readonly to: number;
  /** Null where the hand just holds its chords. */
  readonly texture: Texture | null;
  readonly leading: boolean;
}

export interface TimedBar {
  readonly meter: Meter;
  /** Where its first beat is, which a pickup lacks, and where it sounds from; in ticks from the beginning of the song. */
  readonly start: number;
  readonly from: number;
}

/** What a hand does bar by bar in one time through a section. */
export function planOf(textures: Textures, hand: TexturedHand, bars: readonly TimedBar[]): Plan {
  const planned: PlannedBar[] = [];
  const cells: Cell[] = [];
  /** Bars of one metre in which the hand does the same have the same cells. */
  const known = new Map<Texture, Map<Meter, Map<number, readonly Cell[]>>>();
  let turn = 0;
  for (const [place, { meter, start, from }] of bars.entries()) {
    const texture = textureInBar(textures, hand, place + 1);
    const to = start + barTicks(meter);
    if (!texture) {
      planned.push({ to, texture, leading: false });
      continue;
    }
    const pattern = patternOf(texture, hand, meter);
    planned.push({ to, texture, leading: pattern.leading });
    const inMeters = kept(known, texture, () => new Map<Meter, Map<number, readonly Cell[]>>());
    const turns = kept(inMeters, meter, () => new Map<number, readonly Cell[]>());
    // What is for this bar only is not one of a row.
    const inTurn = texture === textures[hand] ? turn % pattern.bars.length : 0;
    const inBar = kept(turns, inTurn, () => cellsOfBar(pattern, inTurn, meter));
    for (const { at, step } of inBar) if (start + at >= from) cells.push({ at: start + at, step });
    // A pickup is no bar of the pattern.
    if (from === start) turn += 1;
  }
  return { bars: planned, cells };
}

function kept<Key, Value>(values: Map<Key, Value>, key: Key, make: () => Value): Value {
  const known = values.get(key);
  if (known !== undefined) return known;
  const made = make();
  values.set(key, made);
  return made;
}

/** The cells of a bar of a pattern that begins at 0. */
function cellsOfBar(pattern: Pattern, turn: number, meter: Meter): readonly Cell[] {
  const steps = stepsInBar(pattern, turn, meter);
  if (!steps) return [];
  let at = 0;
  return stepsOfBar(meter, pattern.step).map((ticks, index): Cell => {
    const cell = { at, step: steps[index]! };
    at += ticks;
    return cell;
  });
}

/**
 * The steps of a bar, one for each of its `stepsOfBar`; null where the hand strikes its chords and holds them. A pattern goes
 * round within the bar; in a metre of groups one that is no longer than a group begins anew with each (common practice, no
 * published source).
 * @param turn which bar of the pattern it is
 */
export function stepsInBar(pattern: Pattern, turn: number, meter: Meter): readonly Step[] | null {
  const steps = pattern.bars[turn % pattern.bars.length] ?? [];
  if (steps.length === 0) return null;
  const groups = groupsOf(meter, pattern.step);
  const lengths = stepsOfBar(meter, pattern.step);
  const isAnew =
    groups.length > 0 && groups[0]! > 1 && (pattern.isKnown || steps.length <= groups[0]!);
  if (!isAnew) return lengths.map((_, index) => steps[index % steps.length]!);
  return groups.flatMap((count) =>
    Array.from({ length: count }, (_, index) => steps[index % steps.length]!),
  );
}

/** How often a hand strikes in a bar of a texture, over the bars of its pattern; once where it holds its chords. */
export function strikesOfTexture(texture: Texture, hand: TexturedHand, meter: Meter): number {
  const pattern = patternOf(texture, hand, meter);
  const counts = pattern.bars.map(
    (_, turn) =>
      stepsInBar(pattern, turn, meter)?.filter(({ kind }) => kind === 'strike').length ?? 1,
  );
  return counts.reduce((sum, count) => sum + count, 0) / counts.length;
}

/** How many steps of a length each group of a metre has; none in a metre without groups, or where they part a step. */
function groupsOf(meter: Meter, step: StepLength): readonly number[] {
  const perUnit = stepsOfBar(meter, step).length / meter.beats;
  const counts = meter.groups?.map((units) => units * perUnit) ?? [];
  return counts.every(Number.isInteger) ? counts : [];
}

/** The lengths of the steps that a bar is divided in, in ticks; the last one is cut where the bar ends before it. */
export function stepsOfBar(meter: Meter, step: StepLength): readonly number[] {
  if (step === 'beats') return feltBeats(meter);
  const ticks = {
    eighths: eighth,
    sixteenths: sixteenth,
    triplets: isCompound(meter) ? eighth : ticksPerQuarter / 3,
  }[step];
  return Array.from({ length: Math.ceil(barTicks(meter) / ticks) }, () => ticks);
}
