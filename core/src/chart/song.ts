import type { RangeSaid } from './saidRange.ts';
import { eighth, sixteenth } from '../kit/ticks.ts';
import type { Chord, NamedChord, Reading } from '../chord/chord.ts';
import type { OwnName } from '../chord/ownNames.ts';
import { plainSymbols, type NumberStyle, type Symbols } from '../chord/reading.ts';
import type { MinorSchool } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import type { Signs } from '../pitch/note.ts';
import type { Meter } from './meter.ts';
import type { PaletteShape } from './namedShapes.ts';
import type { SongPattern } from './ownPatterns.ts';
import type { HandLine, NamedLine } from './played.ts';
import { nothingSaidOfHands, type SaidHands } from './saidHands.ts';
import { noTextures, type Textures } from './texture.ts';
import type { TuneBar } from './tune.ts';

/** What a player wrote: everything in degrees, so that a key is only ever a way of looking at it. */
export interface Song {
  readonly title: string;
  readonly key: Key;
  readonly meter: Meter;
  /** Felt beats a minute (a dotted quarter in 6/8, 9/8 and 12/8); null where the chart does not say. */
  readonly tempo: number | null;
  /** Which notes swing: the second of each pair comes late; null where all are even. */
  readonly swing: Swing | null;
  /** How the chart's own text writes numbers; a reader may look at it in another way. */
  readonly reading: Reading;
  readonly minor: MinorSchool;
  readonly details: SongDetails;
  /** The order in which the sections are played; null where they are played as they stand. */
  readonly road: readonly RoadStep[] | null;
  /** From where to where it is sung, where that is said; the tune says it better. */
  readonly range: RangeSaid | null;
  /** How each hand strikes what it holds, in sections that say nothing of their own. */
  readonly textures: Textures;
  /** What both hands hold, for every player who says nothing else of it. */
  readonly hands: SaidHands;
  /** Patterns of the song's own that have names. */
  readonly patterns: readonly SongPattern[];
  /** Lines of a hand that have names. */
  readonly lines: readonly NamedLine[];
  /** A player's own names for shapes, which its bars may be written in. */
  readonly names: readonly OwnName[];
  /** Hand shapes by their names, for everybody. */
  readonly shapes: readonly PaletteShape[];
  readonly sections: readonly Section[];
}

/** Felt beats a minute where a chart says no tempo. */
export const usualTempo = 80;

export type Swing = 'eighths' | 'sixteenths';

/** One step of the roadmap: a section by its name, or a lift of the key from there on. */
export type RoadStep =
  | {
      readonly kind: 'play';
      readonly name: string;
      /** How many times; null for as many as the section says of itself. */
      readonly times: number | null;
      /** Goes on until the signal. */
      readonly open: boolean;
      /** What is done differently here; empty where nothing is said. */
      readonly direction: string;
    }
  | LiftStep;

/** From here on the key is another one. */
export interface LiftStep {
  readonly kind: 'lift';
  /** Semitones up or, negative, down; -11 to 11 and never 0. */
  readonly semitones: number;
  /** Chords of the new key that lead into it at the end of what is played before; absent where one goes straight there. */
  readonly by?: readonly NamedChord[];
}

/** What is said of a song besides its music; an empty text where nothing is. */
export interface SongDetails {
  readonly by: string;
  readonly singer: string;
  readonly feel: string;
  readonly rights: string;
}

export interface Section {
  readonly name: string;
  /** How many times it is played where it stands, 1 to 99. */
  readonly times: number;
  /** It is played again and again until the signal, at least as often as `times` says. */
  readonly open: boolean;
  /** Felt beats a minute in it; absent where it goes as the song does. */
  readonly tempo?: number;
  /** From where to where it is sung, where it has no tune; absent where nothing is said. */
  readonly range?: RangeSaid;
  readonly directions: readonly string[];
  readonly textures: Textures;
  readonly hands: SaidHands;
  readonly phrases: readonly Phrase[];
}

/** What is said of a section where nothing is said. */
export const plainSection: Omit<Section, 'name' | 'phrases'> = {
  times: 1,
  open: false,
  directions: [],
  textures: noTextures,
  hands: nothingSaidOfHands,
};

/** When a line of bars is played, if not every time. Times are counted from 1, over the whole song. */
export type PhraseWhen =
  /** After the bars that all times share; beyond these times too where none names a later one, unless it is for these only. */
  | { readonly kind: 'ending'; readonly times: readonly number[]; readonly only: boolean }
  /** In the place of as many bars from this one on (counted from 1 over the bars that all times share), and on past those. */
  | { readonly kind: 'instead'; readonly times: readonly number[]; readonly bar: number };

