import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  colourSlots,
  formatChord,
  innerMovements,
  parseChart,
  placedSlots,
  putMovement,
  suspendChords,
  withEdits,
  type ChartResult,
  type Edit,
  type HowToSuspend,
  type NamedChord,
} from '../src/index.ts';
import { barsOf } from './handsTools.ts';
import { chord } from './read.ts';
import { runs } from './deep.ts';

function chart(bars: string, meter = '4/4'): ChartResult {
  const read = parseChart(`title: Test\nkey: C\nmeter: ${meter}\n\nA:\n  ${bars}\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read;
}

/** The bars after an edit, or why there is none. */
function after(read: ChartResult, edit: Edit): string {
  if (!edit.ok) return edit.why;
  return withEdits(read.text, edit.changes).split('\n').slice(5).join(' ').trim();
}

const start = { bar: 0, slot: 0 };
const end = { bar: 99, slot: 0 };
const named = (text: string) => chord(text) as NamedChord;

// Common practice, no published source.
describe('a section suspended', () => {
  const suspended = (bars: string, how: Partial<HowToSuspend> = {}, meter?: string) => {
    const read = chart(bars, meter);
    const { edit, said } = suspendChords(read, start, start, {
      kind: '4',
      resolves: 'half way',
      ...how,
    });
    return [after(read, edit), ...said];
  };

  test('each chord is held up and comes back in its time; 4 takes sus2, and why', () => {
    expect(suspended('1 | 6m | 4 | 5')).toEqual([
      '1sus4 1 | 6sus4 6m | 4sus2 4 | 5sus4 5',
      '4 takes 4sus2: 4sus4 would leave the key.',
    ]);
  });

  test.each<[Partial<HowToSuspend>, string, string]>([
    [{ kind: '2' }, '1 | 2m', '1sus2 1 | 2sus2 2m'],
    [{ kind: '2' }, '3m | 6m', '3sus4 3m | 6sus2 6m'],
    [{ kind: '6' }, '1 | 3m | 6m', '1(6no5) 1 | 1/3 3m | 4/6 6m'],
    [{ kind: 'by turns' }, '1 | 1 | 6m | 5', '1sus4 1 | 1sus2 1 | 6sus4 6m | 5sus2 5'],
    [{ resolves: 'on the last beat' }, '1 | 57', '1sus4 . . 1 | 57sus4 . . 57'],
    [{}, '2m9 | 4/1', '29sus4 2m9 | 4sus2/1 4/1'],
  ])('%j: %s', (how, bars, wanted) => {
    expect(suspended(bars, how)[0]).toBe(wanted);
  });

  test('in three it resolves on the last beat, in six halves', () => {
    expect(suspended('1 | 5', {}, '3/4')[0]).toBe('1sus4 . 1 | 5sus4 . 5');
    expect(suspended('1 | 5', { resolves: 'on the last beat' }, '6/8')[0]).toBe(
      '1sus4 1 | 5sus4 5',
    );
  });

  test('what cannot be suspended stays, and why', () => {
    expect(suspended('1 | 5/7 | 7dim | 1sus4')).toEqual([
      '1sus4 1 | 5/7 | 7dim | 1sus4',
      '5/7 has its third in the bass: over it no suspension sounds like one.',
      '7dim has an altered fifth: suspended, it would be another chord.',
      '1sus4 is suspended already.',
    ]);
    expect(suspended('5/7 | [2-5-1]')[0]).toMatch(/^5\/7 has its third in the bass/);
  });

  test('only what is chosen, where more than one slot is', () => {
    const read = chart('1 | 6m | 5 | 1');
    const how = { kind: '4', resolves: 'half way' } as const;
    const { edit } = suspendChords(read, { bar: 1, slot: 0 }, { bar: 2, slot: 0 }, how);
    expect(after(read, edit)).toBe('1 | 6sus4 6m | 5sus4 5 | 1');
  });

  test('nothing is lost: taking the suspensions out again leaves the song', () => {
    const hows = fc.record<HowToSuspend>({
      kind: fc.constantFrom('2', '4', '6', 'by turns'),
      resolves: fc.constantFrom('half way', 'on the last beat'),
    });
    fc.assert(
      fc.property(barsOf(9), hows, fc.constantFrom('4/4', '3/4', '6/8'), (bars, how, meter) => {
        const read = chart(bars, meter);
        const { edit } = suspendChords(read, start, start, how);
        if (!edit.ok) return;
        const now = parseChart(withEdits(read.text, edit.changes));
        expect(now.ok).toBe(true);
        const names = ({ song }: ChartResult) =>
          placedSlots(song).map(({ is }) =>
            is.kind === 'chord' ? formatChord(is.chord) : is.kind,
          );
        const kept = names(now).filter((_, at) => edit.slots?.[at] !== null);
        expect(kept).toEqual(names(read));
        const ticks = ({ song }: ChartResult) =>
          placedSlots(song).reduce((sum, { is }) => sum + is.ticks, 0);
        expect(ticks(now)).toBe(ticks(read));
      }),
      { numRuns: runs(120) },
    );
  });
});

describe('a colour for all chosen chords', () => {
  const coloured = (bars: string, before: string, colour: string) => {
    const read = chart(bars);
    const pair = { before: chord(before), coloured: named(colour) };
    const { edit, said } = colourSlots(read, start, end, pair);
    return [after(read, edit), said];
  };

  test.each([
    ['1add9', '1add9 | 6madd9 | 4add9 | 5add9/7 | 59', null],
    ['1sus4', '1sus4 | 6sus4 | 4sus2 | 5/7 | 57sus4', '5/7 stayed: that colour is not theirs.'],
    ['1maj7', '1maj7 | 6m7 | 4maj7 | 57/7 | 57', null],
  ])('%s', (colour, wanted, said) => {
    expect(coloured('1 | 6m | 4 | 5/7 | 57', '1', colour)).toEqual([wanted, said]);
  });

  test('the marks that chords wear stay', () => {
    expect(coloured('1 | <6m~ | 4!', '1', '1add9')[0]).toBe('1add9 | <6madd9~ | 4add9!');
  });
});

describe('movement over a held bass', () => {
  const found = (text: string, next: string) =>
    innerMovements(chord(text), chord(next)).map(({ chords }) =>
      chords.map((one) => formatChord(one)).join(' '),
    );

  test.each([
    ['6m', '4', ['5/6 6m', '6m 6m(maj7) 6m7 6m6']],
    ['2m7', '5', ['2m7 1/2', '2(13sus) 2(13#11)']],
    ['5', '1', ['4/5 5', '59sus4 5(13b9)']],
    ['5', '6m', ['4/5 5']],
    ['1', '4', ['4/1 1']],
    ['5/7', '1', []],
  ])('over %s before %s', (text, next, wanted) => {
    expect(found(text, next)).toEqual(wanted);
  });

  test('is written into the time of the chord; what is too short says so', () => {
    const read = chart('6m | 5');
    const line = ['6m', '6m(maj7)', '6m7', '6m6'].map((text) => chord(text));
    expect(after(read, putMovement(read, start, line))).toBe('6m 6m(maj7) 6m7 6m6 | 5');
    const three = chart('6m | 5', '3/4');
    expect(after(three, putMovement(three, start, line))).toMatch(
      /^The metre does not let this chord be parted in 4/,
    );
  });
});
