import { describe, expect, test } from '@jest/globals';
import {
  expand,
  freeHands,
  leftShapes,
  parseChart,
  sectionHandsOf,
  usualReach,
  voice,
  withSection,
  type LeftShape,
  type LeftWish,
  type Reach,
  type VoiceOptions,
} from '../src/index.ts';
import { shown } from './handsTools.ts';
import { key } from './read.ts';

/** Two sections of four bars in a key. */
function timelineOf(verse: string, chorus: string, inKey = 'C') {
  const read = parseChart(
    `title: Test\nkey: C\nmeter: 4/4\n\nVerse:\n  ${verse}\n\nChorus:\n  ${chorus}\n`,
  );
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return expand(read.value, { key: key(inKey) });
}

const bars = '6m | 2m | 5 | 1';
const letters = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const named = (notes: readonly number[]) =>
  notes.map((note) => `${letters[note % 12]}${Math.floor(note / 12) - 1}`).join(' ');

function lefts(left: LeftWish | null, options: VoiceOptions = {}, inKey = 'F'): string[] {
  const sections = [{ slot: 0, school: null, left }];
  const voiced = voice(timelineOf(bars, '1', inKey), { sections, ...options });
  return shown(voiced)
    .slice(0, 4)
    .map(({ left: notes }) => named(notes));
}

// Common practice, no published source.
describe('a left hand said for a section', () => {
  test('1-5-7 takes the seventh from the key without touching the chart', () => {
    expect(lefts({ shape: '1-5-7', orElse: null })).toEqual([
      'D3 A3 C4',
      'G2 D3 F3',
      'C3 G3 Bb3',
      'F2 C3 E3',
    ]);
  });

  test.each<[LeftShape, number[]]>([
    ['1', [0]],
    ['1-5', [0, 7]],
    ['1-8', [0, 12]],
    ['1-5-8', [0, 7, 12]],
    ['1-7', [0, 10]],
    ['1-10', [0, 15]],
    ['1-5-10', [0, 7, 15]],
  ])('%s, in all of its section and nowhere else', (shape, over6m) => {
    const reach: Reach = { left: { held: 16, rolled: 16 }, right: usualReach.right };
    for (const inKey of ['C', 'Eb', 'F#', 'A']) {
      const sections = [{ slot: 0, school: null, left: { shape, orElse: null } }];
      const voiced = shown(voice(timelineOf(bars, bars, inKey), { sections, reach }));
      const intervals = voiced.map(({ left }) => left.map((note) => note - left[0]!));
      expect(intervals[0]).toEqual(over6m);
      expect(new Set(intervals.slice(0, 4).map((one) => one.length)).size).toBe(1);
      expect(voiced.at(-1)!.leftFamily).toBe('octave');
    }
  });

  test('what reach forbids is its else: 1-5-10 else 1-5 with a ninth', () => {
    const reach: Reach = { left: { held: 14, rolled: 16 }, right: usualReach.right };
    const families = (left: LeftWish) =>
      shown(
        voice(timelineOf(bars, bars), { reach, sections: [{ slot: 0, school: null, left }] }),
      ).slice(0, 4);
    for (const { leftFamily, rolled } of families({ shape: '1-5-10', orElse: '1-5' }))
      expect([leftFamily, rolled.left]).toEqual(['fifth', false]);
    // With nothing said for it, it is rolled.
    for (const { leftFamily, rolled } of families({ shape: '1-5-10', orElse: null }))
      expect([leftFamily, rolled.left]).toEqual(['fifth and tenth', true]);
  });

  test('what a chord has not is said where it is, with what is played', () => {
    const sections = [{ slot: 0, school: null, left: { shape: '1-10', orElse: null } as const }];
    const { problems, slots } = voice(timelineOf('5sus4 | 1', '1'), { sections });
    expect(problems).toEqual([
      {
        slot: 0,
        message:
          'The left hand can hold no 1-10 on 5sus4: the chord has no such tone, or it is out of reach, or mud. Another left hand is played. Say what else it may be.',
      },
    ]);
    expect(slots[0]!.left.length).toBeGreaterThan(0);
  });

  test('a wish leaves no chord without hands, whatever the reach; what is not held is said', () => {
    const small: Reach = { left: { held: 12, rolled: 12 }, right: { held: 12, rolled: 12 } };
    const chords = [
      '5(13sus)',
      '2m11',
      '57alt',
      '4maj13',
      '5(13b9)',
      '#4dim7',
      '[2-5-1]',
      '3M/[57]/5',
    ];
    for (const shape of leftShapes)
      for (const lineup of ['keys alone', 'with bass'] as const) {
        const sections = [{ slot: 0, school: null, left: { shape, orElse: null } }];
        const timeline = timelineOf(chords.join(' | '), '1');
        const { slots, problems } = voice(timeline, { sections, lineup, reach: small });
        const free = voice(timeline, { lineup, reach: small });
        for (const [at, slot] of slots.entries()) {
          expect([shape, at, slot !== null]).toEqual([shape, at, free.slots[at] !== null]);
          const isShape = slot && slot.left.length === shape.split('-').length;
          if (slot && at < chords.length && !isShape)
            expect(problems.map((problem) => problem.slot)).toContain(slot.slot);
        }
      }
  });

  test('over a slash bass it is what the hand does there', () => {
    const sections = [{ slot: 0, school: null, left: { shape: '1-5-8', orElse: null } as const }];
    const [, over] = shown(voice(timelineOf('1 | 5/7', '1', 'Eb'), { sections }));
    expect([over!.left[0]! % 12, over!.left.at(-1)! - over!.left[0]!]).toEqual([2, 12]);
  });
});

describe('a school said for a section', () => {
  test('is played there, the song’s in the others', () => {
    const sections = [{ slot: 4, school: 'full and fat', left: null } as const];
    const voiced = shown(voice(timelineOf(bars, bars), { sections }));
    const counts = voiced.map(({ right }) => right.length);
    expect(counts).toEqual([3, 3, 3, 3, 4, 4, 4, 4]);
  });

  test('a beginner’s section has one place for each chord; the rest moves', () => {
    const row = '1 | 4 | 5 | 1 | 6m | 5 | 4 | 1';
    const sections = [{ slot: 0, school: 'beginner', left: null } as const];
    const voiced = shown(voice(timelineOf(row, row), { sections, style: 'full and fat' }));
    expect(voiced[0]!.right).toEqual(voiced[3]!.right);
    expect(voiced[0]!.right).toEqual(voiced[7]!.right);
    expect(voiced[8]!.right.length).toBe(4);
  });
});

describe('what is said', () => {
  test('is one mark for a section, changed, and gone when nothing is said any more', () => {
    const slots = [4, 5, 6, 7];
    const left = { shape: '1-5-10', orElse: '1-5' } as const;
    const one = withSection(freeHands, slots, { left });
    const two = withSection(one, slots, { school: 'full and fat' });
    const nothing = { right: null, loudness: null, pedalling: null };
    expect(two.sections).toEqual([{ slot: 4, school: 'full and fat', left, ...nothing }]);
    expect(sectionHandsOf(two, slots)).toEqual({ school: 'full and fat', left, ...nothing });
    expect(sectionHandsOf(two, [0, 1])).toEqual({ school: null, left: null, ...nothing });
    const none = withSection(withSection(two, slots, { left: null }), slots, { school: null });
    expect(none).toEqual(freeHands);
    expect(withSection(freeHands, [], { left })).toBe(freeHands);
  });
});
