import { alterOfFigure, rootOf, type Chord } from '../chord/chord.ts';
import { tempoBeat } from '../chart/meter.ts';
import { sungNotes } from '../chart/time/sung.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { unroll, type UnrolledSong } from '../chart/time/unroll.ts';
import { tuneOctave, withoutSilentEnd, type TuneBar, type TuneEvent } from '../chart/tune.ts';
import {
  leadParts,
  type PartRange,
  type PartStep,
  type PartTone,
} from '../partwriting/leadParts.ts';
import type { Degree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import { bassNote, chordTones } from '../chord/tones.ts';
import { barsInTime, type TimedBar } from './barsInTime.ts';
import { withoutHands } from './simpler.ts';

/** The parts of backing singers, from the highest down. */
export const backingVoices = ['soprano', 'alto', 'tenor'] as const;
export type BackingVoice = (typeof backingVoices)[number];

/**
 * Their ranges, as MIDI numbers: C4 to A5, G3 to D5, C3 to A4 (from memory: handbooks of choral writing), without the highest
 * notes, which stand out beside a lead; and the middle of close harmony (common practice, no published source).
 */
export const backingRanges: Readonly<Record<BackingVoice, PartRange>> = {
  soprano: { low: 60, high: 77, ease: 70 },
  alto: { low: 55, high: 74, ease: 65 },
  tenor: { low: 50, high: 69, ease: 60 },
};

/** A note of every part, sung together. */
export interface BackingNote {
  /** Which part of the timeline it is sung in. */
  readonly part: number;
  /** Ticks from the beginning of the song. */
  readonly onset: number;
  readonly ticks: number;
  /** From the highest part down: MIDI numbers, and their degrees of the key that holds there. */
  readonly notes: readonly { readonly note: number; readonly degree: Degree }[];
}

/**
 * Three parts to sing beside the lead: with the tune, in its rhythm; where words are sung and no tune is written, with the
 * chords.
 * @returns none where nothing is sung; null where these ranges have no way through its chords
 */
export function backingNotes(
  timeline: Timeline,
  ranges: Readonly<Record<BackingVoice, PartRange>> = backingRanges,
): BackingNote[] | null {
  const stretches = stretchesOf(timeline);
  const groups = groupsOf(stretches, timeline);
  const led = leadParts(
    groups.map(({ step }) => step),
    backingVoices.map((voice) => ranges[voice]),
  );
  if (!led) return null;
  return groups.flatMap(({ sung, harmony }, at) => {
    const notes = led[at]!.map((note) => ({ note, degree: degreeIn(harmony, note) }));
    return sung.map(({ part, onset, ticks }) => ({ part, onset, ticks, notes }));
  });
}

/** A song as it is played, with one of the backing parts in the place of its tune. */
export function backingSong(
  timeline: Timeline,
  backing: readonly BackingNote[],
  voice: BackingVoice,
): UnrolledSong {
  const place = backingVoices.indexOf(voice);
  const bars = barsInTime(timeline);
  let next = 0;
  const tunes = timeline.parts.map((part, index) =>
    part.bars.map(() => {
      const bar = bars[next]!;
      next += 1;
      return tuneIn(bar, backing, place, timeline.key, timeline.parts[index]!.lift);
    }),
  );
  const unrolled = unroll({ ...timeline, song: withoutHands(timeline.song) });
  const sections = unrolled.song.sections.map((section, index) => {
    let bar = 0;
    const phrases = section.phrases.map((phrase) => {
      const tune = tunes[index]!.slice(bar, (bar += phrase.bars.length));
      return { ...phrase, tune: withoutSilentEnd(tune) };
    });
    return { ...section, phrases };
  });
  return { ...unrolled, song: { ...unrolled.song, sections } };
}

/** What is sung at once for a while. */
interface Sung {
  readonly part: number;
  readonly onset: number;
  readonly ticks: number;
  /** The note of the tune; null where none is written. */
  readonly lead: number | null;
}

/** A chord that sounds from one tick to another. */
interface Harmony {
  readonly start: number;
  readonly end: number;
  readonly chord: Chord;
  readonly key: Key;
}

function harmoniesOf({ slots }: Timeline): Harmony[] {
  const found: Harmony[] = [];
  for (const { start, key, is } of slots) {
    const end = start + is.ticks;
    const last = found.at(-1);
    if (is.kind === 'chord') found.push({ start, end, chord: is.chord, key });
    else if (is.kind === 'held' && last) found[found.length - 1] = { ...last, end };
  }
  return found;
}

/** The notes of the tune; in a part without one that has words, its chords. */
function stretchesOf(timeline: Timeline): Sung[] {
  const bars = barsInTime(timeline);
  const tune = sungNotes(timeline);
  const harmonies = harmoniesOf(timeline);
  return timeline.parts.flatMap(({ bars: own }, part): Sung[] => {
    const here = bars.filter((bar) => bar.part === part);
    const [from, to] = [here[0]?.start ?? 0, endOf(here.at(-1))];
    const within = ({ onset }: { onset: number }) => onset >= from && onset < to;
    const notes = tune.filter(within);
    if (notes.length > 0)
      return notes.map(({ onset, ticks, note }) => ({ part, onset, ticks, lead: note }));
    if (own.every(({ words }) => words.every((line) => line === ''))) return [];
    return harmonies
      .map(({ start, end }) => ({ part, onset: start, ticks: end - start, lead: null }))
      .filter(within);
  });
}

function endOf(bar: TimedBar | undefined): number {
  return bar ? bar.start + bar.ticks : 0;
}

/** Notes that are sung to one chord: the parts hold theirs while the tune moves over it. */
interface Group {
  readonly sung: readonly Sung[];
  readonly harmony: Harmony;
  readonly step: PartStep;
}

function groupsOf(stretches: readonly Sung[], timeline: Timeline): Group[] {
  const harmonies = harmoniesOf(timeline);
  const restOfOne = 2 * tempoBeat(timeline.song.meter);
  const groups: { sung: Sung[]; harmony: Harmony; begins: boolean }[] = [];
  let last: Sung | null = null;
  for (const one of stretches) {
    const harmony = harmonyUnder(one, harmonies);
    if (!harmony) continue;
    const begins = last === null || one.onset - (last.onset + last.ticks) >= restOfOne;
    const group = groups.at(-1);
    if (group?.harmony === harmony && !begins && last?.part === one.part) group.sung.push(one);
    else groups.push({ sung: [one], harmony, begins });
    last = one;
  }
  return groups.map(({ sung, harmony, begins }) => ({
    sung,
    harmony,
    step: {
      tones: tonesOf(harmony),
      bass: pitchClass(bassNote(harmony.chord, harmony.key)),
      lead: [...sung]
        .sort((one, other) => other.ticks - one.ticks)
        .flatMap(({ lead }) => (lead === null ? [] : [lead])),
      begins,
    },
  }));
}

/** The chord that sounds longest while a note does: one that comes in just before a chord is of that chord. */
function harmonyUnder({ onset, ticks }: Sung, harmonies: readonly Harmony[]): Harmony | null {
  let longest = 0;
  let under: Harmony | null = null;
  for (const harmony of harmonies) {
    const shared = Math.min(harmony.end, onset + ticks) - Math.max(harmony.start, onset);
    if (shared <= longest) continue;
    longest = shared;
    under = harmony;
  }
  return under;
}

/** A bass that is none of the chord's own tones is for the instruments. */
function tonesOf({ chord, key }: Harmony): PartTone[] {
  const figures = chord.kind === 'named' ? chord.figures : [];
  const isDominant =
    (alterOfFigure(figures, 3) === 0 && alterOfFigure(figures, 7) === -1) ||
    rootOf(chord).step === 5;
  return chordTones(chord, key)
    .filter(({ role, weight }) => role !== 'bass' && weight !== 'better left out')
    .map(({ pitchClass: tone, weight, role }) => ({
      pitchClass: tone,
      isNeeded: weight === 'essential',
      leads:
        role === 'third' && isDominant && alterOfFigure(figures, 3) === 0
          ? 'up'
          : role === 'seventh' && alterOfFigure(figures, 7) !== 0
            ? 'down'
            : null,
    }));
}

function degreeIn({ chord, key }: Harmony, note: number): Degree {
  return chordTones(chord, key).find((tone) => tone.pitchClass === note % 12)!.degree;
}

/** What a part sings in a bar; nothing where it is silent throughout. */
function tuneIn(
  { start, ticks }: TimedBar,
  backing: readonly BackingNote[],
  place: number,
  key: Key,
  lift: number,
): TuneBar {
  const end = start + ticks;
  const events: TuneEvent[] = [];
  let at = start;
  for (const { onset, ticks: length, notes } of backing) {
    const [from, to] = [Math.max(onset, start), Math.min(onset + length, end)];
    if (to <= from || from < at) continue;
    if (from > at) events.push({ kind: 'rest', ticks: from - at });
    const { note, degree } = notes[place]!;
    const octave = tuneOctave(note - lift, degree, key);
    const sung: TuneEvent =
      onset < start
        ? { kind: 'held', ticks: to - from }
        : { kind: 'note', degree, octave, accent: false, ticks: to - from };
    events.push(sung);
    at = to;
  }
  if (events.length === 0) return [];
  return at < end ? [...events, { kind: 'rest', ticks: end - at }] : events;
}
