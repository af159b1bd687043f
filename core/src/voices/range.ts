import { tempoBeat } from '../chart/meter.ts';
import { typedPitch, type RangeSaid, type TypedNote } from '../chart/saidRange.ts';
import { styleFor } from '../chart/song.ts';
import { sungNotes, type SungNote } from '../chart/time/sung.ts';
import { ticksOf } from '../kit/ticks.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import type { MinorSchool } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';

/** One pitch of what is sung. */
export interface SungPitch {
  /** MIDI number in the key of the range, at the pitch that the tune is written at. */
  readonly note: number;
  /** How often it is sung, and for how long altogether, in ticks. */
  readonly times: number;
  readonly ticks: number;
  /** How often and how long as a long note: of a felt beat or more, or accented. */
  readonly longTimes: number;
  readonly longTicks: number;
}

/** What is sung of a song or a section: from where to where, and where it spends its time. */
export interface SungRange {
  readonly key: Key;
  readonly low: number;
  readonly high: number;
  /** The pitch below and above which it spends as long: its usual note. */
  readonly usual: number;
  /** From the lowest up; never empty. */
  readonly pitches: readonly SungPitch[];
}

/**
 * What is sung in a song, in the key of its timeline, lifts included: every time it is sung counts. Long notes are those of
 * a felt beat or more and accented ones, as everywhere that the tune decides (common practice, no published source).
 * A section without a tune counts by what is said of its range.
 * @param from only what is sung from this part of the timeline on, as behind a lift
 * @returns null where no tune is written, and of no section its range is said
 */
export function sungRange(timeline: Timeline, from = 0): SungRange | null {
  const sung = sungOrSaid(timeline);
  const start = from === 0 ? 0 : (endsOfParts(timeline)[from - 1] ?? timeline.ticks);
  return rangeOf(from === 0 ? sung : sung.filter(({ onset }) => onset >= start), timeline);
}

/** The range of each section that has a tune, or of which it is said, by its place in the chart: all the times it is sung. */
export function sectionRanges(timeline: Timeline): ReadonlyMap<number, SungRange> {
  const ends = endsOfParts(timeline);
  const notes = new Map<number, Sung[]>();
  let part = 0;
  for (const note of sungOrSaid(timeline)) {
    while (part < ends.length - 1 && note.onset >= ends[part]!) part += 1;
    const { section } = timeline.parts[part]!;
    notes.set(section, [...(notes.get(section) ?? []), note]);
  }
  const ranges = new Map<number, SungRange>();
  for (const [section, sung] of notes) {
    const range = rangeOf(sung, timeline);
    if (range) ranges.set(section, range);
  }
  return ranges;
}

/**
 * A range that somebody said instead of writing a tune: its ends and its usual note count as long, so that nothing is
 * promised that was not said.
 * @param said MIDI numbers in `key`; in any order
 */
export function saidRange(
  said: { readonly low: number; readonly high: number; readonly usual: number },
  key: Key,
): SungRange {
  const ends = [said.low, said.high];
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const usual = Math.min(high, Math.max(low, said.usual));
  const once = { times: 1, ticks: 1, longTimes: 1, longTicks: 1 };
  const notes = [...new Set([low, usual, high])].sort((one, other) => one - other);
  return { key, low, high, usual, pitches: notes.map((note) => ({ note, ...once })) };
}

/**
 * What is sung in a song: its tune, else from where to where its chart says that it is sung, lifts and all; null where
 * neither is known.
 */
export function songRange(timeline: Timeline): SungRange | null {
  const { song, key } = timeline;
  const sung = sungRange(timeline);
  if (sung || !song.range) return sung;
  return saidRange(pitchesSaid(song.range, key, styleFor(key, song).minor), key);
}

/** What is said as MIDI numbers in a key. Where nothing is said of it, a tune lies around its middle. */
function pitchesSaid(said: RangeSaid, key: Key, minor: MinorSchool) {
  const pitch = (note: TypedNote) => typedPitch(note, key, minor);
  const [low, high] = [pitch(said.low), pitch(said.high)];
  return { low, high, usual: said.usual ? pitch(said.usual) : Math.round((low + high) / 2) };
}

/** What a range needs of a note that is sung. */
type Sung = Pick<SungNote, 'note' | 'onset' | 'ticks' | 'accent'>;

/**
 * The notes of the tune; and for a section without one, of which its range is said, its ends, which count as long, and its usual
 * note for all of its time.
 */
function sungOrSaid(timeline: Timeline): Sung[] {
  const { song, parts, key } = timeline;
  const sung: Sung[] = sungNotes(timeline);
  const { minor } = styleFor(key, song);
  const withTune = new Set(
    parts
      .filter(({ bars }) => bars.some(({ tune }) => tune.length > 0))
      .map(({ section }) => section),
  );
  let onset = 0;
  for (const { section, bars, lift } of parts) {
    const ticks = ticksOf(bars.flatMap(({ slots }) => slots.map(({ is }) => is)));
    const said = withTune.has(section) ? undefined : song.sections[section]!.range;
    if (said && ticks > 0) {
      const { low, high, usual } = saidRange(pitchesSaid(said, key, minor), key);
      for (const end of [low, high]) sung.push({ note: end + lift, onset, ticks: 1, accent: true });
      sung.push({ note: usual + lift, onset, ticks, accent: false });
    }
    onset += ticks;
  }
  return sung.sort((one, other) => one.onset - other.onset);
}

/** When each part of a timeline ends, in ticks. */
function endsOfParts({ parts, slots, ticks }: Timeline): number[] {
  return parts.map(({ to }) => slots[to]?.start ?? ticks);
}

function rangeOf(sung: readonly Sung[], { key, song }: Timeline): SungRange | null {
  if (sung.length === 0) return null;
  const beat = tempoBeat(song.meter);
  const pitches = new Map<number, SungPitch>();
  for (const { note, ticks, accent } of sung) {
    const isLong = accent || ticks >= beat;
    const { times, ticks: all, longTimes, longTicks } = pitches.get(note) ?? none;
    pitches.set(note, {
      note,
      times: times + 1,
      ticks: all + ticks,
      longTimes: longTimes + (isLong ? 1 : 0),
      longTicks: longTicks + (isLong ? ticks : 0),
    });
  }
  const inOrder = [...pitches.values()].sort((one, other) => one.note - other.note);
  return {
    key,
    low: inOrder[0]!.note,
    high: inOrder.at(-1)!.note,
    usual: middleOf(inOrder),
    pitches: inOrder,
  };
}

const none = { times: 0, ticks: 0, longTimes: 0, longTicks: 0 };

/** The pitch at the middle of the time. */
function middleOf(pitches: readonly SungPitch[]): number {
  const half = pitches.reduce((sum, { ticks }) => sum + ticks, 0) / 2;
  let before = 0;
  for (const { note, ticks } of pitches) {
    before += ticks;
    if (before >= half) return note;
  }
  return pitches.at(-1)!.note;
}
