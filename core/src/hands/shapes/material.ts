import {
  alterOfFigure,
  hasFigure,
  rootOf,
  type Chord,
  type Figure,
  type FigureNumber,
  type LayeredChord,
  type StackChord,
  type NamedChord,
} from '../../chord/chord.ts';
import { colouredForms, grades } from '../../chord/colourForms.ts';
import { isDominant } from '../../chord/leading.ts';
import {
  bassNote,
  chordTones,
  leavesKey,
  pitchClassesOf,
  type ChordTone,
} from '../../chord/tones.ts';
import { degreeSemitones } from '../../pitch/degree.ts';
import { noteOfDegree, type Key } from '../../pitch/key.ts';
import { fold, pitchClass } from '../../pitch/note.ts';
import type { HandGrade } from './player.ts';

/** What hands may take from a chord: pitch classes (0 to 11 above C) by the part they play in it. Masks have bit n for pitch class n. */
export interface Material {
  readonly bass: number;
  /** Pitch classes the chord names, but for those better left out; the bass only where it is a chord tone. */
  readonly tones: readonly number[];
  /** What must sound for it to be this chord, the bass aside. */
  readonly essential: number;
  /** Of each of these no more and no less than one sounds: of the two ninths of an alt, and of its two fifths. */
  readonly oneOf: readonly number[];
  readonly root: number;
  readonly third: number | null;
  readonly fifth: number | null;
  readonly seventh: number | null;
  /** The sharp ninth over a major third, which may not lie under it; null where there is none. */
  readonly sharpNinth: number | null;
  /** The third of a dominant with its seventh, which leads and is not doubled; null for other chords. */
  readonly leading: number | null;
  /** What the colours that the chart does not ask for make of the chord, and all that they add. */
  readonly coloured: readonly ColouredChord[];
  readonly added: readonly number[];
  /** What the player's grade wants coloured: a bare triad, or a dominant that falls a fifth with nothing altered. */
  readonly bare: 'triad' | 'dominant' | null;
  /** A stack's notes in the order in which they are written, from the lowest up; null for other chords. */
  readonly order: readonly number[] | null;
  /** The shape over a shell, which one hand holds whole; null for other chords. */
  readonly upper: number | null;
  /** The root and fifth of home, for bells. */
  readonly home: readonly [root: number, fifth: number];
}

/** A chord with a colour laid over it. */
export interface ColouredChord {
  /** How far up the grades the colour stands: 1 warm, 2 rich, 3 altered. */
  readonly level: number;
  readonly tones: number;
  /** What must sound for it to be this chord. */
  readonly needed: number;
  /** What it has that the chord alone has not. */
  readonly added: number;
  /** Whether a ninth or the fifth is altered: what a dominant that falls a fifth is coloured with. */
  readonly alters: boolean;
}

/** Sorts out what a chord offers to the hands in a key, for a player of this grade. */
export function materialOf(chord: Chord, key: Key, grade: HandGrade, next: Chord | null): Material {
  const all = chordTones(chord, key);
  const bass = pitchClass(bassNote(chord, key));
  const named = soundingTones(chord, key);
  const at = (...roles: readonly string[]) => all.filter(({ role }) => roles.includes(role));
  const one = (...roles: readonly string[]) => at(...roles)[0]?.pitchClass ?? null;
  const pairs = isAlt(chord) ? [at('b9', '#9'), at('#11', 'b13', 'b5', '#5')] : [];
  // Who is new to it has one of the four and no more: four notes are a handful.
  const oneOf = (grade === 'beginner' ? [pairs.flat()] : pairs).map(pitchClassesOfTones);
  const tones = [...new Set(named.map((tone) => tone.pitchClass))];
  const coloured = colouredChords(chord, key, grade, next);
  const added = coloured.reduce((mask, colour) => mask | colour.added, 0);
  const tonic = pitchClass(key.tonic);
  const third = one('third');
  const hasSharpNinth = chord.kind !== 'stack' && (one('#9') !== null || hasBothThirds(coloured));
  return {
    bass,
    tones,
    essential: pitchClassesOfTones(named.filter(({ weight }) => weight === 'essential')),
    oneOf: oneOf.filter((mask) => mask !== 0),
    root: one('root') ?? bass,
    third,
    fifth: one('fifth', 'b5', '#5'),
    seventh: one('seventh'),
    sharpNinth: hasSharpNinth && third !== null ? fold(third - 1, 12) : null,
    leading: isDominant(chord) && one('seventh') !== null ? third : null,
    coloured,
    added: pitchClassesIn(added),
    bare: coloured.length === 0 ? null : bareness(chord, next, grade, bass === third),
    order: chord.kind === 'stack' ? orderOf(chord, key) : null,
    upper: chord.kind === 'layered' ? maskOf(pitchClassesOf(shapeAlone(chord), key)) : null,
    home: [tonic, fold(tonic + 7, 12)],
  };

  function hasBothThirds(colours: readonly ColouredChord[]): boolean {
    return third !== null && colours.some((colour) => colour.added & (1 << fold(third - 1, 12)));
  }
}

/** The pitch classes of a stack from the lowest up, its bass first. */
function orderOf({ degrees, bass }: StackChord, key: Key): number[] {
  const low = bass ? [bass] : [];
  return [...low, ...degrees].map((degree) => pitchClass(noteOfDegree(degree, key)));
}

