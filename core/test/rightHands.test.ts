import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  expand,
  freeHands,
  usualReach,
  Voicer,
  voice,
  withShape,
  withShapeAt,
  type RightWish,
  type Timeline,
  type VoicedSlot,
  type VoiceOptions,
} from '../src/index.ts';
import { pinOf, shown } from './handsTools.ts';
import { nothingSaidOfSection as nothing } from '../src/hands/songHands.ts';
import { key, readChart as read } from './read.ts';
import { runs } from './deep.ts';

const held = (slots: readonly (VoicedSlot | null)[]) => slots.filter((slot) => slot !== null);

function timelineOf(verse: string, inKey: string): Timeline {
  return expand(read(`title: Test\nkey: C\n\nVerse:\n  ${verse}\n\nChorus:\n  1 | 4\n`).song, {
    key: key(inKey),
  });
}

function told(timeline: Timeline, right: RightWish, options: VoiceOptions = {}) {
  return voice(timeline, { sections: [{ slot: 0, ...nothing, right }], ...options });
}
const way = (name: Extract<RightWish, { kind: 'way' }>['way']): RightWish => ({
  kind: 'way',
  way: name,
});

const keys = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const pitchClasses = (notes: readonly number[]) => new Set(notes.map((note) => note % 12));

// Common practice, no published source.
describe('bells of home', () => {
  test('in Bb: what each chord is under them, and where', () => {
    const timeline = timelineOf('1 | 4 | 1 | 5 | b6 | b7 | 1', 'Bb');
    const { slots, problems } = told(timeline, way('bells'));
    const lefts = held(slots)
      .slice(0, 7)
      .map(({ left }) => left);
    // F Bb D, G Bb Eb, F Bb D, F Bb C, Gb Bb Db or Db Gb Bb, C Eb Ab or Eb Ab C, F Bb D.
    expect(lefts.map((left) => [...pitchClasses(left)])).toEqual([
      [5, 10, 2],
      [7, 10, 3],
      [5, 10, 2],
      [5, 10, 0],
      [6, 10, 1],
      [3, 8, 0],
      [5, 10, 2],
    ]);
    expect(problems).toEqual([
      {
        slot: 3,
        message:
          'Under the bells 5 is without its third: home would rub against it, and has its place. It is heard as 5sus4. For the third all the same, take it among the other ways.',
      },
    ]);
  });

  test('in every key the right hand stays, the left between C3 and E4 under it and with all that is needed', () => {
    for (const inKey of keys) {
      const timeline = timelineOf('1 | 4 | 6m | 2m | 5 | b6 | b7 | 4maj7 | 57 | 1', inKey);
      const voiced = shown(told(timeline, way('bells'))).slice(0, 10);
      expect(new Set(voiced.map(({ right }) => right.join())).size).toBe(1);
      const [low, fifth, top] = voiced[0]!.right;
      expect([fifth! - low!, top! - low!]).toEqual([7, 12]);
      expect(low! % 12).toBe(keys.indexOf(inKey));
      for (const { left } of voiced) {
        expect(left[0]!).toBeGreaterThanOrEqual(48);
        expect(left.at(-1)!).toBeLessThan(low!);
        expect(left.at(-1)! - left[0]!).toBeLessThan(12);
        // No semitone under a bell.
        for (const note of left) expect([11, 6]).not.toContain((note - low! + 144) % 12);
      }
    }
  });

  test('the third is among the other ways; pinned, it rubs and says so; over 3m it is said as well', () => {
    const timeline = timelineOf('1 | 5 | 3m | 1', 'Bb');
    const voicer = new Voicer();
    const sections = [{ slot: 0, ...nothing, right: way('bells') }];
    voicer.voice(timeline, { sections });
    const third = voicer.alternatives(1).find(({ left }) => pitchClasses(left).has(9))!;
    expect([...pitchClasses(third.left)].sort()).toEqual([0, 5, 9]);
    const free = voicer.voice(timeline, { sections }).problems;
    expect(free.map(({ slot }) => slot)).toEqual([1, 2]);
    expect(free[1]!.message).toContain('Under the bells 3m rubs');
    const pins = [pinOf(timeline, 1, [...third.left], [...third.right])];
    const [pinned] = voicer.voice(timeline, { sections, pins }).problems;
    expect(pinned).toMatchObject({
      slot: 1,
      message: expect.stringMatching(/^Under the bells 5 rubs/),
    });
  });
});

