import type { Degree } from '../pitch/degree.ts';
import { fold, semitonesOfStep } from '../pitch/note.ts';

/** The figures a chord symbol can hold; 2, 4 and 6 are kept apart from 9, 11 and 13 because players write both. */
export const figureNumbers = [1, 2, 3, 4, 5, 6, 7, 9, 11, 13] as const;
export type FigureNumber = (typeof figureNumbers)[number];

/**
 * One tone of a chord, counted from its root: the interval of the major scale, and semitones over it.
 * A minor third is `{ figure: 3, alter: -1 }`, a dominant seventh `{ figure: 7, alter: -1 }`.
 */
export interface Figure {
  readonly figure: FigureNumber;
  readonly alter: number;
}

/** A root with its tones. Figures are sorted, root first. */
export interface Shape {
  readonly root: Degree;
  readonly figures: readonly Figure[];
}

/**
 * A chord, stored explicitly: which reading or letters it was written in is no longer seen.
 * Degrees are those of the key's relative major (in C minor, C is 6).
 */
export type Chord = NamedChord | StackChord | LayeredChord;

export interface NamedChord extends Shape {
  readonly kind: 'named';
  readonly bass: Degree | null;
}

/** Degrees on top of each other, from the lowest up, each less than an octave above the one before: `[2-5-1]`, `[3-5-1]/6`. */
export interface StackChord {
  readonly kind: 'stack';
  readonly degrees: readonly Degree[];
  /** What is under it; null where its own lowest note is. */
  readonly bass: Degree | null;
}

/** A shape over the shell of a seventh chord over a bass: `2M/[57]/5`. */
export interface LayeredChord {
  readonly kind: 'layered';
  readonly upper: Shape;
  /** Its third and seventh are held, or root and seventh where it has no third. */
  readonly shell: Shape;
  readonly bass: Degree;
}

/** How a bare number is read: as a major chord, or as the chord the key builds there. */
export type Reading = 'as written' | 'in key';

/** The third and fifth of a triad, in semitones over the major triad's; null where it is left out. */
export interface Triad {
  readonly third: number | null;
  readonly fifth: number | null;
}

/** The degree that a chord stands on: its root, a stack's lowest note, the shell's root. */
export function rootOf(chord: Chord): Degree {
  if (chord.kind === 'named') return chord.root;
  return chord.kind === 'stack' ? chord.degrees[0]! : chord.shell.root;
}

/** The degree that is lowest where the chord stands as it is written. */
export function bassOf(chord: Chord): Degree {
  if (chord.kind === 'named') return chord.bass ?? chord.root;
  return chord.kind === 'stack' ? (chord.bass ?? chord.degrees[0]!) : chord.bass;
}

/** A chord with each of its degrees moved: what it is made of over them stays. */
export function withDegrees(chord: NamedChord, moved: (degree: Degree) => Degree): NamedChord;
export function withDegrees(chord: Chord, moved: (degree: Degree) => Degree): Chord;
export function withDegrees(chord: Chord, moved: (degree: Degree) => Degree): Chord {
  switch (chord.kind) {
    case 'named':
      return { ...chord, root: moved(chord.root), bass: chord.bass && moved(chord.bass) };
    case 'stack':
      return { ...chord, degrees: chord.degrees.map(moved), bass: chord.bass && moved(chord.bass) };
    case 'layered':
      return {
        ...chord,
        upper: { ...chord.upper, root: moved(chord.upper.root) },
        shell: { ...chord.shell, root: moved(chord.shell.root) },
        bass: moved(chord.bass),
      };
  }
}

/** Semitones above the root, folded into one octave. */
export function figureSemitones({ figure, alter }: Figure): number {
  return fold(semitonesOfStep(figure - 1) + alter, 12);
}

/** How far the chord has this figure altered; null where the chord does not have it. */
export function alterOfFigure(figures: readonly Figure[], figure: FigureNumber): number | null {
  return figures.find((tone) => tone.figure === figure)?.alter ?? null;
}

export function hasFigure(figures: readonly Figure[], figure: FigureNumber, alter = 0): boolean {
  return figures.some((tone) => tone.figure === figure && tone.alter === alter);
}

export function sortedFigures(figures: readonly Figure[]): Figure[] {
  return [...figures].sort((one, other) => one.figure - other.figure || one.alter - other.alter);
}

/** The tones of a shell: third and seventh, or root and seventh where there is no third. */
export function shellFigures(figures: readonly Figure[]): Figure[] {
  const seventh = figures.filter(({ figure }) => figure === 7);
  const third = figures.filter(({ figure }) => figure === 3);
  return [...(third.length > 0 ? third : [{ figure: 1, alter: 0 } as const]), ...seventh];
}
