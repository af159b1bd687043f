import type { TimelineIndex } from '../chart/places.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import type { Ticks } from '../kit/ticks.ts';
import {
  highest,
  lowest,
  type LineStretch,
  type LineStruck,
  type PlayedLines,
} from './playedLines.ts';
import type { Hand, StruckChord, StruckNote } from './struckNotes.ts';

interface Played {
  readonly notes: readonly StruckNote[];
  readonly chords: readonly StruckChord[];
}

/** Which part of a song is struck, by which hands. */
interface Range {
  readonly timeline: Timeline;
  readonly from: TimelineIndex;
  readonly to: TimelineIndex;
  readonly hands: readonly Hand[];
}

/**
 * What is struck of chords, with the lines that hands play: in the place of a hand's chords, which come back where the line ends
 * if they last that long, or over them. A key that is struck again was let go before.
 */
export function withLines({ notes, chords }: Played, lines: PlayedLines, range: Range): Played {
  const { timeline, from, to, hands } = range;
  const origin = timeline.slots[from]?.start ?? 0;
  const end = timeline.slots[to]?.start ?? timeline.ticks;
  const chordAt = new Map(chords.map((chord) => [chord.at, chord]));
  const instead = lines.instead.filter((one) => hands.includes(one.hand));
  const kept = notes.flatMap((note) =>
    besides(note, instead, timeline.slots[note.at]?.start ?? note.from),
  );
  // A chord that comes in early ends the line before it.
  const comesIn = new Map<string, Ticks>();
  for (const { hand, from: begins, at } of kept) {
    const due = timeline.slots[at]?.start ?? begins;
    if (begins < due) comesIn.set(`${hand} ${due}`, begins);
  }
  const played = lines.notes
    .filter((note) => hands.includes(note.hand) && note.from < end && note.to > origin)
    .filter(({ at, hand }) => !chordAt.get(at)?.said.silent.includes(hand))
    .filter(({ from: begins }) => begins >= origin)
    .map((note) => {
      const octaves = chordAt.get(note.at)?.said.octaves ?? 0;
      return struckOf(note, end, lines.instead, comesIn, octaves);
    });
  const startsAt = new Map<TimelineIndex, Set<Ticks>>();
  for (const { at, from: begins } of played)
    startsAt.set(at, (startsAt.get(at) ?? new Set()).add(begins));
  const dry = (chord: StruckChord) =>
    [...(startsAt.get(chord.at) ?? [])].filter((start) => start >= chord.due).length > 1;
  return {
    notes: eachKeyOnce([...kept, ...played]),
    // What moves over a chord would run together under its pedal.
    chords: chords.map((chord) => (dry(chord) ? { ...chord, dry: true } : chord)),
  };
}

/** What is left of a note of a chord where its hand plays lines: what is before, and what is after them. */
function besides(
  note: StruckNote,
  instead: readonly LineStretch[],
  due: Ticks,
): readonly StruckNote[] {
  const begins = Math.max(note.from, due);
  const stretch = instead.find(
    ({ hand, from, to }) =>
      hand === note.hand && from < Math.max(note.to, note.until) && to > begins,
  );
  if (!stretch) return [note];
  const cut = (to: Ticks) => Math.min(to, stretch.from);
  const before =
    begins < stretch.from ? [{ ...note, to: cut(note.to), until: cut(note.until) }] : [];
  // A chord that is held comes back; what a pattern struck meanwhile does not.
  const comesBack = note.source === 'slot' && !note.short && note.to > stretch.to;
  const after = comesBack ? besides({ ...note, from: stretch.to }, instead, due) : [];
  return [...before, ...after];
}

function struckOf(
  { hand, note, from, to, at, accented, even, source, voice }: LineStruck,
  end: Ticks,
  instead: readonly LineStretch[],
  comesIn: ReadonlyMap<string, Ticks>,
  octaves: number,
): StruckNote {
  const stretch = instead.find((one) => one.hand === hand && one.from <= from && one.to > from);
  const early = stretch && comesIn.get(`${hand} ${stretch.to}`);
  const until = Math.min(to, end, early !== undefined && early > from ? early : to);
  const moved = note + 12 * octaves;
  return {
    hand,
    note: moved >= lowest && moved <= highest ? moved : note,
    from,
    to: until,
    until,
    source,
    ...(voice === undefined ? {} : { voice }),
    at,
    weight: 'plain',
    accented,
    short: false,
    rolled: null,
    dynamic: 'medium',
    even,
  };
}

/** A key that is struck while it sounds is let go first; of two that strike it at once that of a line stays, else the longer one. */
function eachKeyOnce(notes: readonly StruckNote[]): StruckNote[] {
  const byKey = new Map<number, StruckNote[]>();
  for (const note of notes) {
    const row = byKey.get(note.note);
    if (row) row.push(note);
    else byKey.set(note.note, [note]);
  }
  const ends = new Map<StruckNote, Ticks>();
  for (const row of byKey.values()) {
    const inTime = [...row].sort(
      (one, other) => one.from - other.from || rank(one) - rank(other) || one.until - other.until,
    );
    for (const [index, note] of inTime.entries()) {
      const next = inTime[index + 1];
      if (next && next.from < Math.max(note.to, note.until)) ends.set(note, next.from);
    }
  }
  return notes.flatMap((note) => {
    const end = ends.get(note);
    if (end === undefined) return [note];
    if (end <= note.from) return [];
    return [{ ...note, to: Math.min(note.to, end), until: Math.min(note.until, end) }];
  });
}

const rank = ({ source }: StruckNote) => (source === 'line' || source === 'run' ? 1 : 0);
