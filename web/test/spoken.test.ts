import { describe, expect, test } from '@jest/globals';
import { parseChart } from '@intervallum/core';
import { layOut } from '../src/music/rails/layout.ts';
import { chordInWords, inWords, spokenPlace } from '../src/music/rails/spoken.ts';
import { letterStyle, numberStyle, type ChartView } from '../src/music/rails/view.ts';

const settings = {
  reading: 'chart',
  minor: 'chart',
  symbols: 'words',
  language: 'english',
  spelling: 'easy',
} as const;

function read(text: string, more: Partial<ChartView> = {}) {
  const { song } = parseChart(text);
  const view: ChartView = {
    key: song.key,
    style: numberStyle(song, settings),
    letterStyle: letterStyle(settings),
    hero: 'numbers',
    letters: true,
    words: true,
    tune: 'off',
    ...more,
  };
  const laid = layOut(song);
  return {
    view,
    song,
    at: (bar: number, slot = 0) => spokenPlace(laid, bar, slot, () => view),
  };
}

// As players say them to each other (common practice, no published source).
test.each([
  ['m7', 'minor 7'],
  ['maj7', 'major 7'],
  ['maj9', 'major 9'],
  ['m(maj7)', 'minor major 7'],
  ['m7♭5', 'half diminished'],
  ['ø', 'half diminished'],
  ['△', 'major 7'],
  ['△9', 'major 9'],
  ['-7', 'minor 7'],
  ['dim7', 'diminished 7'],
  ['°7', 'diminished 7'],
  ['sus4', 'sus 4'],
  ['9sus4', '9 sus 4'],
  ['add9', 'add 9'],
  ['69', '6 9'],
  ['7♯9', '7 sharp 9'],
  ['maj7♯11', 'major 7 sharp 11'],
  ['7(♭9,♭13)', '7 flat 9 flat 13'],
  ['+', 'augmented'],
  ['7alt', '7 altered'],
  ['5', '5'],
  ['', ''],
])('%s is said “%s”', (written, said) => {
  expect(inWords(written)).toBe(said);
});

describe('a chord', () => {
  test.each([
    ['b7maj7/2', 'E', 'flat 7 major 7 over 2', 'D major 7 over F sharp'],
    ['#4dim7', 'C', 'sharp 4 diminished 7', 'F sharp diminished 7'],
    ['6m7/b3', 'Eb', '6 minor 7 over flat 3', 'C minor 7 over G flat'],
  ])('%s in %s is said in numbers and in letters', (chord, key, numbers, letters) => {
    const { song, view } = read(`key: ${key}\n\nA:\n ${chord}\n`);
    const [phrase] = song.sections[0]!.phrases;
    const [bar] = phrase!.bars;
    const slot = bar!.kind === 'played' ? bar!.slots[0]! : null;
    if (slot?.kind !== 'chord') throw new Error('The chord was not read.');
    expect(chordInWords(slot.chord, view)).toBe(numbers);
    expect(chordInWords(slot.chord, { ...view, hero: 'letters' })).toBe(letters);
  });
});

describe('a place', () => {
  const chart = read(
    'key: C\nmeter: 4/4\n\nIntro:\n 1 | 4\n\nVerse:\n 1 | 6m7 . 4 <5sus4 | <r1~ | %\n > Low, and | the tide is | home; ev- | ery\n',
  );
  test.each([
    [0, 0, 'bar 1 of 2, Intro', '1, C'],
    [2, 0, 'bar 1 of 4, Verse', '1, C, sung: Low, and'],
    [3, 1, 'bar 2 of 4, Verse, second of 3', '4, F'],
    [3, 2, 'bar 2 of 4, Verse, third of 3', '5 sus 4 early on 3 and, G sus 4'],
    [4, 0, 'bar 3 of 4, Verse', '1 early on 4 and, right hand alone, C, rings, sung: home; ev'],
    [5, 0, 'bar 4 of 4, Verse', 'the bar before again, sung: ery'],
  ])('bar %i, slot %i', (bar, slot, where, what) => {
    expect(chart.at(bar, slot)).toEqual({ where, what });
  });

  test('says silence, stops, holds, what is not understood, times and metres', () => {
    const { at } = read(
      'key: G\nmeter: 4/4\n\nA:\n _ | 1! | 5^ | hm\n [1] 4 | 5\n [2] 4 | 1\n{3/4} 1\n',
    );
    const said = Array.from({ length: 8 }, (_, bar) => at(bar)?.what ?? '');
    expect(said[0]).toBe('silence');
    expect(said[1]).toBe('1, G, stop');
    expect(said[2]).toBe('5, D, hold');
    expect(said[3]).toMatch(/^not understood: /);
  });

  test('in letters, without words, and where no bar is', () => {
    const { at } = read('key: Bb\n\nA:\n 1/3 | 2m\n > low | tide\n', {
      hero: 'letters',
      words: false,
    });
    expect(at(0)?.what).toBe('B flat over D');
    expect(read('key: C\n').at(0)).toBeNull();
    expect(at(9)).toBeNull();
  });
});
