import type { Chord } from '../../chord/chord.ts';
import { pitchClassesOf } from '../../chord/tones.ts';
import { formatKey, relativeMajor, scale, transposeKey, type Key } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { guessKey } from '../guessKey.ts';
import type { Questions } from '../questions.ts';
import { chordsOf, type GatheredSection } from './gatheredText.ts';
import { liftBetween } from './musicXmlForm.ts';

/**
 * When a section is taken to be in another key (common practice, no published source): it has chords enough to tell, most
 * of them are not of the key so far, and nearly all are of one that they make likely.
 */
export const needs = { chords: 4, strange: 0.5, own: 0.9, likelihood: 0.5 } as const;

/** In C the letters of a text are counted until its key is known. */
const readIn: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };

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
    const chords = chordsOf([section]);
    const now = transposeKey(key, lift);
    if (chords.length < needs.chords || shareIn(chords, now) > needs.strange) return lift;
    const back = shareIn(chords, key) >= needs.own ? { key, likelihood: 1 } : null;
    const found = back ?? guessKey(chords).find((guess) => guess.key.mode === key.mode);
    if (!found || found.likelihood < needs.likelihood) return lift;
    if (shareIn(chords, found.key) < needs.own) return lift;
    const to = liftBetween(key, found.key);
    if (to === lift) return lift;
    // At the beginning there is nothing to lift from.
    if (place === 0) return lift;
    const line = section.phrases.find(({ from }) => from > 0)?.from ?? 1;
    if (questions.ask('key change', ['lifted', 'the same key'], line) === 'lifted') {
      const sure = back ? '' : ` (${Math.round(100 * found.likelihood)} % sure)`;
      guessed.push(
        `“${section.name}” is in ${formatKey(found.key, 'printed')}${sure}: the song is lifted there.`,
      );
      lift = to;
    }
    return lift;
  });
}

/** Of how many chords all tones are of a key. */
export function shareIn(chords: readonly Chord[], key: Key): number {
  const inKey = new Set(scale(relativeMajor(key)).map(pitchClass));
  const own = chords.filter((chord) =>
    [...pitchClassesOf(chord, readIn)].every((tone) => inKey.has(tone)),
  );
  return own.length / chords.length;
}
