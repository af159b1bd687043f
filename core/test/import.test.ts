import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Chord as TonalChord, Key as TonalKey, Note as TonalNote } from 'tonal';
import {
  formatChord,
  formatKey,
  fromCsv,
  fromLetters,
  fromText,
  guessKey,
  parseChart,
  parseChord,
  printChart,
  rowOf,
  toCsv,
  toLetters,
  toText,
  twelveKeys,
  type Imported,
  type Key,
  type Song,
} from '../src/index.ts';
import { songs } from './generators.ts';
import { pitchClass } from '../src/pitch/note.ts';
import { key } from './read.ts';
import { runs } from './deep.ts';

function imported(text: string, hints: Parameters<typeof fromText>[1] = {}): Imported {
  const read = fromText(text, hints);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
}
const chart = (text: string) => printChart(imported(text).song);
const chordsOf = (song: Song) =>
  song.sections.flatMap(({ phrases }) =>
    phrases.flatMap(({ bars }) =>
      bars.flatMap((bar) =>
        bar.kind === 'same'
          ? []
          : bar.slots.flatMap((slot) => (slot.kind === 'chord' ? [formatChord(slot.chord)] : [])),
      ),
    ),
  );

describe('chords over words', () => {
  test('sections, key, letters to numbers, words under their bars', () => {
    expect(
      chart(`Harbour Morning
by Nele Marsh
Key: Bb
Tempo: 84

[Verse 1]
Bb        F/A        Gm7
Low the water, slow the tide

Chorus x2
| Eb  | F  Gm |
  Rise  and  go

Copyright 2026 Nele Marsh`),
    ).toBe(`title: Harbour Morning
by: Nele Marsh
key: Bb
meter: 4/4
tempo: 84
rights: Copyright 2026 Nele Marsh

Verse 1:
  1 | 5/7 | 6m7
  > Low the | water, slow | the tide

Chorus x2:
  4 | 5 6m
  > Rise | and go
`);
  });

  test('a key that is not said is recognised, and its runners-up are named', () => {
    const { song, keys, guessed } = imported('G  D/F#  Em7  C\nG  D  C  G\n');
    expect(formatKey(song.key)).toBe('G');
    expect(keys.slice(0, 3).map((guess) => formatKey(guess.key))).toContain('D');
    expect(keys[0]!.likelihood).toBeGreaterThan(0.5);
    expect(guessed.join(' ')).toMatch(/The key is not said; by its chords it is G/);
    expect(guessed.join(' ')).toMatch(/every chord was given a bar/);
    const other = imported('G  D/F#  Em7  C\nG  D  C  G\n', { key: key('D') });
    expect(chordsOf(other.song).slice(0, 2)).toEqual(['4', '1/3']);
  });

  test('numbers are read as well; words without chords and loose lines are not lost', () => {
    const { song, guessed, dropped } = imported(
      'A Title\nfor Sunday\nCapo 2\n\nVerse\n1 5/7 6m7 4\nla la la la\n\nand a line alone\n(softer)\n',
    );
    expect(chordsOf(song)).toEqual(['1', '5/7', '6m7', '4']);
    expect(song.sections[0]!.phrases[1]!.words).toEqual([['and a line alone']]);
    expect(song.sections[0]!.directions).toEqual(['softer']);
    expect(guessed.join(' ')).toMatch(/silent bar/);
    expect(dropped.join(' ')).toMatch(/for Sunday/);
    expect(dropped.join(' ')).toMatch(/capo of 2/);
  });

  test.each([
    ['Verse 1', ['Verse 1', 1]],
    ['CHORUS x2', ['CHORUS', 2]],
    ['Last Chorus (2x)', ['Last Chorus', 2]],
    ['[Bridge] x3', ['Bridge', 3]],
    ['Pre-Chorus:', ['Pre-Chorus', 1]],
    ['Call and answer x4:', ['Call and answer', 4]],
  ] as const)('“%s” is the name of a section', (line, [name, times]) => {
    const { sections } = imported(`${line}\nC  G\nla la\n`).song;
    expect(sections.map((section) => [section.name, section.times])).toEqual([[name, times]]);
  });

  test.each([
    'Break the bread again',
    'Part the water',
    'By the river we will wait',
    'Music in the morning',
    'Key of all the doors',
    'Opening every window',
    'Words and music in the air',
  ])('“%s” is sung', (line) => {
    const { song } = imported(`Verse\nC  G\n${line}\nF  C\nla la\n`);
    expect(song.sections).toHaveLength(1);
    expect(song.sections[0]!.phrases[0]!.words.flat().join(' ').trim()).toBe(line);
    expect(song.details).toEqual({ by: '', singer: '', feel: '', rights: '' });
  });

  test('an order that names what is not there is left out, and said to be', () => {
    const { song, dropped } = imported('Order: Verse, Bridge\n\nVerse:\nC G\n');
    expect(song.road).toBeNull();
    expect(dropped).toEqual(['The order: it names a section “Bridge” that is not there.']);
  });

  test('German names are read as German when that is declared', () => {
    const { song } = imported('Key: B\n\nB  Es  F  B\n', { language: 'german', key: key('Bb') });
    expect(chordsOf(song)).toEqual(['1', '4', '5', '1']);
  });

  test.each([
    ['', /no chords in this text/],
    ['just words\nand more words', /no chords in this text/],
    ['x'.repeat(200_001), /holds up to 200000/],
  ])('what cannot be read says why', (text, why) => {
    const read = fromText(text);
    expect(read.ok ? '' : read.problems[0]!.message).toMatch(why);
  });

  /** The sections of a text as the chart says them, a line after the other. */
  const bars = (text: string) =>
    chart(text)
      .split('\n\n')
      .slice(1)
      .map((section) => section.trim().replace(/\n +/g, ' / '))
      .join('\n');

  test.each([
    ['Key: D\nBm / G /   D / / /', 'Verse: / 6m 4 | 1'],
    ['Key: D\n| Em / / / | / / A / |', 'Verse: / 2m | . 5'],
    ['Key: D\nTime: 3/4\nBm / G   D / /', 'Verse: / 6m . 4 | 1'],
    ['Key: D\nTime: 6/8\nBm / / G / /   D', 'Verse: / 6m 4 | 1'],
    ['Key: E\nTAG: E A/E E', 'TAG: / 1 | 4/1 | 1'],
    [
      'Key: E\nIntro: E A2 C#m7 Bsus B (x2)\n\nChorus\nE A\nla la',
      'Intro x2: / 1 | 4add2 | 6m7 | 5sus4 | 5\nChorus: / 1 | 4 / > la | la',
    ],
    ['Key: E\nVerse\nE - A - B4 - B', 'Verse: / 1 | 4 | 5sus4 | 5'],
    ['Key: E\nVerse\nE-A-B', 'Verse: / 1 | 4 | 5'],
    ['Key: E\nVerse\n||: E | A :||', 'Verse x2: / 1 | 4'],
    ['Key: E\nVerse\n|: E | A :| (x3)\n| B | E |', 'Verse: / 1 | 4 | 1 | 4 | 1 | 4 / 5 | 1'],
    ['Key: E\nVerse\n| E | A | 2x', 'Verse x2: / 1 | 4'],
    // One word that is no chord is a problem in its place.
    ['Key: E\nVerse\nE  A  Bsus3x  C#m', 'Verse: / 1 | 4 | Bsus3x | 6m'],
    [
      'Key: E\nVerse\nE  A  E\nA day to be, and more\n',
      'Verse: / 1 | 4 | 1 / > A | day | to be, and more',
    ],
  ])('%s', (text, wanted) => {
    expect(bars(text)).toBe(wanted);
  });

  test.each([
    [
      'Key of E Capo 2 72 bpm',
      'D  A  Bm  G',
      'E',
      ['1', '5', '6m', '4'],
      /shapes of D; they sound in E/,
    ],
    [
      'Key of E Capo 2 72 bpm',
      'E  B  C#m  A',
      'E',
      ['1', '5', '6m', '4'],
      /as they sound, in E; .* shapes of D/,
    ],
    [
      'Capo 3, 72 bpm',
      'G  D  Em  C  G',
      'Bb',
      ['1', '5', '6m', '4', '1'],
      /shapes of G; they sound in B♭/,
    ],
  ] as const)('%s over %s', (head, line, home, numbers, said) => {
    const { song, guessed } = imported(`A Title\n${head}\n\nVerse\n${line}\nla la\n`);
    expect([formatKey(song.key), song.tempo, chordsOf(song)]).toEqual([home, 72, numbers]);
    expect(guessed.join(' ')).toMatch(said);
  });

  test('whatever is read makes a chart without problems', () => {
    const word = fc.constantFrom(
      'G',
      'D/F#',
      'Em7',
      '|',
      '%',
      '.',
      'x2',
      'Verse',
      '[Chorus]',
      'la',
      '4',
      '6m',
      '(soft)',
      '1st ending:',
      '>',
      '*',
      ':',
      'Key: A',
      'Time: 3/4',
      '💡',
      'Order: Verse',
    );
    const line = fc.array(word, { maxLength: 7 }).map((words) => words.join(' '));
    fc.assert(
      fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
        const read = fromText(lines.join('\n'));
        if (!read.ok) return;
        // What is no chord among chords is kept in its place, as a problem.
        if (JSON.stringify(read.value.song).includes('"kind":"unread"')) return;
        const again = parseChart(printChart(read.value.song));
        const problems = again.ok ? [] : again.problems.map(({ message }) => message);
        expect(problems.filter((message) => !/no bar before/.test(message))).toEqual([]);
      }),
      { numRuns: runs(400), endOnFailure: true },
    );
  });
});