describe('a right hand said for a section', () => {
  const row = '1 | 4 | 1 | 5 | 6m7 | 4sus2 | 57 | 1';

  test('in root position has the root at the bottom of every chord', () => {
    for (const inKey of keys) {
      const { slots, problems } = told(timelineOf(row, inKey), way('root position'));
      expect(problems).toEqual([]);
      const roots = [1, 4, 1, 5, 6, 4, 5, 1].map((step) => [0, 2, 4, 5, 7, 9, 11][step - 1]!);
      const home = held(slots)[0]!.right[0]! % 12;
      for (const [at, { right }] of held(slots).slice(0, 8).entries())
        expect((right[0]! - home + 120) % 12).toBe(roots[at]);
    }
  });

  test('climbing has a top that goes up from tone to tone and then down, within its range', () => {
    const ones = Array.from({ length: 12 }, () => '1').join(' | ');
    for (const inKey of keys) {
      const tops = shown(told(timelineOf(ones, inKey), way('climbing')))
        .slice(0, 12)
        .map(({ right }) => right.at(-1)!);
      const turn = tops.indexOf(Math.max(...tops));
      for (const [at, top] of tops.entries()) {
        expect(top).toBeGreaterThanOrEqual(67);
        expect(top).toBeLessThanOrEqual(84);
        // The tones of a major chord are three to five semitones apart.
        const step = at === 0 ? 3 : (top - tops[at - 1]!) * (at <= turn ? 1 : -1);
        if (at > 0 && at <= turn + 3) expect([3, 4, 5]).toContain(step);
      }
      expect(turn).toBeGreaterThan(2);
    }
  });

  test('fattened has the octave of its lowest note above, or of its highest below; the rest is found as ever', () => {
    for (const inKey of keys)
      for (const one of ['lowest again on top', 'highest again below'] as const) {
        const { slots, problems } = told(timelineOf(row, inKey), way(one));
        expect(problems).toEqual([]);
        for (const { right, left } of held(slots).slice(0, 8)) {
          expect(right.at(-1)! - right[0]!).toBe(12);
          expect(right.length).toBeGreaterThan(3);
          expect(left.at(-1)!).toBeLessThan(right[0]!);
        }
      }
  });

  test('where it cannot be, another one is played and that is said', () => {
    const small = { left: { held: 12, rolled: 12 }, right: { held: 7, rolled: 7 } };
    const { slots, problems } = told(timelineOf('1 | 4', 'C'), way('highest again below'), {
      reach: small,
    });
    expect(held(slots)).toHaveLength(4);
    expect(problems[0]!.message).toMatch(/^On 1 the right hand has no room for its highest note/);
    const none = told(timelineOf('1 | 4', 'C'), { kind: 'shape', name: 'lost' });
    expect(none.problems[0]!.message).toContain(
      'called “lost”, and this song has none of that name',
    );
    expect(shown(none)).toHaveLength(4);
  });

  test('two things of which only one can be are said once, where the section begins', () => {
    const sections = [
      { slot: 0, right: way('bells'), left: { shape: '1-5-8', orElse: null } as const },
    ];
    const { problems } = voice(timelineOf('1 | 4 | 6m', 'G'), { sections });
    expect(problems).toEqual([{ slot: 0, message: expect.stringMatching(/bells and .* 1-5-8/) }]);
  });

  test('no wish leaves a chord without hands, whatever is asked together', () => {
    const chords = fc.constantFrom(
      '1',
      '57',
      '6m7',
      '4maj7',
      '5sus4',
      '2m11',
      '57alt',
      '1/3',
      '4/5',
      '[2-5-1]',
      '7dim7',
    );
    fc.assert(
      fc.property(
        fc.array(chords, { minLength: 2, maxLength: 5 }),
        fc.constantFrom('1', '1-5-10', '1-7', '5-1-3'),
        fc.constantFrom(
          'root position',
          'lowest again on top',
          'highest again below',
          'climbing',
          'bells',
        ),
        fc.constantFrom('keys alone', 'with bass'),
        (row, left, right, lineup) => {
          const timeline = timelineOf(row.join(' | '), 'Eb');
          const said = {
            ...nothing,
            left: { shape: left, orElse: null },
            right: way(right),
          } as const;
          const { slots } = voice(timeline, { sections: [{ slot: 0, ...said }], lineup });
          const free = voice(timeline, { lineup });
          expect(slots.map((slot) => slot !== null)).toEqual(
            free.slots.map((slot) => slot !== null),
          );
          for (const slot of held(slots))
            expect((slot.left.at(-1) ?? -1) < (slot.right[0] ?? 128)).toBe(true);
        },
      ),
      { numRuns: runs(60) },
    );
  });
});

