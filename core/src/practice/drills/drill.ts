import type { Chord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { parseChord } from '../../chord/parseChord.ts';
import { formatKey, parseKey, type Key } from '../../pitch/key.ts';

/** Bars of a section, from 1, with both. */
export interface DrillBars {
  readonly from: number;
  readonly to: number;
}

/** Something short to practise. */
export type Drill =
  /** A number is said, its chord is played. */
  | { readonly kind: 'to chord'; readonly key: Key; readonly chord: Chord }
  /** Letters are read, their number is chosen. */
  | { readonly kind: 'to number'; readonly key: Key; readonly chord: Chord }
  /** A chord is heard behind home, its number is chosen. */
  | { readonly kind: 'heard'; readonly key: Key; readonly chord: Chord }
  /** A suspended chord, and where it goes. */
  | { readonly kind: 'resolve'; readonly key: Key; readonly from: Chord; readonly to: Chord }
  /** A chord lies there; the next one is played with as little way as can be. */
  | { readonly kind: 'nearest'; readonly key: Key; readonly from: Chord; readonly to: Chord }
  /** The bass of the chord that comes next. */
  | { readonly kind: 'bass'; readonly key: Key; readonly from: Chord; readonly to: Chord }
  /** One chord in twelve keys. */
  | { readonly kind: 'keys'; readonly chord: Chord }
  /** One kind of chord in twelve keys on three degrees, for five minutes. */
  | { readonly kind: 'five minutes'; readonly chords: readonly Chord[] }
  /** Bars of a song in which something went wrong. */
  | {
      readonly kind: 'change';
      readonly songId: string;
      readonly section: string;
      readonly bars: DrillBars;
    };
export type DrillKind = Drill['kind'];

/** Parts of a name stand apart by this; neither chords nor keys have it. */
const between = ' · ';

/** The name of a drill, by which a log knows it; `readDrill` reads it. */
export function nameDrill(drill: Drill): string {
  const parts = (): readonly string[] => {
    switch (drill.kind) {
      case 'to chord':
      case 'to number':
      case 'heard':
        return [formatKey(drill.key), formatChord(drill.chord)];
      case 'resolve':
      case 'nearest':
      case 'bass':
        return [formatKey(drill.key), formatChord(drill.from), formatChord(drill.to)];
      case 'keys':
        return [formatChord(drill.chord)];
      case 'five minutes':
        return drill.chords.map((chord) => formatChord(chord));
      case 'change':
        return [drill.songId, `${drill.bars.from}-${drill.bars.to}`, drill.section];
    }
  };
  return [drill.kind, ...parts()].join(between);
}

/** Reads the name of a drill; null for one that this program does not know. */
export function readDrill(name: string): Drill | null {
  const [kind, ...parts] = name.split(between);
  switch (kind) {
    case 'to chord':
    case 'to number':
    case 'heard': {
      const [key, chord] = [keyOf(parts[0]), chordOf(parts[1])];
      return key && chord && { kind, key, chord };
    }
    case 'resolve':
    case 'nearest':
    case 'bass': {
      const [key, from, to] = [keyOf(parts[0]), chordOf(parts[1]), chordOf(parts[2])];
      return key && from && to && { kind, key, from, to };
    }
    case 'keys': {
      const chord = chordOf(parts[0]);
      return chord && { kind, chord };
    }
    case 'five minutes': {
      const chords = parts.map(chordOf);
      return chords.length > 0 && chords.every((chord) => chord !== null) ? { kind, chords } : null;
    }
    case 'change': {
      const [songId, bars, ...section] = parts;
      const read = /^(\d{1,4})-(\d{1,4})$/.exec(bars ?? '');
      if (!songId || !read || section.length === 0) return null;
      const [from, to] = [Number(read[1]), Number(read[2])];
      if (from < 1 || to < from) return null;
      return { kind, songId, section: section.join(between), bars: { from, to } };
    }
    default:
      return null;
  }
}

function keyOf(text = ''): Key | null {
  const read = parseKey(text);
  return read.ok ? read.value : null;
}

function chordOf(text = ''): Chord | null {
  const read = parseChord(text);
  return read.ok ? read.value : null;
}