describe('what went out as text comes back', () => {
  const folder = join(import.meta.dirname, '../../demo/songs');
  test.each(readdirSync(folder))('%s: title, key, sections, chords and words', (file) => {
    const read = parseChart(readFileSync(join(folder, file), 'utf8'));
    if (!read.ok) throw new Error(file);
    const song = read.value;
    for (const chords of ['letters', 'numbers'] as const) {
      const { song: back } = imported(toText(song, { chords, letters: { signs: 'typed' } }), {
        key: song.key,
      });
      expect(back.title).toBe(song.title);
      expect(back.details.by).toBe(song.details.by);
      expect(back.sections.map(({ name, times }) => [name, times])).toEqual(
        song.sections.map(({ name, times }) => [name, times]),
      );
      expect(chordsOf(back)).toEqual(chordsOf(song));
      const letters = (of: Song) =>
        of.sections
          .flatMap(({ phrases }) => phrases.flatMap(({ words }) => words.flat()))
          .join('')
          .replace(/[^\p{L}]/gu, '');
      expect(letters(back).length).toBe(letters(song).length);
    }
  });
});

/** Progressions that we made, with home as 1 and, in minor, as 6m. */
const progressions = {
  major: `1 5 6m 4 | 1 4 5 1 | 6m 4 1 5 | 1 1/3 4 5 | 4 1 5 6m | 1 2m 4 5 1 | 1 3m 4 1 | 1 b7 4 1 | 4 5 6m 1/3 4 5 1 | 1 37 6m 4 5 1 | 1 5/7 6m 1/5 4 1/3 2m7 5sus4 5 | 2m7 57 1maj7 | 1maj7 6m7 2m7 57 | 6m 5 4 1 5 1 | 4 6m 5 1 | 1 4 6m 5 | 1 17 4 4m 1 | 1 5 2m 4 | 1sus4 1 4/1 1 | 4 1/3 2m 1 | 1 6m 3m 4 | 1 67 2m 57 1 | 6m 37/#5 1/5 2/#4 4 1 5 1 | 1add9 5/7 6m7 4maj7 | 4 5 3m 6m 2m 5 1 | 1 5 4 5 | 5 4 1 1 | 1 27 5 57 1 | 1/3 4 5sus4 5 1 | 6m 3m 4 1 5`,
  minor: `6m 2m 37 6m | 6m 5 4 37 | 7m7b5 37 6m | 6m 4 5 6m | 6m 3m 4 6m | 6m 2m 5 1 4 7m7b5 37 6m | 6m 1 5 6m | 6m 5 6m 4 5 6m | 6m 4 2m 3 6m | 6m 5/7 1 2m 37 6m | 6m 2m7 3m7 6m | 6m 37/#5 6m/5 2/#4 4 37 6m | 6m9 2m9 37b9 6m9 | 6m 6m/5 4 3 | 6m 1 2m 4 3sus4 3 6m | 2m 6m 37 6m | 6m 4 1 37 6m | 6m 3m 4 1 2m 6m 37 6m | 6m 2 4 6m | 6m7 27 6m7 27 | 4 5 6m 6m 4 5 6m | 6m 5 4 5 6m | 6m #5dim7 6m | 6m 2m 6m 3 6m 2m 37 6m | 6m 67 2m 5 1 4 37 6m | 6m 4maj7 7m7b5 37b9 6m | 6madd9 4maj7 1 6madd9 | 6m 3m 6m 3m 4 5 6m | 6m 6m/5 6m/#4 4maj7 37sus4 37 | 2m 3 6m 6m 2m 37 6m`,
};

