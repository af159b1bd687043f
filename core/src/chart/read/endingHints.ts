import { upTo } from '../../kit/range.ts';
import { linesOf } from '../../kit/lines.ts';
import { replaceWith, type Problem } from '../../kit/result.ts';
import { listed, ordinalOf } from '../../kit/words.ts';
import type { PhraseWhen, Section, Song } from '../song.ts';
import { playsOf } from '../time/length.ts';
import { endingOf, printWhen, readWhen } from '../when.ts';
import type { SectionLines } from './openSection.ts';

/** How the endings of each section are played, where that is not plain to see; the other spellings say more. */
export function endingHints(song: Song, lines: readonly SectionLines[], text: string): Problem[] {
  const typed = song.sections.some(hasEndings) ? linesOf(text) : [];
  return song.sections.flatMap((section, place) => {
    const found = hasEndings(section) ? hintOf(section, playsOf(song, place)) : null;
    const line = found && lines[place]?.phrases[found.phrase]?.bars;
    const of = typed[(line ?? 0) - 1];
    if (!found || !line || of === undefined) return [];
    const start = of.length - of.trimStart().length;
    return [
      {
        severity: 'hint',
        message: found.message,
        place: { line, column: start + 1, length: readWhen(of)!.length - start },
        repairs: found.instead.map((when) => replaceWith(printWhen(when))),
      },
    ];
  });
}

interface Hint {
  readonly phrase: number;
  readonly message: string;
  readonly instead: readonly PhraseWhen[];
}

function hintOf({ phrases }: Section, plays: number): Hint | null {
  const named = phrases.flatMap(({ when }) => (when?.kind === 'ending' ? when.times : []));
  const highest = Math.max(...named);
  const ending = (times: readonly number[], only: boolean): PhraseWhen => ({
    kind: 'ending',
    times: [...times].sort((one, other) => one - other),
    only,
  });
  const phrase = phrases.findIndex(
    ({ when }) => when?.kind === 'ending' && when.times.includes(highest),
  );
  const { when } = phrases[phrase]!;
  if (when?.kind !== 'ending' || when.only) return null;
  const beyond = upTo(highest + 1, plays);
  const without = upTo(1, highest).filter((time) => endingOf(phrases, time).length === 0);
  if (without.length > 0) {
    const from = `it is played from the ${ordinalOf(highest)} time on`;
    return {
      phrase,
      message: `${timesInWords(without)} no ending; ${beyond.length > 0 ? from : 'the bars that all times share are the whole of it'}.`,
      instead: [
        ending([...when.times, ...without], false),
        ...(beyond.length > 0 ? [ending(when.times, true)] : []),
      ],
    };
  }
  if (beyond.length === 0) return null;
  return {
    phrase,
    message: `The section is played ${plays} times; this ending is that of ${listed(beyond.map((time) => `the ${ordinalOf(time)}`))} too.`,
    instead: [ending([...when.times, ...beyond], false), ending(when.times, true)],
  };
}

function timesInWords(times: readonly number[]): string {
  const said = listed(times.map((time) => `the ${ordinalOf(time)}`));
  return `${said[0]!.toUpperCase()}${said.slice(1)} time ${times.length === 1 ? 'has' : 'have'}`;
}

function hasEndings({ phrases }: Section): boolean {
  return phrases.some(({ when }) => when?.kind === 'ending');
}
