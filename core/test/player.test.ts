import { describe, expect, test } from '@jest/globals';
import {
  alternatives,
  formatChord,
  schools,
  type School,
  toDegrees,
  usualReach,
  voice,
  type Voiced,
  type VoicedSlot,
} from '../src/index.ts';
import { shown } from './handsTools.ts';
import { timelineOf } from './holds.ts';
import { key } from './read.ts';

describe('reach, lineup and school', () => {
  const lefts = (voiced: Voiced) => shown(voiced).map(({ leftFamily }) => leftFamily);
  const bars = '1 | 4 | 6m | 5';

  test('a left hand of an octave gives up 1-5-10 for 1-5-8 or 1-5', () => {
    const wide = { left: { held: 16, rolled: 16 }, right: usualReach.right };
    const narrow = { left: { held: 12, rolled: 12 }, right: usualReach.right };
    const style = 'open and low' as const;
    expect(lefts(voice(timelineOf(bars), { reach: wide, style }))).toContain('fifth and tenth');
    for (const family of lefts(voice(timelineOf(bars), { reach: narrow, style })))
      expect(['fifth and octave', 'fifth']).toContain(family);
  });

  test('what is beyond the held reach is marked as rolled, and nothing is beyond the rolled one', () => {
    const reach = { left: { held: 12, rolled: 16 }, right: usualReach.right };
    const voiced = voice(timelineOf('1 | 4'), { reach, style: 'open and low' });
    const all = [0, 1].flatMap((at) =>
      alternatives(voiced.timeline, at, { reach, style: 'open and low' }, 60),
    );
    expect(all.some(({ rolled }) => rolled.left)).toBe(true);
    for (const { left, rolled } of all) expect(rolled.left).toBe(left.at(-1)! - left[0]! > 12);
  });

  test('a school has its own sound', () => {
    const families = (style: (typeof schools)[number], grade: 'plain' | 'rich' = 'plain') =>
      shown(voice(timelineOf('2m7 | 57 | 1maj7 | 6m7'), { style, grade })).map(
        ({ leftFamily, rightFamily }) => [leftFamily, rightFamily],
      );
    for (const [left, right] of families('beginner')) {
      expect(left).toBe('root');
      expect(['close', 'rootless', 'pair']).toContain(right);
    }
    expect(
      families('full and fat').filter(([, right]) => right === 'doubled').length,
    ).toBeGreaterThan(2);
    expect(families('shell and rootless').flat()).toContain('seventh');
    expect(families('stacks of fourths', 'rich').flat()).toContain('fourths');
  });

  test('colour comes only with the grade that asks for it, and never in the place of a tone', () => {
    const timeline = timelineOf('1 | 5/7 | 6m | 4');
    const extra = (grade: 'plain' | 'rich', style: School = 'block and plain') =>
      shown(voice(timeline, { grade, style })).map(({ left, right, chord: held }) => {
        const own = new Set([...chordPitches(held)]);
        return [...left, ...right].filter((note) => !own.has(note % 12)).length;
      });
    expect(extra('plain')).toEqual([0, 0, 0, 0]);
    expect(extra('rich').some((count) => count > 0)).toBe(true);
    // There are no fourths in a triad: who stacks them plays colours.
    expect(extra('plain', 'stacks of fourths').some((count) => count > 0)).toBe(true);
  });

  const chordPitches = (held: VoicedSlot['chord']) =>
    new Set(
      shown(voice(timelineOf(formatChord(held)))).flatMap(({ left, right }) =>
        [...left, ...right].map((note) => note % 12),
      ),
    );

  test('where others fill the middle a note less is enough', () => {
    const timeline = timelineOf('1 | 6m7 | 4maj7 | 5');
    const notes = (lineup: 'keys alone' | 'with pad') =>
      shown(voice(timeline, { lineup })).flatMap(({ left, right }) => [...left, ...right]).length;
    expect(notes('with pad')).toBeLessThan(notes('keys alone'));
  });

  test('a section an octave up is an octave higher', () => {
    const timeline = timelineOf('1 | 4 | 5 | 1');
    const middle = (voiced: Voiced) =>
      shown(voiced).reduce((sum, { right }) => sum + right[0]!, 0) / shown(voiced).length;
    const low = middle(voice(timeline));
    const high = middle(voice(timeline, { registers: [{ slot: 2, octaves: 1 }] }));
    expect(high - low).toBeGreaterThanOrEqual(8);
  });

  test('a sung note that the chord holds goes on top', () => {
    const sung = new Map([[1, { step: 6, alter: 0 } as const]]);
    const [, second] = shown(voice(timelineOf('1 | 4 | 1'), { melody: sung }));
    expect(second!.right.at(-1)! % 12).toBe(9);
  });

  test('a shape of the palette is taken where it fits', () => {
    const timeline = timelineOf('1 | 57 | 1');
    const shape = {
      name: 'the big 1',
      ...toDegrees({ left: null, right: [60, 64, 67, 72] }, key('C')),
    };
    const plain = shown(voice(timeline));
    const [first, second] = shown(voice(timeline, { palette: [shape] }));
    expect(plain[0]!.right).toHaveLength(3);
    expect(first!.right.map((note) => note % 12)).toEqual([0, 4, 7, 0]);
    expect(second!.right.map((note) => note % 12)).not.toContain(0);
  });
});

describe('what cannot be played', () => {
  test('a chord too wide for small hands says why and what would help; the rest is voiced', () => {
    const reach = { left: { held: 5, rolled: 5 }, right: { held: 5, rolled: 5 } };
    const { slots, problems } = voice(timelineOf('1 | 17#5#9 | 1sus2'), { reach });
    expect(slots.map((slot) => slot !== null)).toEqual([true, false, true]);
    expect(problems).toHaveLength(1);
    expect(problems[0]!.message).toMatch(
      /^17#5#9 cannot be held with a right-hand reach of a fourth. A reach of .* would do/,
    );
  });

  test('a keyboard without room says so', () => {
    const { problems } = voice(timelineOf('1'), { instrument: { lowest: 60, highest: 66 } });
    expect(problems[0]!.message).toBe(
      '1 has no place on this keyboard. It needs lower or higher keys.',
    );
  });

  test('every chord that can be written is voiced or says why', () => {
    const strange = [
      '[2-5-1]',
      '2M/[57]/5',
      '17#5#9',
      '1(5)',
      '5(13sus)',
      '6m6(maj7)',
      '#4dim7',
      'b7(13#11)/3',
    ];
    for (const written of strange)
      for (const lineup of ['keys alone', 'with bass'] as const)
        for (const style of schools) {
          const { slots, problems } = voice(timelineOf(written), { lineup, style });
          expect([written, slots[0] !== null || problems.length === 1]).toEqual([written, true]);
        }
  });

  test('two thousand slots are voiced like two', () => {
    const timeline = timelineOf(
      Array.from({ length: 250 }, () => '1 5/7 6m7 4 | 2m7 57 1 1').join('\n  '),
    );
    const { slots, problems } = voice(timeline);
    expect([slots.length, slots.filter((slot) => slot === null).length, problems]).toEqual([
      2000,
      0,
      [],
    ]);
  });
});