describe('a named shape', () => {
  const c = key('C');
  test('of the root goes with it: third, fifth and seventh become the chord’s', () => {
    const named = withShape(freeHands, 'open', { left: null, right: [55, 64, 71] }, c, {
      step: 1,
      alter: 0,
    });
    const [shape] = named.palette;
    const at = (chord: string) => {
      const song = read(`title: T\nkey: C\n\nA:\n  ${chord}\n`).song;
      const [slot] = expand(song, { key: c }).slots;
      if (slot?.is.kind !== 'chord') throw new Error(chord);
      const { pins } = withShapeAt(freeHands, { slot: 0, chord: slot.is.chord }, shape!);
      return pins[0]!.right!.map(({ step, alter }) => `${alter < 0 ? 'b' : ''}${step}`).join(' ');
    };
    // 5 3 7 over 1 is the fifth, the third and the seventh of each.
    expect(['1', '2m7', '57', '4', '7m7b5', '5sus4'].map(at)).toEqual([
      '5 3 7',
      '6 4 1',
      '2 7 4',
      '1 6 3',
      '4 2 6',
      '2 1 4',
    ]);
  });

  test('of the key stays where it is, over any chord it fits; as the way of a section it is what is held', () => {
    const { palette } = withShape(freeHands, 'drone', { left: null, right: [67, 72, 79] }, c);
    const { slots, problems } = told(
      timelineOf('1 | 4 | 6m | 57', 'C'),
      { kind: 'shape', name: 'drone' },
      { palette },
    );
    const drones = held(slots).slice(0, 4);
    for (const { right } of drones.slice(0, 3)) expect([...pitchClasses(right)]).toEqual([7, 0]);
    // A third never vanishes: the left hand has it.
    for (const [at, third] of [4, 9, 0].entries())
      expect([...pitchClasses([...drones[at]!.left, ...drones[at]!.right])]).toContain(third);
    for (const { slot, message } of problems)
      expect([slot, message]).toEqual([3, expect.any(String)]);
  });
});

test('reach is never exceeded for a close inversion under the chord', () => {
  const timeline = timelineOf('1 | 4 | 6m | 57', 'G');
  for (const shape of ['3-5-1', '5-1-3'] as const) {
    const sections = [{ slot: 0, ...nothing, left: { shape, orElse: null } }];
    for (const { left } of shown(voice(timeline, { sections, lineup: 'with bass' })).slice(0, 4)) {
      expect(left.at(-1)! - left[0]!).toBeLessThanOrEqual(usualReach.left.held);
      expect(left).toHaveLength(3);
    }
  }
});
