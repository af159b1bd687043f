import { expand } from '../chart/time/timeline.ts';
import type { Song } from '../chart/song.ts';
import { relativeMajor, sameKey, simplestKey, transposeKey, type Key } from '../pitch/key.ts';
import {
  accidentalsIn,
  capoShapes,
  writtenKey,
  type TransposingInstrument,
} from './instruments.ts';
import { fitVoice, type VoiceFit } from './fit.ts';
import { saidRange, songRange, type SungRange } from './range.ts';
import { keyWords, type KeyFact } from './keyWords.ts';
import { congregationRange, voiceOf, type Singer } from './singers.ts';

/** What counts how much where a key is chosen, beside the limits of voices, which always come first. */
export interface KeyWeights {
  /** Where the tune lies for each singer. */
  readonly voices: number;
  readonly congregation: number;
  readonly guitar: number;
  readonly horns: number;
  /** How many sharps or flats there are to read. */
  readonly reading: number;
  readonly player: number;
}

/** Weights to begin with (common practice, no published source). */
export const usualKeyWeights: KeyWeights = {
  voices: 4,
  congregation: 3,
  guitar: 1,
  horns: 1,
  reading: 1,
  player: 2,
};

/** Who and what a key is looked for. */
export interface KeyRequest {
  /** A song with its tune, lifts and all; a range that was found; or one that somebody said, as MIDI numbers in `key` (C). */
  readonly song:
    | Song
    | SungRange
    | { readonly low: number; readonly high: number; readonly usual: number; readonly key?: Key };
  readonly singers: readonly Singer[];
  /** Whether everybody sings along. */
  readonly congregation?: boolean;
  readonly guitar?: boolean;
  readonly horns?: readonly TransposingInstrument[];
  /** The keys that the player is at home in. */
  readonly player?: readonly Key[];
  readonly weights?: Partial<KeyWeights>;
}

/** Why a key stands where it does. */
export interface KeyReason {
  /** The singer's name, or what else it is about: `congregation`, `guitar`, `horns`, `reading`, `player`, `song`. */
  readonly who: string;
  /** The same as data, for whoever says it in another language. */
  readonly fact: KeyFact;
  readonly words: string;
  /** What it takes from 100. */
  readonly weight: number;
}

export interface RankedKey {
  readonly key: Key;
  /** Half steps from the key that the song is written in, -6 to 5. */
  readonly shift: number;
  /** 100 less what the reasons take. Above 0 no long note of anybody lies outside of comfort, and nothing is out of reach. */
  readonly score: number;
  /** The lowest and highest note of the tune as it is written, in this key; null where no tune is known. */
  readonly low: number | null;
  readonly high: number | null;
  readonly voices: readonly VoiceFit[];
  /** Those that weigh most first. */
  readonly reasons: readonly KeyReason[];
}

/** All that is wished for together takes so much at most: never as much as a note that cannot be sung. */
const mostOfWishes = 40;
/** What a note out of reach takes of a singer, at least and at most. */
const outOfReach = { least: 100, most: 250 };
/** What a long note outside of comfort takes at least, for each singer there is: more than all notes out of reach of all. */
const strained = 300;

/**
 * All twelve keys for a song, the best first. A key in which every long note lies in comfort for each singer stands before
 * every key in which one does not, and among those one in which nothing is out of reach before the others: by whatever
 * weights the rest is weighed. Of keys that are as good the nearest to the written one stands first.
 */
export function rankKeys(request: KeyRequest): RankedKey[] {
  const { range, written } = sungIn(request.song);
  const ranked = shifts.map((shift) => rankedKey(request, range, written, shift));
  return ranked.sort(
    (one, other) =>
      other.score - one.score ||
      Math.abs(one.shift) - Math.abs(other.shift) ||
      one.shift - other.shift,
  );
}

const shifts = Array.from({ length: 12 }, (_, place) => place - 6);

/** What is sung, and the key that it is written in. */
function sungIn(song: KeyRequest['song']): { range: SungRange | null; written: Key } {
  if ('sections' in song) return { range: songRange(expand(song)), written: song.key };
  if ('pitches' in song) return { range: song, written: song.key };
  const written = song.key ?? simplestKey(0, 'major');
  return { range: saidRange(song, written), written };
}

function rankedKey(
  request: KeyRequest,
  range: SungRange | null,
  written: Key,
  shift: number,
): RankedKey {
  const key = shift === 0 ? written : transposeKey(written, shift);
  const voices = range ? request.singers.map((one) => fitVoice(range, shift, voiceOf(one))) : [];
  const reasons = [
    ...(range ? voices.flatMap((fit) => limitsOf(fit, voices.length)) : [tuneless]),
    ...wishes(request, range, key, shift, voices),
  ].map(({ who, fact, weight }) => ({ who, fact, weight, words: keyWords(who, fact, key) }));
  const taken = reasons.reduce((sum, { weight }) => sum + weight, 0);
  return {
    key,
    shift,
    score: Math.round(10 * (100 - taken)) / 10,
    low: range && range.low + shift,
    high: range && range.high + shift,
    voices,
    reasons: reasons.sort((one, other) => other.weight - one.weight),
  };
}

