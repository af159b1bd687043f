import type { ChartResult } from '../chart/read/parseChart.ts';
import { linesOf } from '../kit/lines.ts';
import { withoutEmptyEnd, type Phrase } from '../chart/song.ts';
import type { ChartChange } from './change.ts';
import { written } from './changes.ts';
import type { Cursor } from '../marks/cursor.ts';
import { refused, type Edit } from './edit.ts';
import { placeOfBar, rewrite } from './place.ts';

/** What cannot stand in a line of words: a bar line parts them. */
function clean(text: string): string {
  return text
    .replace(/[|\p{Cc}\p{Zl}\p{Zp}]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

/** Sets the words under a bar, a text for each line of words under its line. */
export function setWords(read: ChartResult, at: Cursor, texts: readonly string[]): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused('Words stand under a bar; there is none here yet.');
  const { of, inPhrase } = placed;
  const count = Math.max(of.words.length, texts.length);
  const words = Array.from({ length: count }, (_, index) => {
    const cells = [...(of.words[index] ?? [])];
    while (cells.length <= inPhrase) cells.push('');
    cells[inPhrase] = clean(texts[index] ?? '');
    return withoutEmptyEnd(cells);
  }).filter((cells) => cells.length > 0);
  return written(read, [rewrite(placed, { ...of, words })], at);
}

/**
 * Spreads a lyric over the section at the cursor, a line of text to a line of bars, its words shared among the bars by
 * the syllables they have; lines that are left over go under the same bars once more, for the next time through. The
 * words that stood there give way.
 */
export function spreadWords(read: ChartResult, at: Cursor, lyric: string): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused('Words stand under bars; there are none here yet.');
  const lines = linesOf(lyric)
    .map(clean)
    .filter((line) => line !== '');
  if (lines.length === 0) return refused('There are no words to spread.');
  const shared = placed.in.phrases.flatMap((phrase, index) =>
    phrase.when === null ? [{ phrase, index }] : [],
  );
  const changes = shared.map(({ phrase, index }, place): ChartChange => {
    const own = lines.filter((_, line) => line % shared.length === place);
    const instead: Phrase = { ...phrase, words: own.map((line) => shareAmong(line, phrase)) };
    return { kind: 'phrase', section: placed.section, phrase: index, instead: [instead] };
  });
  return written(read, changes, at);
}

/** The words of a line, shared among the bars so that each has about as many syllables. A pickup has one word at most. */
function shareAmong(line: string, { bars }: Phrase): string[] {
  const words = line.split(' ');
  const pickup = bars.length > 1 && bars[0]!.kind === 'played' && bars[0]!.pickup ? 1 : 0;
  const first = words.length > bars.length && pickup ? words.splice(0, 1) : [];
  const count = bars.length - pickup;
  const lengths = words.map(syllables);
  const all = lengths.reduce((sum, length) => sum + length, 0);
  const cells = Array.from({ length: count }, () => [] as string[]);
  let passed = 0;
  for (const [index, word] of words.entries()) {
    const bar = index === 0 ? 0 : Math.floor(((passed + lengths[index]! / 2) * count) / all);
    cells[Math.min(count - 1, bar)]!.push(word);
    passed += lengths[index]!;
  }
  return withoutEmptyEnd([
    ...(pickup ? [first.join(' ')] : []),
    ...cells.map((inBar) => inBar.join(' ')),
  ]);
}

/** About how many syllables a word has: its groups of vowels. */
function syllables(word: string): number {
  const groups = word
    .normalize('NFD')
    .toLowerCase()
    .match(/[aeiouy]+/g);
  return Math.max(1, groups?.length ?? 1);
}
