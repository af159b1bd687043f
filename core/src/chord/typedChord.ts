import type { Result } from '../kit/result.ts';
import type { Key } from '../pitch/key.ts';
import type { Chord } from './chord.ts';
import { fromLetters, type LetterStyle } from './letters.ts';
import { parseChord } from './parseChord.ts';
import type { NumberStyle } from './reading.ts';

/** A chord as this reader types it: in numbers as they are looked at, or in letters of the key. */
export function readTypedChord(
  text: string,
  {
    style,
    letterStyle,
    key,
  }: {
    readonly style: NumberStyle;
    readonly letterStyle: LetterStyle;
    readonly key: Key;
  },
): Result<Chord> {
  const asNumber = parseChord(text, style);
  if (asNumber.ok) return asNumber;
  const asLetters = fromLetters(text, key, { language: letterStyle.language });
  return asLetters.ok || !/^[b#]?\d/.test(text) ? asLetters : asNumber;
}
