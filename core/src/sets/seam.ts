import { chordTones } from '../chord/tones.ts';
import type { Chord } from '../chord/chord.ts';
import { formatMeter, sameMeter, tempoBeat, type Meter } from '../chart/meter.ts';
import { eighth } from '../kit/ticks.ts';
import type { Key } from '../pitch/key.ts';
import { keyRelation, type KeyRelation } from './relation.ts';

/** One end of a song: where it leaves off, or begins. */
export interface SongEnd {
  readonly key: Key;
  /** The chord there, in the degrees of that key; null where nothing is played. */
  readonly chord: Chord | null;
  /** Felt beats a minute. */
  readonly tempo: number;
  readonly meter: Meter;
}

/** How tempos lie to each other. */
export interface TempoRelation {
  readonly before: number;
  readonly after: number;
  /** How much faster the second goes, as eighths go: over 1 faster. */
  readonly ratio: number;
  readonly kind: 'same' | 'near' | 'double' | 'half' | 'faster' | 'slower';
  /** Both count the same note: their numbers can be compared. */
  readonly isOneBeat: boolean;
  readonly words: string;
}

/** What two songs are to each other where one follows the other. */
export interface SeamBetween {
  readonly from: SongEnd;
  readonly to: SongEnd;
  readonly relation: KeyRelation;
  /** Pitch classes that the last chord and the first one share. */
  readonly commonTones: readonly number[];
  readonly tempo: TempoRelation;
  readonly sameMeter: boolean;
  readonly meterWords: string;
  /** How much one hears the seam: 0 where one song goes on into the next, about 10 where everything is another. */
  readonly seam: number;
}

/** What two songs are to each other, by where the one leaves off and the other begins. */
export function seamBetween(from: SongEnd, to: SongEnd): SeamBetween {
  const relation = keyRelation(from.key, to.key);
  const tempo = tempoRelation(from, to);
  const isSame = sameMeter(from.meter, to.meter);
  const meterWords = isSame
    ? `Both are in ${formatMeter(to.meter)}.`
    : `From ${formatMeter(from.meter)} into ${formatMeter(to.meter)}.`;
  return {
    from,
    to,
    relation,
    commonTones: common(from, to),
    tempo,
    sameMeter: isSame,
    meterWords,
    seam: seamOf(relation, tempo, isSame),
  };
}

/** Ticks a minute: by how fast eighths go, two metres can be compared. */
function ticksAMinute({ tempo, meter }: SongEnd): number {
  return tempo * tempoBeat(meter);
}

/** Tempos nearer than this, as a share, are felt as one (about what listeners tell apart: 6 to 8 %, memory). */
const oneTempo = 0.07;
const nearTempo = 0.2;

export function tempoRelation(from: SongEnd, to: SongEnd): TempoRelation {
  const ratio = ticksAMinute(to) / ticksAMinute(from);
  const is = (wanted: number, by: number) => Math.abs(ratio / wanted - 1) <= by;
  const kind = is(1, oneTempo)
    ? 'same'
    : is(2, oneTempo)
      ? 'double'
      : is(0.5, oneTempo)
        ? 'half'
        : is(1, nearTempo)
          ? 'near'
          : ratio > 1
            ? 'faster'
            : 'slower';
  const [before, after] = [from.tempo, to.tempo];
  const isOneBeat = tempoBeat(from.meter) === tempoBeat(to.meter);
  return { before, after, ratio, kind, isOneBeat, words: tempoWords(kind, from, to, isOneBeat) };
}

/** A tempo with the note that it counts, as it stands over a score. @example tempoMark({ tempo: 52, meter: sixEight }) // '♩. 52' */
export function tempoMark({ tempo, meter }: Pick<SongEnd, 'tempo' | 'meter'>): string {
  const notes: Readonly<Record<number, string>> = { 2: '♩', 3: '♩.', 4: '𝅗𝅥', 6: '𝅗𝅥.' };
  const note = notes[tempoBeat(meter) / eighth] ?? '♩';
  return `${note} ${Math.round(tempo)}`;
}

function tempoWords(
  kind: TempoRelation['kind'],
  from: SongEnd,
  to: SongEnd,
  isOneBeat: boolean,
): string {
  // Where beats are other notes, only by eighths it can be said which is faster.
  const [before, after] = isOneBeat
    ? [Math.round(from.tempo), Math.round(to.tempo)]
    : [tempoMark(from), tempoMark(to)];
  const who = isOneBeat ? '' : 'By eighths: ';
  switch (kind) {
    case 'same':
      return isOneBeat ? `The tempo stays at about ${after}.` : `The eighths stay: ${after}.`;
    case 'double':
      return isOneBeat
        ? `Twice as fast: eighths of ${before} are the beats of ${after}.`
        : `${who}twice as fast, ${before} to ${after}.`;
    case 'half':
      return isOneBeat
        ? `Half as fast: every second beat of ${before} is one of ${after}.`
        : `${who}half as fast, ${before} to ${after}.`;
    case 'near':
      return isOneBeat
        ? `A little ${after > before ? 'faster' : 'slower'}: from ${before} to ${after}.`
        : `${who}nearly as fast, ${before} to ${after}.`;
    case 'faster':
    case 'slower':
      return isOneBeat
        ? `${kind === 'faster' ? 'Faster' : 'Slower'}, from ${before} to ${after}: begin it anew.`
        : `${who}${kind}, ${before} to ${after}: begin it anew.`;
  }
}

function common(from: SongEnd, to: SongEnd): number[] {
  if (!from.chord || !to.chord) return [];
  const tones = ({ chord, key }: SongEnd) =>
    new Set(chordTones(chord!, key).map((tone) => tone.pitchClass));
  const later = tones(to);
  return [...tones(from)].filter((tone) => later.has(tone)).sort((one, other) => one - other);
}

/**
 * How much a seam is heard (common practice, no published source): fifths away, less for a lift upwards, which is meant;
 * a tempo that has to begin anew; another metre.
 */
function seamOf({ kind, fifths }: KeyRelation, tempo: TempoRelation, isSame: boolean): number {
  const byKey = { same: 0, relative: 0.5, parallel: 2, neighbour: 1, lift: 2, far: 0 }[kind];
  const apart = kind === 'far' ? 1 + Math.abs(fifths) * 0.8 : byKey;
  const byTempo = { same: 0, near: 1, double: 1, half: 1, faster: 2.5, slower: 2.5 }[tempo.kind];
  return Math.round(10 * (apart + byTempo + (isSame ? 0 : 1))) / 10;
}
