import { pitchClassesOf } from '../chord/tones.ts';
import { rootOf, type Chord, type Figure } from '../chord/chord.ts';
import { degreeSemitones } from '../pitch/degree.ts';
import { pitchClass, fold } from '../pitch/note.ts';
import { relativeMajor, scale, simplestKey, type Key } from '../pitch/key.ts';
import { spelledFor } from './spelledFor.ts';

/** A key that chords may be in. */
export interface KeyGuess {
  readonly key: Key;
  /** From 0 to 1; all guesses together make 1. */
  readonly likelihood: number;
}

/** The key in which the chords are given: a chord read from letters counts from C. */
const readIn: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };

/**
 * What speaks for a key, each in the same points (common practice, no published source; tried on 240 progressions, half
 * of them minor, and on generated songs): a chord of the key alone; home first, last and in between; a fall home from the
 * fifth or the fourth. A minor key has its leading tone in the chords of its dominant.
 */
const points = {
  inKey: 2,
  toneOutside: -2,
  homeFirst: 1.2,
  homeLast: 1.8,
  home: 0.25,
  fifthHome: 1,
  fourthHome: 0.5,
  /** Far more songs are in the relative major and only touch their minor home. */
  minor: -6.5,
  /** It begins and ends at home. */
  frame: 1,
  minorFrame: 4.5,
  /** Of a major key: its home is never heard, that of its relative minor several times. */
  homeAbsent: -4,
  /** Of a minor key: the dominant with its leading tone goes home, or is what a row from home ends with. */
  dominantHome: 0.5,
  halfClose: 5,
} as const;

/** No song has more chords: what has is known by its beginning. */
const mostHeard = 5_000;

/** So many of the likeliest keys are spelled as the chords are; nobody is shown the others. */
const mostSpelled = 5;

/**
 * The keys that a row of chords may be in, likeliest first. Chords are taken as `fromLetters` reads them in C major.
 * @returns the 24 keys of everyday use, the likeliest spelled as the chords are; the first is the guess
 */
export function guessKey(all: readonly Chord[]): KeyGuess[] {
  const chords = all.slice(0, mostHeard);
  const heard = chords.map((chord) => ({
    root: degreeSemitones(rootOf(chord)),
    minor: isMinor(chord),
    tones: pitchClassesOf(chord, readIn),
  }));
  const scored = (['major', 'minor'] as const).flatMap((mode) =>
    Array.from({ length: 12 }, (_, above) => {
      const key = simplestKey(above, mode);
      return { key, score: scoreOf(heard, key) };
    }),
  );
  // Points become shares: three more make a key about three times as likely.
  const best = Math.max(...scored.map(({ score }) => score));
  const weights = scored.map(({ key, score }) => ({ key, weight: 3 ** ((score - best) / 3) }));
  const whole = weights.reduce((sum, { weight }) => sum + weight, 0);
  return weights
    .map(({ key, weight }) => ({ key, likelihood: weight / whole }))
    .sort((one, other) => other.likelihood - one.likelihood)
    .map((guess, place) =>
      place < mostSpelled ? { ...guess, key: spelledFor(chords, guess.key) } : guess,
    );
}

interface Heard {
  readonly root: number;
  readonly minor: boolean;
  readonly tones: ReadonlySet<number>;
}

function scoreOf(heard: readonly Heard[], key: Key): number {
  const home = pitchClass(key.tonic);
  const inKey = new Set(scale(relativeMajor(key)).map(pitchClass));
  const minor = key.mode === 'minor';
  const leading = fold(home + 11, 12);
  const above = ({ root }: Heard) => fold(root - home, 12);
  const isHome = (chord: Heard | undefined) =>
    chord !== undefined && chord.root === home && chord.minor === minor;
  /** The dominant of a minor key, or the diminished chord on its leading tone. */
  const isLeading = (chord: Heard | undefined) =>
    chord !== undefined &&
    minor &&
    chord.tones.has(leading) &&
    (above(chord) === 11 || (above(chord) === 7 && !chord.minor));
  let score = minor ? points.minor : 0;
  for (const [index, chord] of heard.entries()) {
    const leads = isLeading(chord);
    const outside = [...chord.tones].filter(
      (tone) => !inKey.has(tone) && !(leads && tone === leading),
    ).length;
    score += outside === 0 ? points.inKey : outside * points.toneOutside;
    if (!isHome(chord)) continue;
    score += points.home;
    const before = heard[index - 1];
    if (!before) continue;
    if (isLeading(before)) score += points.dominantHome;
    if (above(before) === 7) score += points.fifthHome;
    if (above(before) === 5) score += points.fourthHome;
  }
  const [first, last] = [heard[0], heard.at(-1)];
  if (isHome(first)) score += points.homeFirst;
  if (isHome(last)) score += points.homeLast;
  if (isHome(first) && isHome(last)) score += minor ? points.minorFrame : points.frame;
  const sixths = heard.filter((chord) => chord.minor && above(chord) === 9).length;
  if (!minor && sixths > 1 && !heard.some(isHome)) score += points.homeAbsent;
  if (isHome(first) && isLeading(last)) score += points.halfClose;
  return score;
}

function isMinor(chord: Chord): boolean {
  const figures: readonly Figure[] = chord.kind === 'named' ? chord.figures : [];
  return figures.some(({ figure, alter }) => figure === 3 && alter === -1);
}
