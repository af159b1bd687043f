/** Spans by the names that players give them, in semitones. */
const spanNames: Readonly<Record<number, string>> = {
  5: 'a fourth',
  6: 'a tritone',
  7: 'a fifth',
  8: 'a minor sixth',
  9: 'a sixth',
  10: 'a minor seventh',
  11: 'a seventh',
  12: 'an octave',
  13: 'a minor ninth',
  14: 'a ninth',
  15: 'a minor tenth',
  16: 'a tenth',
  17: 'an eleventh',
  19: 'a twelfth',
};

/** @example spanInWords(14) // 'a ninth' */
export function spanInWords(semitones: number): string {
  return spanNames[semitones] ?? `${semitones} semitones`;
}
