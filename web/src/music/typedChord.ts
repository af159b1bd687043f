import { fromLetters, parseChord, type Chord, type Result } from '@intervallum/core';
import type { ChartView } from '../chart/view.ts';

/** A chord as this reader types it: in numbers as they are looked at, or in letters of the key. */
export function readTypedChord(
  text: string,
  { style, letterStyle, key }: ChartView,
): Result<Chord> {
  const asNumber = parseChord(text, style);
  if (asNumber.ok) return asNumber;
  const asLetters = fromLetters(text, key, { language: letterStyle.language });
  return asLetters.ok || !/^[b#]?\d/.test(text) ? asLetters : asNumber;
}
