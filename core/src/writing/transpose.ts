import type { ChartResult } from '../chart/read/parseChart.ts';
import { alterOfFigure, type Chord, type Figure, type Shape } from '../chord/chord.ts';
import { bareTriad, plainStyle } from '../chord/reading.ts';
import type { Degree } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import type { Cursor } from '../marks/cursor.ts';
import type { Edit } from './edit.ts';
import { editSlots } from './slots.ts';

/**
 * Moves the chords from one slot to another by degrees of the key: 1 5/7 6m a degree up is 2m 6m/1 7dim. What a chord
 * is beyond the key's own triad (a flat seventh, a major 2) stays with it.
 */
export function transposeByDegrees(read: ChartResult, from: Cursor, to: Cursor, by: number): Edit {
  return editSlots(read, from, to, (slot) =>
    slot.kind === 'chord' ? { ...slot, chord: chordMoved(slot.chord, by) } : slot,
  );
}

/** @example chordMoved(chord('1'), 1) // the chord 2m */
export function chordMoved(chord: Chord, by: number): Chord {
  const moved = (degree: Degree): Degree => ({
    ...degree,
    step: (fold(degree.step - 1 + by, 7) + 1) as Degree['step'],
  });
  switch (chord.kind) {
    case 'stack':
      return {
        ...chord,
        degrees: chord.degrees.map(moved),
        bass: chord.bass && moved(chord.bass),
      };
    case 'layered':
      return {
        ...chord,
        upper: shapeMoved(chord.upper, moved),
        shell: shapeMoved(chord.shell, moved),
        bass: moved(chord.bass),
      };
    case 'named':
      return { ...chord, ...shapeMoved(chord, moved), bass: chord.bass && moved(chord.bass) };
  }
}

/** In key a bare number is the key's own chord, so a chord of the key moves to a chord of the key. */
function shapeMoved({ root, figures }: Shape, moved: (degree: Degree) => Degree): Shape {
  const there = moved(root);
  const own = ownTriad(root);
  const third = alterOfFigure(figures, 3);
  const fifth = alterOfFigure(figures, 5);
  const saysItsOwn =
    figures.some(saysTriad) ||
    (third !== null && third !== own.third) ||
    (fifth !== null && fifth !== own.fifth);
  if (saysItsOwn) return { root: there, figures };
  const next = ownTriad(there);
  const alters: Partial<Record<Figure['figure'], number | null>> = { 3: next.third, 5: next.fifth };
  return {
    root: there,
    figures: figures.map((tone) => ({ ...tone, alter: alters[tone.figure] ?? tone.alter })),
  };
}

/** A major or diminished seventh and altered tensions say what triad they stand on, wherever they are moved. */
function saysTriad({ figure, alter }: Figure): boolean {
  return figure === 7 ? alter !== -1 : figure > 7 && alter !== 0;
}

function ownTriad(root: Degree) {
  const triad = bareTriad(root, { ...plainStyle, reading: 'in key' });
  if (triad === 'unsaid')
    throw new Error('Counted from the relative major every degree has a triad.');
  return triad;
}