type Weighed = Pick<KeyReason, 'who' | 'fact' | 'weight'>;

const tuneless: Weighed = { who: 'song', fact: { kind: 'no tune' }, weight: 0 };

/** What cannot be sung, or not without force. */
function limitsOf({ name, long, beyond, longShare, octave }: VoiceFit, singers: number): Weighed[] {
  const found: Weighed[] = [];
  if (long) {
    const fact: KeyFact = { kind: 'strains', ...long, octave };
    const weight = strained * singers + 10 * Math.abs(long.by) + Math.round(100 * longShare);
    found.push({ who: name, fact, weight });
  }
  if (beyond) {
    const weight = Math.min(outOfReach.most, outOfReach.least + 10 * Math.abs(beyond.by));
    found.push({ who: name, fact: { kind: 'out of reach', ...beyond, octave }, weight });
  }
  return found;
}

/** Something wished for: how far a key is from it, 0 to 1, and what it counts. */
interface Wish {
  readonly who: string;
  readonly fact: KeyFact;
  readonly far: number;
  readonly counts: number;
}

/** What is wished for beside the limits; together it takes `mostOfWishes` at most. */
function wishes(
  request: KeyRequest,
  range: SungRange | null,
  key: Key,
  shift: number,
  voices: readonly VoiceFit[],
): Weighed[] {
  const weights = { ...usualKeyWeights, ...request.weights };
  const all: Wish[] = [
    ...(range ? [] : [moved(shift)]),
    ...voices.map((fit) => lying(fit, weights.voices)),
    ...(request.congregation && range ? [everybody(range, shift, weights.congregation)] : []),
    ...(request.guitar ? [guitar(key, weights.guitar)] : []),
    ...(request.horns?.length ? [horns(request.horns, key, weights.horns)] : []),
    reading(key, weights.reading),
    ...(request.player?.length ? [atHome(request.player, key, weights.player)] : []),
  ].filter(({ counts }) => counts > 0);
  const total = all.reduce((sum, { counts }) => sum + counts, 0);
  return all.map(({ who, fact, far, counts }) => ({
    who,
    fact,
    weight: Math.round((10 * mostOfWishes * far * counts) / total) / 10,
  }));
}

/** Where nobody knows what is sung, whoever wrote it down knew best: only much of something else moves it. */
function moved(shift: number): Wish {
  const far = Math.abs(shift) / 6;
  return { who: 'song', fact: { kind: 'moved', semitones: shift }, far, counts: 8 };
}

function lying(
  { name, lies, shortShare, usual, octave, low, high }: VoiceFit,
  counts: number,
): Wish {
  const far = Math.min(1, 0.7 * Math.abs(lies) ** 1.5 + Math.min(0.3, 2 * shortShare));
  return {
    who: name,
    fact: { kind: 'lies', lies, usual, low, high, octave, touches: shortShare > 0 },
    far,
    counts,
  };
}

/** Everybody sings where treble voices like to, the others an octave lower: the tune in the octave in which it lies best. */
function everybody(range: SungRange, shift: number, counts: number): Wish {
  const { low, high } = congregationRange;
  const fit = fitVoice(range, shift, { name: '', low, high, extremeLow: low, extremeHigh: high });
  const over = fit.beyond?.by ?? 0;
  return {
    who: 'congregation',
    fact: { kind: 'congregation', low: fit.low, high: fit.high, over },
    far: Math.min(1, 0.2 * Math.abs(over) + 0.2 * Math.abs(fit.lies)),
    counts,
  };
}

function guitar(key: Key, counts: number): Wish {
  const best = capoShapes(key)[0]!;
  const far = Math.min(1, best.fret / 4);
  return { who: 'guitar', fact: { kind: 'guitar', ...best }, far, counts };
}

function horns(all: readonly TransposingInstrument[], key: Key, counts: number): Wish {
  const read = all.map((instrument) => ({ instrument, key: writtenKey(instrument, key) }));
  const most = Math.max(...read.map((one) => accidentalsIn(one.key)));
  return { who: 'horns', fact: { kind: 'horns', read }, far: Math.min(1, most / 6), counts };
}

function reading(key: Key, counts: number): Wish {
  const accidentals = accidentalsIn(key);
  const far = Math.min(1, accidentals / 6);
  return { who: 'reading', fact: { kind: 'reading', accidentals }, far, counts };
}

function atHome(keys: readonly Key[], key: Key, counts: number): Wish {
  // A minor key lies under the hands as its relative major does.
  const isAtHome = keys.some((one) => sameKey(relativeMajor(one), relativeMajor(key)));
  return { who: 'player', fact: { kind: 'player', isAtHome }, far: isAtHome ? 0 : 1, counts };
}

/** Whether a key is one in which nobody has to force or to leave a note out. */
export function isSingable({ voices }: RankedKey): boolean {
  return voices.every(({ long, beyond }) => !long && !beyond);
}

/** Half steps that the worst note of anybody lies beyond; 0 where all can be sung. */
export function worstBeyond({ voices }: RankedKey): number {
  return Math.max(
    0,
    ...voices.map(({ long, beyond }) =>
      Math.max(Math.abs(long?.by ?? 0), Math.abs(beyond?.by ?? 0)),
    ),
  );
}
