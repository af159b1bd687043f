import { withDegrees, type NamedChord } from '../chord/chord.ts';
import { readChordRow } from '../chord/chordRow.ts';
import { formatChord } from '../chord/formatChord.ts';
import { degreeOver, type Degree } from '../pitch/degree.ts';

const known = new Map<string, readonly NamedChord[]>();

/** The chords of a formula in numbers, as written: `2m7 57`. Only for formulas of this program. */
export function chordsOf(formula: string): readonly NamedChord[] {
  const before = known.get(formula);
  if (before) return before;
  const chords = readChordRow(formula);
  if (!chords) throw new Error(`“${formula}” is no row of chords.`);
  known.set(formula, chords);
  return chords;
}

/** A chord that is written as if a degree were home, where that degree is: `57` over 2 is `67`. */
export function chordOver(home: Degree, chord: NamedChord): NamedChord {
  return withDegrees(chord, (degree) => degreeOver(home, degree));
}

/** The chords of a formula that is written as if a degree were home. */
export function formulaOver(home: Degree, formula: string): NamedChord[] {
  return chordsOf(formula).map((chord) => chordOver(home, chord));
}

/** A row of chords as one reads it. */
export function inRow(chords: readonly NamedChord[]): string {
  return chords.map((chord) => formatChord(chord)).join(' ');
}
