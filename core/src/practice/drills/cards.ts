import { alterOfFigure, type Chord, type NamedChord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { leadingOf } from '../../chord/leading.ts';
import type { Song } from '../../chart/song.ts';
import { bassNote, leavesKey } from '../../chord/tones.ts';
import type { Key } from '../../pitch/key.ts';
import { formatNote } from '../../pitch/note.ts';
import { chordsOf as formulaChords } from '../../moves/formula.ts';
import { chordsOf } from '../ladder.ts';
import { nameDrill, readDrill, type Drill, type DrillBars } from './drill.ts';
import { afterDrill, type DrillMemory } from './memory.ts';

/** A song that drills are made from. */
export interface DrillSong {
  readonly id: string;
  readonly song: Song;
  /** The key that it will be played in. */
  readonly key: Key;
  /** Days until it is played; null where no service has it. */
  readonly days: number | null;
}

/** A round of a song in which something went wrong. */
export interface FailedBars {
  readonly songId: string;
  readonly section: string;
  /** Bars of the section, from 1, each a place of its own. */
  readonly bars: readonly number[];
  /** When, in milliseconds since 1970. */
  readonly at: number;
  readonly days: number | null;
}

/** A drill as it lies in the box. */
export interface DrillCard {
  readonly name: string;
  readonly drill: Drill;
  /** The songs that it is for. */
  readonly songs: readonly string[];
  /** Days until the first of them is played; null where no service has any. */
  readonly days: number | null;
  /** Null where it was never done. */
  readonly memory: DrillMemory | null;
}

/** So many chords and changes of one song are drilled: those that stand in it first. */
const mostOfSong = 8;

/** One kind of chord on three degrees that have it in every key (derived from the scale). */
const families = ['1add9 4add9 5add9', '2m7 3m7 6m7', '1sus4 2sus4 5sus4', '1 4 5'].map(
  formulaChords,
);

/**
 * The drills that songs ask for, and what a log says of each: their chords to and from numbers and by ear, what is suspended and where
 * it goes, inversions and basses of their changes, their shapes in all keys, and the bars in which something went wrong.
 * @param log how each drill is remembered, by its name; one that no song asks for any more comes back all the same
 */
export function drillCards(
  songs: readonly DrillSong[],
  failed: readonly FailedBars[],
  log: ReadonlyMap<string, DrillMemory>,
): DrillCard[] {
  const cards = new Map<string, DrillCard>();
  const add = (
    drill: Drill,
    { id, days }: { readonly id: string | null; readonly days: number | null },
    memory: DrillMemory | null = null,
  ) => {
    const name = nameDrill(drill);
    const there = cards.get(name);
    cards.set(name, {
      name,
      drill,
      songs: [...new Set([...(there?.songs ?? []), ...(id === null ? [] : [id])])],
      days: soonest(there?.days ?? null, days),
      memory: later(later(there?.memory ?? null, memory), log.get(name) ?? null),
    });
  };
  for (const one of failed)
    for (const bars of pairsOf(one.bars)) {
      const drill: Drill = { kind: 'change', songId: one.songId, section: one.section, bars };
      const before = log.get(nameDrill(drill)) ?? null;
      // What was drilled since is as it was then.
      const isNew = before === null || before.last < one.at;
      add(
        drill,
        { id: one.songId, days: one.days },
        isNew ? afterDrill(before, 'again', one.at) : null,
      );
    }
  for (const song of songs) for (const drill of drillsOf(song)) add(drill, song);
  for (const [name] of log) {
    const drill = cards.has(name) ? null : readDrill(name);
    if (drill) add(drill, { id: null, days: null });
  }
  return [...cards.values()];
}

/** The two bars around each place: itself and the one before. */
function pairsOf(bars: readonly number[]): DrillBars[] {
  return [...new Set(bars)].map((bar) => ({ from: Math.max(1, bar - 1), to: bar }));
}

const soonest = (one: number | null, other: number | null) =>
  one === null ? other : other === null ? one : Math.min(one, other);

const later = (one: DrillMemory | null, other: DrillMemory | null) =>
  !one || (other && other.last > one.last) ? other : one;

function drillsOf({ song, key }: DrillSong): Drill[] {
  const chords = song.sections.flatMap((section) => chordsOf(section).map((slot) => slot.chord));
  const own = different(chords, formatChord).slice(0, mostOfSong);
  const changes = different(
    chords.slice(1).map((to, place) => ({ from: chords[place]!, to })),
    ({ from, to }) => `${formatChord(from)} ${formatChord(to)}`,
  ).filter(({ from, to }) => formatChord(from) !== formatChord(to));
  const bass = (chord: Chord) => formatNote(bassNote(chord, key));
  // Of a chord over another bass any inversion would not be it: its bass is drilled.
  const free = own.filter((chord) => chord.bass === null);
  const suspended = free.flatMap((from) => {
    const leads = isSuspended(from) ? leadingOf(from, null) : null;
    return leads ? [{ from, to: leads.chord }] : [];
  });
  return [
    ...free.map((chord): Drill => ({ kind: 'to chord', key, chord })),
    ...suspended.map((pair): Drill => ({ kind: 'resolve', key, ...pair })),
    ...changes
      .filter(({ from, to }) => bass(from) !== bass(to))
      .slice(0, mostOfSong)
      .map((pair): Drill => ({ kind: 'bass', key, ...pair })),
    ...changes
      .filter(({ from, to }) => from.bass === null && to.bass === null)
      .slice(0, mostOfSong)
      .map((pair): Drill => ({ kind: 'nearest', key, ...pair })),
    ...own.map((chord): Drill => ({ kind: 'to number', key, chord })),
    ...own
      .filter((chord) => formatChord(chord) !== '1')
      .map((chord): Drill => ({ kind: 'heard', key, chord })),
    ...free.filter(isMoreThanTriad).map((chord): Drill => ({ kind: 'keys', chord })),
    ...families
      .filter(([first]) => own.some((chord) => qualityOf(chord) === qualityOf(first!)))
      .map((chords): Drill => ({ kind: 'five minutes', chords })),
  ];
}

/** A shape is taken through all keys where it is more than a triad of the key. */
function isMoreThanTriad(chord: Chord): boolean {
  return chord.kind !== 'named' || chord.figures.length > 2 || leavesKey(chord);
}

function isSuspended(chord: Chord): chord is NamedChord {
  return (
    chord.kind === 'named' &&
    alterOfFigure(chord.figures, 3) === null &&
    chord.figures.some(({ figure }) => figure === 2 || figure === 4)
  );
}

const qualityOf = (chord: Chord) =>
  chord.kind === 'named' ? JSON.stringify([chord.figures, chord.bass]) : '';

function different<One>(all: readonly One[], name: (one: One) => string): One[] {
  const seen = new Map<string, One>();
  for (const one of all) if (!seen.has(name(one))) seen.set(name(one), one);
  return [...seen.values()];
}
