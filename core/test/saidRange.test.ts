import { describe, expect, test } from '@jest/globals';
import {
  allKeys,
  expand,
  isSingable,
  parseChart,
  printChart,
  rankKeys,
  readRangeSaid,
  songRange,
  tunePitch,
  typedNoteAt,
  typedPitch,
} from '../src/index.ts';
import { key } from './read.ts';

const chart = (head: string, lines = '') => `title: Rill\n${head}\n\nVerse:\n  1 | 4\n${lines}`;
const rangeOf = (text: string) => songRange(expand(parseChart(text).song));

describe('from where to where a song is sung, as its chart says it', () => {
  test.each([
    ['key: C', '5, to 3', [55, 64, 60]],
    ['key: C', "5, to 3' mostly 1'", [55, 76, 72]],
    ['key: D', '1 to 5 mostly 3', [62, 69, 66]],
    // The other way about it is the same range.
    ['key: C', "3' to 1", [60, 76, 68]],
    // Counted from its own tonic, the 1 of A minor is the A below middle C.
    ['key: A minor\nminor: own tonic', '1 to 5 mostly b3', [57, 64, 60]],
    ['key: A minor', '6, to 3', [57, 64, 61]],
  ])('%s, range: %s', (head, said, [low, high, usual]) => {
    const range = rangeOf(chart(`${head}\nrange: ${said}`))!;
    expect([range.low, range.high, range.usual]).toEqual([low, high, usual]);
  });

  test('counts for nothing where a tune is written, and where nothing is said nothing is known', () => {
    const sung = rangeOf(chart('key: C\nrange: 5, to 3', '  tune: 1 2 3 . | 3\n'))!;
    expect([sung.low, sung.high]).toEqual([60, 64]);
    expect(rangeOf(chart('key: C'))).toBeNull();
  });

  const wrong = ['5,', 'low to high', `5'''' to 1`, '8 to 9', '1 to 3 mostly', '1 to 3 maybe 2'];
  test.each(wrong)('%s is no range: it is said what is, and the line stays as typed', (said) => {
    const read = readRangeSaid(said);
    expect(read.ok ? null : read.problems[0]!.message).toMatch(/Say the lowest and the highest/);
    const whole = parseChart(chart(`key: C\nrange: ${said}`));
    expect([whole.ok, whole.song.range, whole.text.includes(said)]).toEqual([false, null, true]);
  });

  test('a pressed key is written as it is read again, in any key, counted either way', () => {
    for (const one of allKeys)
      for (const minor of ['relative', 'own tonic'] as const)
        for (let pitch = 40; pitch <= 84; pitch += 1)
          expect(typedPitch(typedNoteAt(pitch, one, minor), one, minor)).toBe(pitch);
  });

  test('lets keys be ranked for a voice, and is printed as it was typed', () => {
    const { song } = parseChart(chart("key: C\nrange: 5, to 3'"));
    expect(printChart(song)).toContain("range: 5, to 3'\n");
    const singer = { name: 'Ada', low: 53, high: 76 };
    const [best] = rankKeys({ song, singers: [singer] });
    expect(isSingable(best!)).toBe(true);
    const low = tunePitch({ degree: { step: 5, alter: 0 }, octave: -1 }, key('C')) + best!.shift;
    expect(low + 12 * best!.voices[0]!.octave).toBeGreaterThanOrEqual(singer.low);
  });
});
