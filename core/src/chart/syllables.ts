import type { TuneBar } from './tune.ts';

/**
 * The syllables of a line of words: parted by spaces, and within a word by hyphens, which stay with the syllable before.
 * @example syllablesOf('Lan-terns on') // ['Lan-', 'terns', 'on']
 */
export function syllablesOf(words: string): string[] {
  return words.split(/\s+|(?<=[^\s-]-)(?=[^\s-])/u).filter((one) => one !== '');
}

/**
 * The words of a bar set to its tune: a text for each note that begins in it. Notes beyond the last syllable go on with
 * it; syllables beyond the last note stand under that one.
 */
export function setToTune(words: string, tune: TuneBar): string[] {
  const notes = tune.filter(({ kind }) => kind === 'note').length;
  const syllables = syllablesOf(words);
  if (notes === 0) return [];
  return Array.from({ length: notes }, (_, index) =>
    index < notes - 1 ? (syllables[index] ?? '') : joined(syllables.slice(index)),
  );
}

/**
 * The words of a bar shared among its beats, a text for each: as many syllables to a beat as come out even.
 * @example onBeats('Lan-terns on the', 4) // ['Lan-', 'terns', 'on', 'the']
 */
export function onBeats(words: string, beats: number): string[] {
  const syllables = syllablesOf(words);
  return Array.from({ length: beats }, (_, beat) => {
    const first = Math.ceil((beat * syllables.length) / beats);
    const next = Math.ceil(((beat + 1) * syllables.length) / beats);
    return joined(
      syllables.length > beats
        ? syllables.slice(first, next)
        : syllables.slice(beat, Math.min(beat + 1, syllables.length)),
    );
  });
}

/** Syllables as they are read in one go: those of one word together. */
export function joined(syllables: readonly string[]): string {
  return syllables.reduce(
    (text, one) => (text === '' || text.endsWith('-') ? text + one : `${text} ${one}`),
    '',
  );
}
