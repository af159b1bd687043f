import { listed } from '../kit/words.ts';
import { degreeOfSemitones, degreeSemitones, type Degree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { fold, withSigns } from '../pitch/note.ts';
import { alterOfFigure, bassOf, rootOf, type Chord, type NamedChord } from './chord.ts';
import { formatChord, nameDegree } from './formatChord.ts';
import { plainStyle, type NumberStyle } from './reading.ts';
import { chordTones, type Role } from './tones.ts';

/** How notes stand to the chord that is written where they sound. */
export interface AsWritten {
  /** What sounds besides, by its figure above the root, from the seventh up: `9`, `#11`. */
  readonly added: readonly string[];
  readonly withoutFifth: boolean;
  /** The lowest tone of the chord does not sound: a bass player has it. */
  readonly leftToBass: boolean;
  /** What is lowest, where the chord asks for another bass; null where it does not, or somebody else has the bass. */
  readonly bottom: Degree | null;
}

/**
 * Whether notes are a written chord, perhaps with colours over it: all its tones that are needed sound (an optional one may
 * be missing, a bass player may have the lowest), and nothing else than what colours it. Common practice, no published source.
 * @param mask the notes, as semitones above the tonic of the (relative) major key @param lowest of them
 * @returns null where they are another chord
 */
export function asWritten(
  { mask, lowest }: { readonly mask: number; readonly lowest: number },
  chord: Chord,
  key: Key,
  bassPlayer: boolean,
): AsWritten | null {
  const { tones, bass, own } = writtenTones(chord, key);
  const sounds = (at: number) => (mask & (1 << at)) !== 0;
  const silent = tones.filter(({ at }) => !sounds(at));
  const leftToBass = !sounds(bass);
  if (leftToBass && !bassPlayer) return null;
  if (silent.some(({ at, isNeeded }) => isNeeded && at !== bass)) return null;
  const { added, foreign } = coloursOf(mask & ~own, chord);
  if (foreign) return null;
  return {
    added,
    withoutFifth: silent.some(({ role }) => role === 'fifth'),
    leftToBass,
    bottom: bassPlayer || lowest === bass ? null : degreeOfSemitones(lowest),
  };
}

/** What keeps notes from being the chord that is written: tones of it that do not sound, and tones that make another one of it. */
export interface Unlike {
  readonly missing: readonly Role[];
  readonly foreign: readonly Degree[];
}

/**
 * What is missing in notes for a written chord, and what is foreign to it; nothing of either where they are that chord.
 * @param mask the notes, as semitones above the tonic of the (relative) major key
 */
export function unlikeWritten(mask: number, chord: Chord, key: Key, bassPlayer: boolean): Unlike {
  const { tones, bass, own } = writtenTones(chord, key);
  const missing = tones
    .filter(({ at, isNeeded }) => isNeeded && !(mask & (1 << at)) && !(bassPlayer && at === bass))
    .map(({ role }) => role);
  const rest = coloursOf(mask & ~own, chord).foreign;
  const foreign = Array.from({ length: 12 }, (_, at) => at).filter((at) => rest & (1 << at));
  return { missing, foreign: foreign.map(degreeOfSemitones) };
}

/** The tones of a chord and its bass in semitones over home, and all of them as a mask. */
function writtenTones(chord: Chord, key: Key) {
  const tones = chordTones(chord, key).map(({ degree, role, weight }) => ({
    at: semitone(degree),
    role,
    isNeeded: weight === 'essential',
  }));
  const own = tones.reduce((all, { at }) => all | (1 << at), 0);
  return { tones, own, bass: semitone(bassOf(chord)) };
}

/** One sentence: `2m7 as written, with 11; 2 is left to the bass.` */
export function writtenInWords(
  { added, withoutFifth, leftToBass, bottom }: AsWritten,
  chord: Chord,
  numbers: Partial<NumberStyle> = {},
): string {
  const style = { ...plainStyle, ...numbers };
  const said = [
    `${formatChord(chord, numbers)} as written`,
    added.length > 0 ? `with ${listed(added)}` : '',
    withoutFifth ? 'without its fifth' : '',
    bottom ? `${nameDegree(bottom, style)} in the bass` : '',
  ];
  const bass = leftToBass ? `; ${nameDegree(bassOf(chord), style)} is left to the bass` : '';
  return withSigns(`${said.filter(Boolean).join(', ')}${bass}.`, style.signs);
}

/** What notes are over a chord, each as a figure, and those that make another chord of it. */
function coloursOf(mask: number, chord: Chord): { added: string[]; foreign: number } {
  const added: string[] = [];
  if (chord.kind !== 'named') return { added, foreign: mask };
  const root = semitone(rootOf(chord));
  let foreign = mask;
  for (const [above, figure] of coloursOver(chord, (mask & (1 << fold(root + 10, 12))) !== 0)) {
    const bit = 1 << fold(root + above, 12);
    if (foreign & bit) added.push(figure);
    foreign &= ~bit;
  }
  return { added, foreign };
}

/**
 * What colours a chord, by semitones above its root, in the order in which it is said. A major triad under a minor seventh is a
 * dominant, written or not.
 */
function coloursOver(
  { figures }: NamedChord,
  hasSeventh: boolean,
): [above: number, figure: string][] {
  const third = alterOfFigure(figures, 3);
  const seventh = alterOfFigure(figures, 7);
  const takesSeventh = seventh === null && alterOfFigure(figures, 6) === null;
  const dominant = third === 0 && (seventh === -1 || (takesSeventh && hasSeventh));
  const colours: [number, string][] = [];
  if (takesSeventh) colours.push([10, '7'], [11, 'maj7']);
  if (dominant) colours.push([1, 'b9'], [3, '#9']);
  colours.push([2, '9'], [5, '11']);
  if (third === 0) colours.push([6, '#11']);
  if (dominant) colours.push([8, 'b13']);
  colours.push([9, seventh === null ? '6' : '13']);
  return colours;
}

function semitone(degree: Degree): number {
  return fold(degreeSemitones(degree), 12);
}
