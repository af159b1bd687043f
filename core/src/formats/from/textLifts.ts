import { formatKey, liftBetween, transposeKey, type Key } from '../../pitch/key.ts';
import { guessKey } from '../guessKey.ts';
import { needs, shareIn } from '../keyShare.ts';
import type { Questions } from '../questions.ts';
import { chordsOf, type GatheredSection } from './gatheredText.ts';

/**
 * By how many half steps each section is written higher than the key: the last chorus of many songs is. Where somebody
 * answered that it is not, it stays in the key.
 * @param key in which the chords of the text are written at its beginning
 */
export function liftsOf(
  sections: readonly GatheredSection[],
  key: Key,
  questions: Questions,
  guessed: string[],
): number[] {
  let lift = 0;
  return sections.map((section, place) => {
    // At the beginning there is nothing to lift from.
    if (place === 0) return lift;
    const chords = chordsOf([section]);
    const now = transposeKey(key, lift);
    if (chords.length === 0 || shareIn(chords, now) > needs.strange) return lift;
    const back = shareIn(chords, key) >= needs.own ? { key, likelihood: 1 } : null;
    // To know the key again takes fewer chords than to find another one.
    if (!back && chords.length < needs.chords) return lift;
    const found = back ?? guessKey(chords).find((guess) => guess.key.mode === key.mode);
    if (!found || found.likelihood < needs.likelihood) return lift;
    if (shareIn(chords, found.key) < needs.own) return lift;
    const to = liftBetween(key, found.key);
    if (to === lift) return lift;
    const line = section.phrases.find(({ from }) => from > 0)?.from ?? 1;
    if (questions.ask('key change', ['lifted', 'the same key'], line) === 'lifted') {
      const name = formatKey(found.key, 'printed');
      guessed.push(
        back
          ? `“${section.name}” is in ${name} again.`
          : `“${section.name}” is in ${name} (${Math.round(100 * found.likelihood)} % sure): the song is lifted there.`,
      );
      lift = to;
    }
    return lift;
  });
}
