const letterSemitones: Readonly<Record<string, number>> = {
  C: 0,
  D: 2,
  E: 4,
  F: 5,
  G: 7,
  A: 9,
  B: 11,
};

/** MIDI numbers of note names with octaves, `C4` being 60. */
export function midi(names: string): number[] {
  return names
    .split(' ')
    .filter(Boolean)
    .map((name) => {
      const [, letter, sign, octave] = /^([A-G])([b#]?)(\d)$/.exec(name)!;
      const alter = sign === 'b' ? -1 : sign === '#' ? 1 : 0;
      return letterSemitones[letter!]! + alter + 12 * (Number(octave) + 1);
    });
}
