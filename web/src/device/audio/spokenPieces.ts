/** A word of a recording: what it is, where it begins, and how long it is, in seconds. */
export type Word = readonly [word: string, from: number, seconds: number];

/** Where of a recording the words of a text lie, in their order; words that it does not have are left out. */
export function piecesToSay(
  text: string,
  words: readonly Word[],
): { readonly from: number; readonly seconds: number }[] {
  return text.split(/\s+/).flatMap((word) => {
    const plain = withoutAccents(word);
    // A count and a letter are told apart by how they are written: a, A.
    const found =
      words.find(([name]) => name === plain) ??
      words.find(([name]) => name.toLowerCase() === plain.toLowerCase());
    return found ? [{ from: found[1], seconds: found[2] }] : [];
  });
}

const withoutAccents = (word: string) => word.normalize('NFD').replace(/\p{M}/gu, '');

/** Louder than this a word has begun; so many seconds before that it is cut. Both as in `voices/make.mjs`. */
const begun = 400 / 32_768;
const edge = 0.006;

/**
 * By how many seconds a recording begins later than its list says: packed sound is padded, and only some browsers take that away.
 * @param samples of the whole recording @param rate samples a second
 */
export function laterThanListed(
  samples: Float32Array,
  rate: number,
  [first]: readonly Word[],
): number {
  const at = samples.findIndex((one) => Math.abs(one) > begun);
  return at === -1 || !first ? 0 : at / rate - edge - first[1];
}