describe('the key of a row of chords', () => {
  /** Chords as worship songs use them, the plain ones far oftener; now and then one from outside the key. */
  const number = (usual: string[], often: string[], seldom: string[]) =>
    fc.oneof(
      { weight: 10, arbitrary: fc.constantFrom(...usual) },
      { weight: 4, arbitrary: fc.constantFrom(...often) },
      { weight: 1, arbitrary: fc.constantFrom(...seldom) },
    );
  const song = (firsts: string[], middle: fc.Arbitrary<string>, lasts: string[]) =>
    fc
      .tuple(
        fc.constantFrom(...firsts),
        fc.array(middle, { minLength: 6, maxLength: 22 }),
        fc.constantFrom(...lasts),
      )
      .map(([first, rest, last]) => [first, ...rest, last]);
  const generated = {
    // What begins and ends on 6m is in minor.
    major: song(
      ['1', '1', '6m', '4'],
      number(
        ['1', '4', '5', '6m'],
        ['2m', '3m', '1/3', '5/7', '4maj7', '6m7', '2m7', '5sus4'],
        ['b7', '4m', '2', '3', '67'],
      ),
      ['1', '1', '1', '1', '5', '4', '6m'],
    ).filter((row) => row[0] !== '6m' || row.at(-1) !== '6m'),
    minor: song(
      ['6m', '6m', '6m', '4'],
      number(
        ['6m', '4', '5', '2m', '37'],
        ['1', '3m', '6m7', '2m7', '4maj7', '3sus4', '1/3'],
        ['7m7b5', '67', '2', '#5dim7'],
      ),
      ['6m', '6m', '6m', '37'],
    ),
  };
  const lettersOf = (numbers: readonly string[], home: Key) =>
    numbers.map((text) => {
      const read = parseChord(text);
      if (!read.ok) throw new Error(text);
      return toLetters(read.value, home);
    });
  const read = (letters: readonly string[]) =>
    letters.map((text) => {
      const chord = fromLetters(text, key('C'));
      if (!chord.ok) throw new Error(text);
      return chord.value;
    });

  const isFound = (numbers: readonly string[], home: Key) => {
    const [guess] = guessKey(read(lettersOf(numbers, home)));
    const tonic = ({ tonic }: Key) => pitchClass(tonic);
    return guess!.key.mode === home.mode && tonic(guess!.key) === tonic(home);
  };

  test.each(['major', 'minor'] as const)(
    'is found for at least 95 of 100 generated songs in %s, in twelve keys',
    (mode) => {
      const homes = twelveKeys(mode);
      const songs = fc.sample(generated[mode], { numRuns: runs(1200), seed: 20261125 });
      const found = songs.filter((numbers, index) => isFound(numbers, homes[index % 12]!)).length;
      console.log(`the key of ${found} in ${songs.length} generated songs in ${mode} was found`);
      expect(found / songs.length).toBeGreaterThanOrEqual(0.95);
    },
  );

  test('is found for at least 95 of 100 progressions, half of them minor', () => {
    const found = { major: 0, minor: 0 };
    for (const mode of ['major', 'minor'] as const)
      for (const [place, numbers] of progressions[mode].split(' | ').entries())
        for (let turn = 0; turn < 4; turn += 1) {
          const home = twelveKeys(mode)[(place * 5 + turn * 3) % 12]!;
          if (isFound(numbers.split(' '), home)) found[mode] += 1;
        }
    console.log(`of 120 progressions each: ${found.major} in major, ${found.minor} in minor`);
    expect([found.major, found.minor].map((count) => count >= 114)).toEqual([true, true]);
  });

  /**
   * A second judge: how well each note is felt to fit a key, by C. L. Krumhansl and E. J. Kessler (Tracing the dynamic changes in
   * perceived tonal organization, 1982; the figures from memory), beside how often notes are in the chords, as tonal has them.
   */
  const profiles = {
    major: [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88],
    minor: [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17],
  };
  const correlation = (one: readonly number[], other: readonly number[]) => {
    const mean = (all: readonly number[]) => all.reduce((sum, each) => sum + each, 0) / all.length;
    const [first, second] = [mean(one), mean(other)];
    const product = one.map((each, index) => (each - first) * (other[index]! - second));
    const spread = (all: readonly number[], from: number) =>
      Math.sqrt(all.reduce((sum, each) => sum + (each - from) ** 2, 0));
    return mean(product) / (spread(one, first) * spread(other, second));
  };
  const judged = (letters: readonly string[]) => {
    const heard = Array.from({ length: 12 }, () => 0);
    for (const name of letters)
      for (const note of TonalChord.get(name).notes) heard[TonalNote.chroma(note)!]! += 1;
    const keys = (['major', 'minor'] as const).flatMap((mode) =>
      heard.map((_, tonic) => {
        const from = (at: number) => profiles[mode][(at - tonic + 12) % 12]!;
        return {
          mode,
          tonic,
          fit: correlation(
            heard,
            heard.map((_, at) => from(at)),
          ),
        };
      }),
    );
    return keys.reduce((best, each) => (each.fit > best.fit ? each : best));
  };

  test('where published profiles of keys find the same, it is right; and it is right more often than they are', () => {
    const count = { all: 0, ours: 0, theirs: 0, agreed: 0, rightTogether: 0 };
    for (const mode of ['major', 'minor'] as const)
      for (const [place, numbers] of progressions[mode].split(' | ').entries()) {
        const home = twelveKeys(mode)[(place * 5) % 12]!;
        const letters = lettersOf(numbers.split(' '), home);
        const ours = guessKey(read(letters))[0]!.key;
        const theirs = judged(letters);
        const tonic = pitchClass(home.tonic);
        const isOurs = ours.mode === mode && pitchClass(ours.tonic) === tonic;
        const isTheirs = theirs.mode === mode && theirs.tonic === tonic;
        const agree = ours.mode === theirs.mode && pitchClass(ours.tonic) === theirs.tonic;
        count.all += 1;
        count.ours += Number(isOurs);
        count.theirs += Number(isTheirs);
        count.agreed += Number(agree);
        count.rightTogether += Number(agree && isOurs);
      }
    console.log(
      `of ${count.all} progressions ${count.ours} keys are right, ${count.theirs} by published profiles; both find the same ${count.agreed} times, right ${count.rightTogether} times`,
    );
    expect(count.agreed / count.all).toBeGreaterThanOrEqual(0.85);
    expect(count.rightTogether).toBe(count.agreed);
    expect(count.ours).toBeGreaterThanOrEqual(count.theirs);
  });

  test.each([
    ['Am Dm E7 Am', 'A minor'],
    ['Am G F E7', 'A minor'],
    ['Bm7b5 E7 Am', 'A minor'],
    ['C Bb F C', 'C'],
    ['C E7 Am F G C', 'C'],
    ['Am F C G', 'C'],
  ])('%s is %s', (letters, home) => {
    expect(formatKey(guessKey(read(letters.split(' ')))[0]!.key)).toBe(home);
  });

  test('every chord that tonal lists in a key speaks for that key', () => {
    for (const home of twelveKeys('major')) {
      const { chords } = TonalKey.majorKey(formatKey(home));
      const [guess] = guessKey(
        read([chords[0]!, chords[3]!, chords[4]!, chords[1]!, chords[5]!, chords[0]!]),
      );
      expect(formatKey(guess!.key)).toBe(formatKey(home));
    }
    for (const home of twelveKeys('minor')) {
      const tonic = formatKey(home).replace(' minor', '');
      const { chords } = TonalKey.minorKey(tonic).natural;
      const fifth = TonalKey.minorKey(tonic).harmonic.chords[4]!;
      const [guess] = guessKey(
        read([chords[0]!, chords[3]!, chords[5]!, fifth, chords[0]!, fifth, chords[0]!]),
      );
      expect(formatKey(guess!.key)).toBe(formatKey(home));
    }
  });
});

