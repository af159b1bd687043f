import type { NamedChord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import { parseChord } from '../chord/parseChord.ts';
import { degreeOver, type Degree } from '../pitch/degree.ts';

const known = new Map<string, readonly NamedChord[]>();

/** The chords of a formula in numbers, as written: `2m7 57`. Only for formulas of this program. */
export function chordsOf(formula: string): readonly NamedChord[] {
  let chords = known.get(formula);
  if (!chords) {
    chords = formula.split(' ').map((name) => {
      const read = parseChord(name);
      if (!read.ok || read.value.kind !== 'named') throw new Error(`“${name}” names no chord.`);
      return read.value;
    });
    known.set(formula, chords);
  }
  return chords;
}

/** A chord that is written as if a degree were home, where that degree is: `57` over 2 is `67`. */
export function chordOver(home: Degree, chord: NamedChord): NamedChord {
  return {
    ...chord,
    root: degreeOver(home, chord.root),
    bass: chord.bass && degreeOver(home, chord.bass),
  };
}

/** The chords of a formula that is written as if a degree were home. */
export function formulaOver(home: Degree, formula: string): NamedChord[] {
  return chordsOf(formula).map((chord) => chordOver(home, chord));
}

/** A row of chords as one reads it. */
export function inRow(chords: readonly NamedChord[]): string {
  return chords.map((chord) => formatChord(chord)).join(' ');
}
