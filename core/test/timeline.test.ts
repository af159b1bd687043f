import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  beatsOf,
  carrySlots,
  expand,
  feltBeats,
  formatChord,
  parseChart,
  parseMeter,
  placedSlots,
  printChart,
} from '../src/index.ts';
import { songs } from './generators.ts';
import { key } from './read.ts';
import { runs } from './deep.ts';

const head = 'title: T\nkey: C\nmeter: 4/4\n\n';

function slotsIn(text: string): number {
  const read = parseChart(text);
  return placedSlots(read.song).length;
}

describe('a song unrolled', () => {
  const read = parseChart(`${head}In:\n  ( . . . 5 )\n\nVerse x2:\n  1 4 | % | {2/4} 5 1 |\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  const { slots, ticks } = expand(read.value, { key: key('Eb') });
  const row = slots.map(({ slot, section, pass, bar, start, is }) => [
    slot,
    section,
    pass,
    bar,
    start,
    is.kind === 'chord' ? formatChord(is.chord) : is.kind,
  ]);

  test('sections are played as often as they say, repeated bars written out, the slots still those of the text', () => {
    expect(row.slice(1, 8)).toEqual([
      [2, 1, 1, 1, 480, '1'],
      [3, 1, 1, 1, 1440, '4'],
      [2, 1, 1, 2, 2400, '1'],
      [3, 1, 1, 2, 3360, '4'],
      [4, 1, 1, 3, 4320, '5'],
      [5, 1, 1, 3, 4800, '1'],
      [2, 1, 2, 1, 5280, '1'],
    ]);
  });

  test('a pickup takes no more time than it sounds, and the key is the one asked for', () => {
    expect(row[0]).toEqual([1, 0, 1, 0, 0, '5']);
    expect(ticks).toBe(480 + 2 * 4800);
    expect(slots.every((slot) => slot.key === slots[0]!.key)).toBe(true);
  });

  test('time is whole: every slot begins where the one before ends', () => {
    fc.assert(
      fc.property(songs, (song) => {
        const timeline = expand(song);
        let at = 0;
        for (const { start, is } of timeline.slots) {
          expect(start).toBe(at);
          at += is.ticks;
        }
        expect(timeline.ticks).toBe(at);
      }),
      { numRuns: runs(200) },
    );
  });
});

describe('felt beats', () => {
  test.each([
    ['4/4', [480, 480, 480, 480]],
    ['3/4', [480, 480, 480]],
    ['6/8', [720, 720]],
    ['12/8', [720, 720, 720, 720]],
    ['2/2', [960, 960]],
    ['3/2', [960, 960, 960]],
    ['6/4', [1440, 1440]],
    ['3/8', [720]],
    ['5/4 (3+2)', [480, 480, 480, 480, 480]],
    ['7/8 (4+3)', [960, 720]],
    ['7/8 (3+4)', [720, 960]],
  ])('of %s', (name, beats) => {
    const meter = parseMeter(name);
    expect(meter.ok && feltBeats(meter.value)).toEqual(beats);
  });

  test('go on through a change of metre; a pickup has the last ones of its bar; a stretch begins at 0', () => {
    const read = parseChart(`${head}In:\n  ( . . . 5 )\n  1 | {2/4} 4 | 5\n`);
    const timeline = expand(read.song);
    const beats = beatsOf(timeline);
    expect(beats.map(({ onset }) => onset)).toEqual([
      0, 480, 960, 1440, 1920, 2400, 2880, 3360, 3840,
    ]);
    expect(beats.map(({ strong }) => strong)).toEqual([
      false,
      true,
      false,
      false,
      false,
      true,
      false,
      true,
      false,
    ]);
    expect(beatsOf(timeline, { from: 2, to: 3 }).map(({ onset }) => onset)).toEqual([0, 480]);
  });
});

describe('slots carried through an edit', () => {
  const text = `${head}Verse:\n  1 | 5/7 | 6m7 | 4\n\nChorus:\n  1 | 5/7 | 6m7 | 4\n`;
  const edits: readonly (readonly [
    what: string,
    from: string,
    to: string,
    slot: number,
    now: number | null,
  ])[] = [
    ['a bar put in before', 'Verse:\n  1 |', 'Verse:\n  1 | 2m |', 5, 6],
    ['a bar put in after', '| 4\n\nChorus', '| 4 | 5\n\nChorus', 2, 2],
    ['the same chord put in beside it', 'Verse:\n  1 |', 'Verse:\n  1 | 1 |', 1, 2],
    ['a section taken away before', 'Verse:\n  1 | 5/7 | 6m7 | 4\n\n', '', 5, 1],
    ['its own chord changed', '5/7 | 6m7 | 4\n\nC', '5/7 | 6m9 | 4\n\nC', 2, 2],
    ['its own chord taken away', '| 6m7 | 4\n\nC', '| 4\n\nC', 2, null],
    ['a title typed', 'title: T', 'title: Two rivers', 6, 6],
    ['two chords joined to one bar', '1 | 5/7 | 6m7 | 4\n\nC', '1 5/7 | 6m7 | 4\n\nC', 1, 1],
  ];
  test.each(edits)('%s', (_, from, to, slot, now) => {
    const after = text.replace(from, to);
    expect(after).not.toBe(text);
    expect(carrySlots(text, after)(slot)).toBe(now);
  });

  test('what is carried is the same chord wherever the edit did not touch it', () => {
    fc.assert(
      fc.property(
        songs,
        fc.nat(),
        fc.nat(20),
        fc.constantFrom('', '2m ', '| 1 | ', '\nNew:\n 1 | 4\n', '7b'),
        (song, from, length, insert) => {
          const before = printChart(song);
          const at = from % (before.length + 1);
          const after = before.slice(0, at) + insert + before.slice(at + length);
          const carried = carrySlots(before, after);
          const [old, now] = [slotsIn(before), slotsIn(after)];
          let last = -1;
          for (let slot = 0; slot < old; slot += 1) {
            const found = carried(slot);
            if (found === null) continue;
            expect(found).toBeGreaterThan(last);
            expect(found).toBeLessThan(now);
            last = found;
            if (old === now) expect(found).toBe(slot);
          }
          if (insert === '' && length === 0) expect(last).toBe(old - 1);
        },
      ),
      { numRuns: runs(200) },
    );
  });
});
