import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { asItSounded, expand, parseChart, printChart, type Song } from '../src/index.ts';
import { songs } from './generators.ts';
import { runs } from './deep.ts';

const inKey = (bars: string) =>
  `title:\nkey: C\nmeter: 4/4\nnumbers: in key\n\nVerse x3:\n  ${bars}\n`;

describe('a chart of before sounds as it did', () => {
  test.each([
    // The third that a number had in key.
    ['37b9 | 6m', '3m7b9 | 6m'],
    ['2(13#11)/4 | <37b13! 6', '2m13#11/4 | <3m7b13! 6'],
    ['77b9', '7m7b5b9'],
    // What had a major third before, or says its own, stays; so do 1, 4 and 5.
    ['37b9#9 | 3M(7b9) | 3m7b9 | 57b9 | 1(13#11) | 37alt | 6(13)', null],
    ['1 | 4\n  3rd ending: 37b9', '1 | 4\n  1st 2nd 3rd ending: 3m7b9'],
    ['1\n  1st ending: 5\n  3rd ending: 1 | 4', '1\n  1st ending: 5\n  2nd 3rd ending: 1 | 4'],
    // The lower one stood last: it was that of the times beyond.
    ['1\n  2nd ending: 5\n  1st ending: 4', '1\n  2nd ending: 5\n  1st 3rd ending: 4'],
    ['1\n  1st 2nd ending: 5\n  2nd ending: 4', '1\n  1st 2nd ending: 5\n  2nd 3rd ending: 4'],
    ['1\n  1st ending: 5\n  2nd ending: 4\n  > end', null],
  ])('%s', (before, after) => {
    expect(asItSounded(inKey(before), 1)).toBe(inKey(after ?? before));
    expect(asItSounded(inKey(before), 2)).toBe(inKey(before));
  });

  test('lines keep what ends them, and what is wrong in them', () => {
    const text = inKey('37b9 | what? 9').replaceAll('\n', '\r\n') + '\u2028\n';
    expect(asItSounded(text, 1)).toBe(text.replace('37b9', '3m7b9'));
  });

  test('any song does, at every time through its sections', () => {
    fc.assert(
      fc.property(songs, (made) => {
        const song: Song = { ...made, road: null, reading: 'as written', minor: 'relative' };
        // What could not be said then.
        const text = printChart(song).replaceAll(' ending only:', ' ending:');
        const now = parseChart(asItSounded(text, 1));
        expect(now.ok).toBe(true);
        const { parts } = expand(now.song);
        for (const { section, pass, bars } of parts) {
          const heard = bars.map(({ is }) => JSON.stringify(is));
          const own = heardBefore(parseChart(text).song, section, pass);
          expect(heard.slice(heard.length - own.length)).toEqual(own);
          // No other ending was put before it.
          expect(endingsOf(now.song, section, pass)).toBe(own.length);
        }
      }),
      { numRuns: runs(60) },
    );
  });
});

/** The ending that a time took: its own, else the one that stands last. Written from the sentence, sharing no code. */
function heardBefore({ sections }: Song, section: number, pass: number): string[] {
  const named = sections[section]!.phrases.flatMap(({ when, bars }) =>
    when?.kind === 'ending' ? [{ when, bars }] : [],
  );
  const last = named.at(-1)?.when.times.join();
  const own = named.some(({ when }) => when.times.includes(pass));
  return named
    .filter(({ when }) => (own ? when.times.includes(pass) : when.times.join() === last))
    .flatMap(({ bars }) => bars.map((bar) => JSON.stringify(bar)));
}

/** How many bars of a time come from lines that are endings. */
function endingsOf(song: Song, section: number, pass: number): number {
  const part = expand(song).parts.find((one) => one.section === section && one.pass === pass)!;
  const endings = new Set(
    song.sections[section]!.phrases.flatMap(({ when, bars }) =>
      when?.kind === 'ending' ? bars : [],
    ),
  );
  return part.bars.filter(({ is }) => endings.has(is)).length;
}
