import { barTicks, meterOf, type Meter } from '../../chart/meter.ts';
import { ticksPerWhole } from '../../kit/ticks.ts';
import { openingSigns, type ReadMeasure } from './musicXmlMeasure.ts';
import { lengthOf } from './musicXmlPieces.ts';

/**
 * The metre that a score begins in without saying it: that of its first measure where another follows later, else as long as
 * most of its measures are; null where no length is that of most, and where it is said. Quarters are counted where they fit
 * (common practice, no published source).
 */
export function unsaidMeter(measures: readonly ReadMeasure[]): Meter | null {
  const says = ({ meter, strangeMeter }: ReadMeasure) => meter !== null || strangeMeter !== null;
  const [first] = measures;
  if (!first || says(first)) return null;
  if (measures.some(says)) return meterOfLength(lengthOf(first));
  const counts = new Map<number, number>();
  for (const length of measures.map(lengthOf).filter((one) => one > 0))
    counts.set(length, (counts.get(length) ?? 0) + 1);
  const [length, count] = [...counts].sort((one, other) => other[1] - one[1])[0] ?? [0, 0];
  return count > 1 && count > measures.length / 2 ? meterOfLength(length) : null;
}

function meterOfLength(ticks: number): Meter | null {
  const unit = [4, 8].find((one) => Number.isInteger((ticks * one) / ticksPerWhole));
  return unit === undefined ? null : meterOf((ticks * unit) / ticksPerWhole, unit);
}

/**
 * The measures without a first one that only leads in and has neither a chord nor a tune; what is said in it is said in the next.
 * @param meter what holds until the score says one
 */
export function withoutSilentLead(
  measures: readonly ReadMeasure[],
  meter: Meter,
): readonly ReadMeasure[] {
  const [lead, next, ...rest] = measures;
  if (!lead || !next || lead.goesBack) return measures;
  const length = lengthOf(lead);
  const isSilent =
    lead.chords.every(({ chord }) => chord === null) && lead.sung.every((one) => one.rest);
  if (!isSilent || length === 0 || length >= barTicks(lead.meter ?? meter)) return measures;
  const said: ReadMeasure = {
    ...next,
    key: next.key ?? lead.key,
    meter: next.meter ?? lead.meter,
    strangeMeter: next.strangeMeter ?? lead.strangeMeter,
    rehearsal: next.rehearsal ?? lead.rehearsal,
    words: [...lead.words, ...next.words],
    feel: next.feel ?? lead.feel,
    saidTempo: next.saidTempo ?? lead.saidTempo,
    tempo: next.tempo ?? lead.tempo,
    swing: next.swing ?? lead.swing,
    opens: next.opens || lead.opens,
    signs: [...lead.signs, ...next.signs],
  };
  return [said, ...rest];
}

/**
 * The measures with each bar whole. One that a repeat sign cuts in two, because what is repeated begins on a later beat, is
 * written as engravers do: short before the sign, the rest behind it. A chart has a shorter bar for the times that go back, and
 * the whole one for the last. The bracket of a last ending that was left open goes on for as many bars as the ending before it.
 * @param meter what holds until the score says one
 */
export function inWholeBars(measures: readonly ReadMeasure[], meter: Meter): ReadMeasure[] {
  return withClosedEndings(withWholeBars(measures, meter));
}

function withWholeBars(measures: readonly ReadMeasure[], meter: Meter): ReadMeasure[] {
  const whole: ReadMeasure[] = [];
  let holds = meter;
  let opened = 0;
  /** What the next measure begins with: its metre after a short one, a repeat that began in the middle of the bar before. */
  let ahead: Partial<Pick<ReadMeasure, 'meter' | 'opens'>> = {};
  for (let index = 0; index < measures.length; index += 1) {
    const said = measures[index]!;
    const measure = { ...said, ...ahead, meter: said.meter ?? ahead.meter ?? null };
    ahead = {};
    holds = measure.meter ?? holds;
    if (measure.opens) opened = index;
    const short = shortMeter(measure, measures[opened]!, holds);
    if (!short || !measure.goesBack || measure.ending || opened === index) {
      whole.push(measure);
      continue;
    }
    const next = measures[index + 1];
    const isRest = next && !next.goesBack && completes(measure, next, holds);
    opened = index + 1;
    if (!isRest) {
      whole.push({ ...measure, meter: short });
      ahead = { meter: holds };
      continue;
    }
    const times = Array.from({ length: measure.times - 1 }, (_, time) => time + 1);
    whole.push({ ...measure, meter: short, ending: { times }, endingStops: true });
    whole.push({ ...joined(measure, next), meter: holds, ending: { times: [measure.times] } });
    if (next.opens) ahead = { opens: true };
    opened = index + 2;
    index += 1;
  }
  return whole;
}

/** The metre of a measure that is cut short so that the beginning of its repeat makes it whole; null for any other. */
function shortMeter(measure: ReadMeasure, back: ReadMeasure, meter: Meter): Meter | null {
  return completes(measure, back, meter) ? meterOfLength(lengthOf(measure)) : null;
}

function completes(one: ReadMeasure, other: ReadMeasure, meter: Meter): boolean {
  const [first, second] = [lengthOf(one), lengthOf(other)];
  return first > 0 && second > 0 && first + second === barTicks(meter);
}

/** Two parts of a bar as one; it says what the first says at its beginning, and what the second says at its end. */
function joined(one: ReadMeasure, other: ReadMeasure): ReadMeasure {
  const by = lengthOf(one);
  const later = <At extends { readonly at: number }>(all: readonly At[]) =>
    all.map((each) => ({ ...each, at: each.at + by }));
  const lines = Math.max(one.lyrics.length, other.lyrics.length);
  return {
    ...one,
    shown: [...one.shown, ...other.shown],
    chords: [...one.chords, ...later(other.chords)],
    notes: [...one.notes, ...later(other.notes)],
    sung: [...one.sung, ...later(other.sung)],
    words: other.words,
    rehearsal: null,
    lyrics: Array.from({ length: lines }, (_, line) =>
      [one.lyrics[line], other.lyrics[line]].filter(Boolean).join(' '),
    ),
    opens: false,
    goesBack: false,
    endingStops: true,
  };
}

function withClosedEndings(measures: readonly ReadMeasure[]): ReadMeasure[] {
  const closed = [...measures];
  let began = 0;
  let before = 0;
  for (let index = 0; index < closed.length; index += 1) {
    const measure = closed[index]!;
    if (measure.ending) began = index;
    if (!measure.endingStops) continue;
    const length = index - began + 1;
    const next = closed[index + 1];
    if (measure.endingHangs && length < before && next && goesOn(next)) {
      closed[index] = { ...measure, endingStops: false };
      closed[index + 1] = { ...next, endingStops: true, endingHangs: true };
    } else before = measure.goesBack ? length : 0;
  }
  return closed;
}

/** Whether nothing begins with a measure. */
function goesOn({ opens, ending, rehearsal, key, signs }: ReadMeasure): boolean {
  const begins = signs.some((sign) => openingSigns.some((one) => one === sign));
  return !opens && !ending && rehearsal === null && key === null && !begins;
}
