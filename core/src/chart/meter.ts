import { ticksPerWhole } from '../kit/ticks.ts';
import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';

/** Beats in a bar over the note that counts one; metres that fall into unequal groups declare them. */
export interface Meter {
  readonly beats: number;
  readonly unit: 2 | 4 | 8;
  readonly groups: readonly number[] | null;
}

/** The metres a chart can be in, with the numbers of equal parts that each carries (common practice, no published source). */
const equalParts: Readonly<Record<string, readonly number[]>> = {
  '2/2': [1, 2, 4, 8],
  '3/2': [1, 3, 6],
  '2/4': [1, 2, 4],
  '3/4': [1, 3, 6],
  '4/4': [1, 2, 4, 8, 16],
  '6/4': [1, 2, 6],
  '3/8': [1, 3],
  '6/8': [1, 2, 6],
  '9/8': [1, 3, 9],
  '12/8': [1, 2, 4, 12],
};

/** Metres whose groups must be said, with the ways players group them. */
const groupedWays: Readonly<Record<string, readonly string[]>> = {
  '5/4': ['3+2', '2+3'],
  '7/8': ['4+3', '3+4'],
};

const allMeters = [...Object.keys(equalParts), ...Object.keys(groupedWays)];

export const commonTime: Meter = { beats: 4, unit: 4, groups: null };

/**
 * The metre of so many beats over a unit, as other formats write it: one that falls into groups and does not say which
 * has the commoner ones. Null for a metre that no chart can be in.
 */
export function meterOf(beats: number, unit: number, groups = ''): Meter | null {
  const name = `${beats}/${unit}`;
  const way = groups || (groupedWays[name]?.[0] ?? '');
  const read = parseMeter(way === '' ? name : `${name} (${way})`);
  return read.ok ? read.value : null;
}

/** The length of one full bar, in ticks. */
export function barTicks(meter: Meter): number {
  return (meter.beats * ticksPerWhole) / meter.unit;
}

/**
 * The lengths of the felt beats of a bar, in ticks: quarters, halves where they are counted, three units in compound time and in
 * 6/4, and in metres of groups one beat a group of eighths (common practice, no published source).
 */
export function feltBeats(meter: Meter): readonly number[] {
  const unit = ticksPerWhole / meter.unit;
  if (meter.groups && meter.unit === 8) return meter.groups.map((group) => group * unit);
  const isInThrees = isCompound(meter) || (meter.beats === 6 && meter.unit === 4);
  const beat = isInThrees ? 3 * unit : Math.max(unit, ticksPerWhole / 4);
  const bar = barTicks(meter);
  return Array.from({ length: Math.round(bar / beat) }, () => beat);
}

/** True where a beat has three eighths: 3/8, 6/8, 9/8, 12/8. */
export function isCompound({ unit, beats, groups }: Meter): boolean {
  return unit === 8 && beats % 3 === 0 && !groups;
}

/** The length of the beat that a tempo counts, in ticks: the felt one, in metres of groups a quarter. */
export function tempoBeat(meter: Meter): number {
  return meter.groups ? ticksPerWhole / 4 : feltBeats(meter)[0]!;
}

/**
 * The ways a bar of this metre is parted, fewest parts first, each as the lengths of its parts in ticks.
 * Metres in groups are parted by group or by unit.
 */
export function divisions(meter: Meter): readonly (readonly number[])[] {
  const known = divisionsOf.get(meter);
  if (known) return known;
  const found = findDivisions(meter);
  divisionsOf.set(meter, found);
  return found;
}

/** Every bar asks for the divisions of its metre, so they are kept for as long as the metre is. */
const divisionsOf = new WeakMap<Meter, readonly (readonly number[])[]>();

function findDivisions(meter: Meter): readonly (readonly number[])[] {
  const bar = barTicks(meter);
  const equal = (parts: number) => Array.from({ length: parts }, () => bar / parts);
  if (!meter.groups) return equalParts[`${meter.beats}/${meter.unit}`]!.map(equal);
  const unit = ticksPerWhole / meter.unit;
  return [[bar], meter.groups.map((group) => group * unit), equal(meter.beats)];
}

export function sameMeter(one: Meter, other: Meter): boolean {
  return formatMeter(one) === formatMeter(other);
}

/** @example formatMeter({ beats: 7, unit: 8, groups: [4, 3] }) // '7/8 (4+3)' */
export function formatMeter({ beats, unit, groups }: Meter): string {
  return `${beats}/${unit}${groups ? ` (${groups.join('+')})` : ''}`;
}

/** Reads a metre: `4/4`, `6/8`, `7/8 (4+3)`. A metre of unequal groups without them is a problem with both ways as repairs. */
export function parseMeter(text: string): Result<Meter> {
  const typed = text.trim();
  const place = placeInLine(text.length - text.trimStart().length, Math.max(typed.length, 1));
  const found = /^(\d{1,2})\s*\/\s*(\d{1,2})(?:\s*\(\s*(\d(?:\s*\+\s*\d){1,3})\s*\))?$/.exec(typed);
  const name = found && `${Number(found[1])}/${Number(found[2])}`;
  if (!found || !name || !allMeters.includes(name)) {
    return failure({
      severity: 'problem',
      message: `${quoted(typed)} is no metre a chart can be in. There are ${allMeters.join(', ')}.`,
      place,
      repairs: [replaceWith('4/4')],
    });
  }
  const beats = Number(found[1]);
  const unit = Number(found[2]) as Meter['unit'];
  const groups = found[3]?.split('+').map(Number) ?? null;
  const ways = groupedWays[name];
  if (!ways) {
    if (!groups) return success({ beats, unit, groups: null });
    return failure({
      severity: 'problem',
      message: `${name} parts evenly; only ${Object.keys(groupedWays).join(' and ')} are written in groups.`,
      place,
      repairs: [replaceWith(name)],
    });
  }
  const sum = groups?.reduce((total, group) => total + group, 0);
  if (groups && sum === beats && groups.every((group) => group > 0)) {
    return success({ beats, unit, groups });
  }
  return failure({
    severity: 'problem',
    message: groups
      ? `The groups of ${name} must add up to ${beats}.`
      : `${name} falls into unequal groups; say which.`,
    place,
    repairs: ways.map((way) => replaceWith(`${name} (${way})`)),
  });
}