/** One line of bars, with the tune and the lines of words under them; an ending may have no bar. */
export interface Phrase {
  /** Null where it is played every time. */
  readonly when: PhraseWhen | null;
  readonly bars: readonly Bar[];
  /** A bar of the tune under each bar; shorter than the bars where the tune ends early. */
  readonly tune: readonly TuneBar[];
  /** What hands play in these bars in the place of their chords, or over them; absent where nothing is written. */
  readonly played?: readonly HandLine[];
  /** Each line of words, parted like the bars; shorter than the bars where the line ends early. */
  readonly words: readonly (readonly string[])[];
}

export type Bar = PlayedBar | SameBar;

/** How fast time goes from a bar on, to the end of the section. */
export interface TempoChange {
  /** Felt beats a minute, or as the section goes (`a tempo`). Absent where nothing is said. */
  readonly tempo?: number | 'a tempo';
  /** Where a `rit` from here on leads, in felt beats a minute. */
  readonly slowTo?: number;
}

export interface PlayedBar extends TempoChange {
  readonly kind: 'played';
  /** A change of metre before this bar; it holds to the end of the section. */
  readonly meter: Meter | null;
  readonly feel: Feel | null;
  /** The bar leads in: what is silent in it is not counted as a bar of the song. */
  readonly pickup: boolean;
  readonly slots: readonly Slot[];
}

/** The bar before it once more (`%`). */
export interface SameBar extends TempoChange {
  readonly kind: 'same';
  readonly feel: Feel | null;
}

/**
 * How time goes from a bar on, to the end of the section or until it goes `in time` again: felt half as fast, slowing
 * down, or without a beat.
 */
export type Feel = (typeof feels)[number];
export const feels = ['half-time', 'rit', 'free', 'in time'] as const;

/** A stretch of a bar, in ticks. */
export type Slot = { readonly ticks: number } & (
  | ChordSlot
  | { readonly kind: 'rest'; readonly fermata: boolean }
  /** What sounded before goes on, with no new attack; at the start of a pickup, silence. */
  | { readonly kind: 'held' }
  /** Text that is no chord, kept as it was typed; only in a song with problems. */
  | { readonly kind: 'unread'; readonly text: string }
);

export interface ChordSlot {
  readonly kind: 'chord';
  readonly chord: Chord;
  readonly push: Push | null;
  readonly ring: Ring | null;
  /** A short attack, then silence. */
  readonly stop: boolean;
  /** Struck harder than its neighbours. */
  readonly accent: boolean;
  readonly fermata: boolean;
}

/** The chord comes in early, by an eighth or a sixteenth. */
export interface Push {
  readonly by: 'eighth' | 'sixteenth';
  readonly hands: 'both' | 'right';
}

/** The chord rings: to the end of its slot, or for a number of bars. */
export interface Ring {
  readonly bars: number | null;
}

/** A chord without any mark. */
export function plainChord(chord: Chord, ticks: number): Slot {
  return {
    kind: 'chord',
    chord,
    push: null,
    ring: null,
    stop: false,
    accent: false,
    fermata: false,
    ticks,
  };
}

/** What ends earlier than it did: it waits for nobody, and rings no longer than it lasts. */
export function shortened<One extends Slot>(slot: One, ticks: number): One {
  if (slot.ticks === ticks) return slot;
  if (slot.kind !== 'chord') return { ...slot, ticks };
  return { ...slot, ticks, ring: slot.ring && { bars: null }, fermata: false };
}

export function silence(ticks: number): Slot {
  return { kind: 'rest', fermata: false, ticks };
}

/** A line of words without the empty cells at its end, which say nothing. */
export function withoutEmptyEnd(cells: readonly string[]): string[] {
  return cells.slice(0, cells.findLastIndex((cell) => cell !== '') + 1);
}

/** Ticks that a push comes early. */
export function pushTicks(push: Push): number {
  return push.by === 'eighth' ? eighth : sixteenth;
}

export function pushMark(push: Push): string {
  return (push.by === 'eighth' ? '<' : '<<') + (push.hands === 'right' ? 'r' : '');
}

/**
 * The style of numbers that suits a song, from what a reader wishes.
 * Counting from the own tonic has a meaning in minor keys only.
 */
export function styleFor(
  key: Key,
  wish: {
    readonly reading: Reading;
    readonly minor: MinorSchool;
    readonly signs?: Signs;
    readonly symbols?: Symbols;
    readonly names?: readonly OwnName[];
  },
): NumberStyle {
  return {
    ...(wish.names && wish.names.length > 0 ? { names: wish.names } : {}),
    reading: wish.reading,
    minor: key.mode === 'minor' ? wish.minor : 'relative',
    signs: wish.signs ?? 'typed',
    symbols: wish.symbols ?? plainSymbols,
  };
}