function shapeAlone({ upper }: LayeredChord): Chord {
  return { kind: 'named', ...upper, bass: null };
}

/** True for a dominant that names both altered ninths: it means one of them, and one altered fifth. */
function isAlt(chord: Chord): boolean {
  return (
    chord.kind === 'named' && hasFigure(chord.figures, 9, -1) && hasFigure(chord.figures, 9, 1)
  );
}

/** How many pitch classes a mask has. */
export function bitCount(mask: number): number {
  let count = 0;
  for (let rest = mask; rest; rest &= rest - 1) count += 1;
  return count;
}

export function maskOf(pitchClasses: Iterable<number>): number {
  let mask = 0;
  for (const one of pitchClasses) mask |= 1 << fold(one, 12);
  return mask;
}

function pitchClassesOfTones(tones: readonly ChordTone[]): number {
  return maskOf(tones.map((tone) => tone.pitchClass));
}

function pitchClassesIn(mask: number): number[] {
  return Array.from({ length: 12 }, (_, at) => at).filter((at) => mask & (1 << at));
}

/**
 * The colours that can be laid over a chord without taking anything from it but a fifth or ninth that is altered. Up to rich they
 * stay in the key; altered ones come only on a dominant, before the chord it leads to. A suspension takes the third's
 * place, so it is no addition, and nothing brings a third back under a suspension.
 */
function colouredChords(
  chord: Chord,
  key: Key,
  grade: HandGrade,
  next: Chord | null,
): ColouredChord[] {
  if (grade === 'beginner' || grade === 'plain' || chord.kind !== 'named') return [];
  const before = soundingTones(chord, key);
  const own = pitchClassesOfTones(before);
  const bass = 1 << pitchClass(bassNote(chord, key));
  const plain = (role: string) => pitchClassesOfTones(before.filter((tone) => tone.role === role));
  const found: ColouredChord[] = [];
  for (const colour of colouredForms(chord, grade, next)) {
    const level = grades.indexOf(colour.grade);
    // Of an alt one has what its single alterations are.
    if (level < 3 ? leavesKey(colour.chord) : !isDominant(chord) || isAlt(colour.chord)) continue;
    const tones = soundingTones(colour.chord, key);
    const mask = pitchClassesOfTones(tones);
    // An altered tone takes the place of the plain one.
    const changed = (figure: FigureNumber) =>
      colour.chord.figures.some((tone) => tone.figure === figure && tone.alter !== 0);
    const kept = own & ~(changed(5) ? plain('fifth') : 0) & ~(changed(9) ? plain('ninth') : 0);
    const added = mask & ~own & ~bass;
    if (!added || (kept & mask) !== kept || !staysItself(chord, tones, added)) continue;
    const essential = pitchClassesOfTones(tones.filter(({ weight }) => weight === 'essential'));
    const alters = colour.chord.figures.some(isAlteration);
    // A colour is laid over the whole chord: in the place of a tone it would make another one. Only a dominant is plain
    // enough by third and seventh.
    const needed = before.length > 4 || alters ? essential : essential | kept;
    found.push({ level, tones: mask | bass, needed, added, alters });
  }
  return found;
}

/** The tones of a chord that hands may hold, a foreign bass aside. */
function soundingTones(chord: Chord, key: Key): ChordTone[] {
  return chordTones(chord, key).filter(
    ({ role, weight }) => role !== 'bass' && weight !== 'better left out',
  );
}

/** The pitch classes of a chord that hands may hold, a foreign bass aside. */
export function soundingClasses(chord: Chord, key: Key): number[] {
  return soundingTones(chord, key).map((tone) => tone.pitchClass);
}

/** False where what is added would make another chord of it, or give a suspension its third back. */
function staysItself(chord: NamedChord, tones: readonly ChordTone[], added: number): boolean {
  const major = hasFigure(chord.figures, 3);
  const hasThird = major || hasFigure(chord.figures, 3, -1);
  const dominant = alterOfFigure(chord.figures, 7) === -1;
  return tones.every(({ pitchClass: at, role }) => {
    if (!(added & (1 << at))) return true;
    if (role === 'third') return hasThird;
    // A sixth over another bass makes it the relative chord (5/7 with a 3 is 3m7/7), on a minor chord a half-diminished
    // one; under a suspension, or on a dominant triad, it is one only where the seventh says that it is a 13th.
    if (role === 'sixth' || role === 'thirteenth')
      return !chord.bass && (major ? dominant || !isDominant(chord) : !hasThird && dominant);
    return true;
  });
}

function isAlteration({ figure, alter }: Figure): boolean {
  return alter !== 0 && (figure === 9 || figure === 5 || figure === 13);
}

function bareness(
  chord: Chord,
  next: Chord | null,
  grade: HandGrade,
  thirdInBass: boolean,
): Material['bare'] {
  if (chord.kind !== 'named') return null;
  const falls =
    next !== null && fold(degreeSemitones(rootOf(next)) - degreeSemitones(chord.root), 12) === 5;
  if (grade === 'altered' && falls && isDominant(chord) && !chord.figures.some(isAlteration))
    return 'dominant';
  const third = alterOfFigure(chord.figures, 3);
  const isTriad = chord.figures.length === 3 && third !== null && third <= 0;
  return isTriad && hasFigure(chord.figures, 5) && !thirdInBass ? 'triad' : null;
}
