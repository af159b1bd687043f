import { formatKey, transposeKey, type Key } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { guessKey, type KeyGuess } from '../guessKey.ts';
import { emptySong } from '../imported.ts';
import type { Questions } from '../questions.ts';
import { chordsOf, type GatheredText } from './gatheredText.ts';
import { needs, shareIn } from '../keyShare.ts';

/** The key in which a song sounds, and that in which its chords are written: with a capo they may be two. */
export interface TextKey {
  readonly key: Key;
  /** The likeliest keys, where none is said. */
  readonly keys: readonly KeyGuess[];
  readonly shapes: Key;
}

const name = (key: Key) => formatKey(key, 'printed');

/**
 * The key of a text: the one that is wished, else the one it says, else the one its chords make.
 * What is guessed and what is left out is told there.
 */
export function keyOfText(text: GatheredText, wished: Key | null, questions: Questions): TextKey {
  const { saidKey, reading, capo, sections, guessed, dropped } = text;
  const known = wished ?? saidKey;
  if (reading.chords === 'numbers') {
    if (!known) guessed.push('The key is not said, and numbers do not tell it; C was taken.');
    if (capo) dropped.push(`A capo of ${capo}: the chart is in numbers, so it needs none.`);
    const key = known ?? emptySong.key;
    return { key, keys: [], shapes: key };
  }
  const guesses = likelyKeys(sections);
  const likeliest = guesses[0]?.key ?? emptySong.key;
  const found = capo
    ? withCapo({ capo, known, guesses, likeliest, guessed, questions })
    : { key: known ?? likeliest, keys: guesses, shapes: known ?? likeliest };
  if (known) return { ...found, keys: [] };
  guessed.unshift(`The key is not said; by its chords it is ${name(found.key)}.`);
  return found;
}

/** The keys of a text; where its first section is not of the key that all of it makes, that goes elsewhere on its way. */
function likelyKeys(sections: GatheredText['sections']): readonly KeyGuess[] {
  const all = guessKey(chordsOf(sections));
  // Of one section there is no other to begin otherwise.
  const [first = [], ...others] = sections
    .map((section) => chordsOf([section]))
    .filter((chords) => chords.length >= needs.chords);
  const opening = others.length > 0 ? first : [];
  const likeliest = all[0];
  if (!likeliest || opening.length === 0) return all;
  if (shareIn(opening, likeliest.key) > needs.strange) return all;
  const own = guessKey(opening);
  return own[0] && shareIn(opening, own[0].key) >= needs.own ? own : all;
}

interface WithCapo {
  readonly capo: number;
  readonly known: Key | null;
  readonly guesses: readonly KeyGuess[];
  readonly likeliest: Key;
  readonly guessed: string[];
  readonly questions: Questions;
}

/** Chords beside a capo are shapes, unless the key that is said fits them as they stand better, or somebody says so. */
function withCapo({ capo, known, guesses, likeliest, guessed, questions }: WithCapo): TextKey {
  const likely = (one: Key) => guesses.find(({ key }) => isSameKey(key, one))?.likelihood ?? 0;
  const seemsSounding = known !== null && likely(known) > likely(transposeKey(known, -capo));
  const ways = ['shapes', 'as they sound'] as const;
  const way = questions.ask('capo', seemsSounding ? ways.toReversed() : ways);
  if (way === 'as they sound') {
    const key = known ?? likeliest;
    guessed.push(
      `Capo ${capo}: the chords are written as they sound, in ${name(key)}; a guitar plays the shapes of ${name(transposeKey(key, -capo))}.`,
    );
    return { key, keys: guesses, shapes: key };
  }
  const shapes = known ? transposeKey(known, -capo) : likeliest;
  const key = known ?? transposeKey(likeliest, capo);
  guessed.push(
    `Capo ${capo}: the chords are the shapes of ${name(shapes)}; they sound in ${name(key)}.`,
  );
  const keys = guesses.map((guess) => ({ ...guess, key: transposeKey(guess.key, capo) }));
  return { key, keys, shapes };
}

function isSameKey(one: Key, other: Key): boolean {
  return one.mode === other.mode && pitchClass(one.tonic) === pitchClass(other.tonic);
}
