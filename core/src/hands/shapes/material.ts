import { hasFigure, type Chord } from '../../chord/chord.ts';
import { grades, suggestColours, type Grade } from '../../chord/colours.ts';
import { bassNote, chordTones } from '../../chord/tones.ts';
import type { Key } from '../../pitch/key.ts';
import { fold, pitchClass } from '../../pitch/note.ts';
import type { HandGrade } from './player.ts';

/** What hands may take from a chord: pitch classes (0 to 11 above C) by the part they play in it. Masks have bit n for pitch class n. */
export interface Material {
  readonly bass: number;
  /** Pitch classes the chord names, but for those better left out; the bass only where it is a chord tone. */
  readonly tones: readonly number[];
  /** What must sound for it to be this chord, the bass aside. */
  readonly essential: number;
  readonly root: number;
  readonly third: number | null;
  readonly fifth: number | null;
  readonly seventh: number | null;
  /** Colours that the chart does not ask for, with how far up the grades each stands: 1 warm, 2 rich, 3 altered. */
  readonly added: ReadonlyMap<number, number>;
  /** The root and fifth of home, for bells. */
  readonly home: readonly [root: number, fifth: number];
}

/** The most colours added to one chord. */
export const mostAdded = 2;

/** Sorts out what a chord offers to the hands in a key, for a player of this grade. */
export function materialOf(chord: Chord, key: Key, grade: HandGrade, next: Chord | null): Material {
  const all = chordTones(chord, key);
  const bass = pitchClass(bassNote(chord, key));
  const named = all.filter(({ role, weight }) => role !== 'bass' && weight !== 'better left out');
  const tones = [...new Set(named.map((tone) => tone.pitchClass))];
  const with_ = (role: string) => all.find((tone) => tone.role === role)?.pitchClass ?? null;
  const altered = (figure: string) =>
    all.find(({ role }) => role === `b${figure}` || role === `#${figure}`)?.pitchClass ?? null;
  const root = all.find(({ role }) => role === 'root')?.pitchClass ?? bass;
  const tonic = homeOf(key);
  return {
    bass,
    tones,
    essential: maskOf(named.filter((t) => t.weight === 'essential').map((t) => t.pitchClass)),
    root,
    third: with_('third'),
    fifth: with_('fifth') ?? altered('5'),
    seventh: with_('seventh'),
    added: addedColours(chord, key, grade, next, maskOf(tones) | (1 << bass)),
    home: [tonic, fold(tonic + 7, 12)],
  };
}

function homeOf(key: Key): number {
  return pitchClass(key.tonic);
}

export function maskOf(pitchClasses: Iterable<number>): number {
  let mask = 0;
  for (const one of pitchClasses) mask |= 1 << fold(one, 12);
  return mask;
}

/**
 * The colours that can be laid over a chord without taking anything from it: those of the colour card that keep all its
 * tones. Up to rich they stay in the key; altered ones come only before the chord they lead to. A suspension takes the
 * third's place, so it is no addition, and nothing brings a third back under a suspension.
 */
function addedColours(
  chord: Chord,
  key: Key,
  grade: HandGrade,
  next: Chord | null,
  own: number,
): Map<number, number> {
  const added = new Map<number, number>();
  if (grade === 'beginner' || grade === 'plain' || chord.kind !== 'named') return added;
  const hasThird = hasFigure(chord.figures, 3) || hasFigure(chord.figures, 3, -1);
  const major = hasFigure(chord.figures, 3);
  const before = maskOf(chordTones(chord, key).map((tone) => tone.pitchClass));
  for (const colour of suggestColours(chord, { key, grade: grade as Grade, next })) {
    const level = grades.indexOf(colour.grade);
    if (level < 3 && !colour.inKey) continue;
    const tones = chordTones(colour.chord, key);
    const mask = maskOf(tones.map((tone) => tone.pitchClass));
    if ((before & mask) !== before) continue;
    const leavesOut = tones.some(
      ({ weight, pitchClass: at }) => weight === 'better left out' && before & (1 << at),
    );
    if (leavesOut) continue;
    for (const { pitchClass: at, role } of tones) {
      if (own & (1 << at) || (!hasThird && role === 'third')) continue;
      // A sixth over another bass makes it the relative chord (5/7 with a 3 is 3m7/7), on a minor chord a half-diminished one.
      if (role === 'sixth' && (chord.bass || !major)) continue;
      added.set(at, Math.min(added.get(at) ?? level, level));
    }
  }
  return added;
}
