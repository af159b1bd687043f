import { withoutEmptyEnd, type Phrase } from '../../chart/song.ts';
import { oneLine } from '../imported.ts';
import type { ChordWord } from './textLines.ts';

export function isSounding({ kind }: ChordWord): boolean {
  return kind !== 'bar line' && kind !== 'times';
}

export function inBars(words: readonly ChordWord[]): ChordWord[][] {
  const cells: ChordWord[][] = [[]];
  for (const word of words) {
    if (word.kind === 'bar line') cells.push([]);
    else if (word.kind !== 'times') cells.at(-1)!.push(word);
  }
  return cells.filter((cell) => cell.length > 0);
}

/** Cells of as many beats as a bar has: a chord is a beat, and so is each slash after it; a bar that is repeated is one. */
export function inBeats(words: readonly ChordWord[], beats: number): ChordWord[][] {
  const cells: ChordWord[][] = [];
  let isFull = true;
  for (const word of words.filter(isSounding)) {
    if (isFull || word.kind === 'same') cells.push([word]);
    else cells.at(-1)!.push(word);
    isFull = word.kind === 'same' || cells.at(-1)!.length === beats;
  }
  return cells;
}

/** Cells of so many chords each. */
export function inChords(words: readonly ChordWord[], most: number): ChordWord[][] {
  return Array.from({ length: Math.ceil(words.length / most) }, (_, index) =>
    words.slice(index * most, (index + 1) * most),
  );
}

/** What is sung in each bar: from under its first chord to under the next bar's, whole words at a time. */
export function wordsUnder(line: string, cells: readonly (readonly ChordWord[])[]): string[] {
  const characters = [...line];
  const starts = cells.map((cell, index) =>
    index === 0 ? 0 : nearestWordEdge(characters, cell[0]!.start),
  );
  return withoutEmptyEnd(
    starts.map((start, index) =>
      oneLine(characters.slice(start, starts[index + 1] ?? characters.length).join(''), 400),
    ),
  );
}

/** Where a line can be cut near a place without cutting a word. */
function nearestWordEdge(characters: readonly string[], at: number): number {
  const inWord = (place: number) => /\S/.test(characters[place] ?? ' ');
  let start = Math.min(at, characters.length);
  while (start > 0 && inWord(start) && inWord(start - 1)) start -= 1;
  let end = Math.min(at, characters.length);
  while (end < characters.length && inWord(end)) end += 1;
  return at - start <= end - at ? start : end;
}

/** What is played at some times only stands below what all times share. */
export function orderly(phrases: readonly Phrase[]): Phrase[] {
  const shared = phrases.filter(({ when }) => when === null);
  const rest = phrases.filter(({ when }) => when !== null);
  const bars = shared.reduce((sum, phrase) => sum + phrase.bars.length, 0);
  return [
    ...shared,
    ...rest.map((phrase) =>
      phrase.when?.kind === 'instead' && phrase.when.bar > bars
        ? { ...phrase, when: { kind: 'ending', times: phrase.when.times, only: true } as const }
        : phrase,
    ),
  ];
}