describe('a list of songs', () => {
  test('goes out as CSV and comes back, whatever is in it', () => {
    fc.assert(
      fc.property(fc.array(songs, { maxLength: 5 }), (list) => {
        const read = fromCsv(toCsv(list.map(rowOf)));
        if (!read.ok) throw new Error(read.problems[0]!.message);
        const heads = (of: readonly Song[]) =>
          of.map(({ title, key: home, meter, tempo, details }) => ({
            title: title.replace(/\s+/g, ' '),
            home,
            meter,
            tempo,
            singer: details.singer.replace(/\s+/g, ' '),
          }));
        expect(heads(read.value.songs)).toEqual(heads(list));
      }),
      { numRuns: runs(60), endOnFailure: true },
    );
  });

  test.each(["'+1", "'=1", "''-1", "'tis", '+1', "'"])('a title %j comes back', (title) => {
    const read = fromCsv(toCsv([{ title }]));
    expect(read.ok && read.value.songs.map((song) => song.title)).toEqual([title]);
  });

  test('what a spreadsheet would run as a formula is text', () => {
    expect(toCsv([{ title: '=1+1' }])).toContain("'=1+1");
  });

  test('of another program: other names, what cannot be taken is told', () => {
    const read = fromCsv('Name;BPM;Key;Colour\r\n"Low; Tide";900;H;red\r\n');
    if (!read.ok) throw new Error(read.problems[0]!.message);
    expect(read.value.songs.map(({ title }) => title)).toEqual(['Low; Tide']);
    expect(read.value.dropped.join(' ')).toMatch(/Colour.*Line 2, key.*Line 2, tempo/);
  });

  test.each([
    ['', /“title” must be one/],
    ['a,b\n1,2\n', /“title” must be one/],
    [`title\n${'x\n'.repeat(501)}`, /up to 500 songs/],
  ])('what is none says why', (text, why) => {
    const read = fromCsv(text);
    expect(read.ok ? 'read' : read.problems[0]!.message).toMatch(why);
  });
});
