import { describe, expect, test } from '@jest/globals';
import {
  expand,
  fingersOf,
  formatDegree,
  freeHands,
  hasLine,
  innerLines,
  parseChart,
  placedSlots,
  schools,
  twelveKeys,
  usualReach,
  voice,
  withLine,
  withoutLine,
  type HandsPlace,
  type InnerLine,
  type Song,
  type VoiceOptions,
} from '../src/index.ts';
import { progressions } from './corpus.ts';
import { shown } from './handsTools.ts';
import { faults, timelineOf } from './holds.ts';
import { key } from './read.ts';

/** The chords of a song by their slots. */
function rowOf(song: Song): HandsPlace[] {
  return placedSlots(song).flatMap(({ is }, slot) =>
    is.kind === 'chord' ? [{ slot, chord: is.chord }] : [],
  );
}

function linesIn(bars: string, at = 0): string[] {
  return innerLines(rowOf(timelineOf(bars).song), at, key('C')).map(inNumbers);
}

const inNumbers = (line: InnerLine) => line.map(({ tone }) => formatDegree(tone)).join(' ');
const bounds = {
  left: usualReach.left.rolled,
  right: usualReach.right.rolled,
  lowest: 21,
  highest: 108,
  bassPlayer: false,
};
const letters = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

function rights(bars: string, inKey: string, options: Omit<VoiceOptions, 'lines'> = {}): string[] {
  const timeline = timelineOf(bars, inKey);
  const [lines] = innerLines(rowOf(timeline.song), 0, key(inKey));
  return shown(voice(timeline, { ...options, lines: lines! })).map(({ right }) =>
    right.map((note) => letters[note % 12]).join(' '),
  );
}

// Common practice, no published source.
describe('a line in the right thumb', () => {
  test.each<[string, number, string]>([
    ['6m | 1/5 | #4m7b5 | 4', 0, '6 5 #4 4'],
    ['6m | 1/5 | #4m7b5 | 4', 3, '6 5 #4 4'],
    ['1 | 1maj7 | 17 | 4', 1, '1 7 b7'],
    ['1 | 1#5 | 1(6) | 17 | 4', 0, '5 #5 6 b7'],
    ['2m | 2mM7 | 2m7 | 57 | 1', 0, '2 #1 1 7'],
    ['6m | 6mM7/#5 | 6m7/5 | #4m7b5', 2, '6 #5 5 #4'],
    // The same chord once more is the same note once more.
    ['6m | 6m | 1/5 | #4m7b5', 0, '6 6 5 #4'],
  ])('through %s at chord %i is %s', (bars, at, line) => {
    expect(linesIn(bars, at)[0]).toBe(line);
  });

  test.each(['1 | 4 | 5 | 1', '1 | 6m', '1 | 1sus4 | 1'])(
    'through %s there is none: too little stays, or it is only a step',
    (bars) => {
      expect(linesIn(bars)).toEqual([]);
    },
  );

  test('is played as it is taught: in G, E G B / D G B / C# E G B / C E G', () => {
    const hands = ['E G B', 'D G B', 'Db E G B', 'C E G'];
    expect(rights('6m | 1/5 | #4m7b5 | 4', 'G')).toEqual(hands);
    // What is said of a chord counts more than what is said of its section.
    const sections = [{ slot: 0, right: { kind: 'way', way: 'bells' } as const }];
    expect(rights('6m | 1/5 | #4m7b5 | 4', 'G', { sections })).toEqual(hands);
  });

  test('stays in one finger and goes by steps, in every key and school, wherever it is offered', () => {
    let count = 0;
    for (const [index, { text }] of progressions.entries()) {
      const { value: song } = parseChart(text) as { value: Song };
      const row = rowOf(song);
      const line = row.flatMap(({ slot }) => innerLines(row, slot, song.key))[0];
      if (!line) continue;
      count += 1;
      const inKey = twelveKeys('major')[index % 12]!;
      const style = schools[index % schools.length]!;
      const held = shown(voice(expand(song, { key: inKey }), { lines: line, style }));
      let before: number | null = null;
      for (const { slot, tone } of line) {
        const { line: has, left, right, chord } = held.find((one) => one.slot === slot)!;
        expect(has).toEqual(tone);
        expect(fingersOf('right', right)[0]).toBe(1);
        expect(faults({ left, right }, chord, inKey, bounds)).toEqual([]);
        const [thumb] = right as [number];
        if (before !== null) expect(Math.abs(thumb - before)).toBeLessThanOrEqual(2);
        before = thumb;
      }
    }
    expect(count).toBeGreaterThan(10);
  });

  test('that a chord cannot have is said, and the nearest is played', () => {
    const timeline = timelineOf('1 | 4');
    const lines = [{ slot: 1, tone: { step: 7, alter: 0 } }] as const;
    const { slots, problems } = voice(timeline, { lines });
    expect(slots[1]).toMatchObject({ line: null });
    expect(problems).toEqual([
      {
        slot: 1,
        message:
          'The right hand cannot have the note of the line in its thumb on 4: the chord has no such tone, or the other hand is in the way. Another right hand is played.',
      },
    ]);
  });

  test('is asked for, taken back, and let go as a whole after the chords have changed', () => {
    const row = rowOf(timelineOf('6m | 1/5 | #4m7b5 | 4').song);
    const [line] = innerLines(row, 0, key('C'));
    const asked = withLine(freeHands, line!);
    expect(hasLine(asked, line!)).toBe(true);
    expect(withLine(asked, line!)).toEqual(freeHands);
    expect(withoutLine(asked, row, 2)).toEqual(freeHands);
    expect(withoutLine(freeHands, row, 2)).toBe(freeHands);
    const gap = { ...asked, lines: asked.lines.filter(({ slot }) => slot !== 1) };
    expect(withoutLine(gap, row, 3).lines.map(({ slot }) => slot)).toEqual([0]);
  });
});
