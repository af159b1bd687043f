import { describe, expect, test } from '@jest/globals';
import {
  allKeys,
  expand,
  isSingable,
  parseChart,
  printChart,
  rankKeys,
  readRangeSaid,
  rewriteNumbers,
  sectionRanges,
  setSectionRange,
  songRange,
  sungRange,
  tunePitch,
  typedNoteAt,
  typedPitch,
  withEdits,
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

  const sections = `title: Rill
key: C

Verse:
  range: 5, to 3 mostly 1
  1 | 4

Chorus:
  1 | 5
  tune: 5 . . . | 5 . 3 .

Bridge:
  range: 1 to 5'
  4
`;

  test('is said of sections too: what has a tune goes by it, and a section of which nothing is said is not sung', () => {
    const { song } = parseChart(sections);
    const timeline = expand(song);
    const ranges = [...sectionRanges(timeline)].map(([section, { low, high, usual }]) => [
      song.sections[section]!.name,
      low,
      high,
      usual,
    ]);
    expect(ranges).toEqual([
      ['Verse', 55, 64, 60],
      ['Chorus', 64, 67, 67],
      ['Bridge', 60, 79, 70],
    ]);
    const whole = songRange(timeline)!;
    // The ends of what is said are held as long notes are: nobody promises that they are only touched.
    expect([whole.low, whole.high]).toEqual([55, 79]);
    expect(whole.pitches.find(({ note }) => note === 79)!.longTimes).toBe(1);
    expect(printChart(song)).toContain('Verse:\n  range: 5, to 3 mostly 1\n');
    // Behind a lift it rises with the song; what a tune says comes before what is said.
    const lifted = expand(
      parseChart(sections.replace('\nVerse', 'road: Verse, up 2, Verse\n\nVerse')).song,
    );
    expect(songRange(lifted)!.high).toBe(66);
    expect(sungRange(lifted, 1)!.low).toBe(57);
  });

  test('of a section is written, changed and taken back where it stands', () => {
    const edited = (text: string, section: number, said: string | null) => {
      const read = said === null ? null : readRangeSaid(said);
      const before = parseChart(text);
      const edit = setSectionRange(before, section, read?.ok ? read.value : null);
      if (!edit.ok) throw new Error(edit.why);
      return withEdits(before.text, edit.changes);
    };
    const changed = edited(sections, 0, "5, to 3' mostly 1'");
    expect(changed).toBe(sections.replace('5, to 3 mostly 1', "5, to 3' mostly 1'"));
    const added = edited(sections, 1, '1 to 5');
    expect(added).toBe(sections.replace('Chorus:\n', 'Chorus:\n  range: 1 to 5\n'));
    expect(edited(added, 1, null)).toBe(sections);
    expect(edited(sections, 1, null)).toBe(sections);
    expect(setSectionRange(parseChart(sections), 7, null).ok).toBe(false);
    // Said twice, it says so; a range that is none stays as typed.
    const twice = parseChart(sections.replace('  1 | 4', '  range: 1 to 3\n  1 | 4'));
    expect(twice.ok ? '' : twice.problems[0]!.message).toContain('said above already');
    expect(parseChart(sections.replace("1 to 5'", 'high')).ok).toBe(false);
  });

  test('keeps its notes where the numbers of a minor song are counted from the other tonic', () => {
    const text = sections.replace('key: C', "key: A minor\nrange: 6, to 3' mostly 1");
    const read = parseChart(text);
    const turned = rewriteNumbers(read, { reading: 'as written', minor: 'own tonic' });
    if (!turned.ok) throw new Error(turned.why);
    const { song } = parseChart(withEdits(text, turned.changes));
    expect(song.minor).toBe('own tonic');
    expect(printChart(song)).toContain("range: 1 to 5' mostly b3");
    const heard = (one: typeof song) =>
      [...sectionRanges(expand(one)).values()].map(({ low, high, usual }) => [low, high, usual]);
    expect(heard(song)).toEqual(heard(read.song));
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
