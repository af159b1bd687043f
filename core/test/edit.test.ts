import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  barTicks,
  formatChord,
  parseChart,
  placedSlots,
  printChart,
  rewriteNumbers,
  setField,
  splitSlot,
  styleFor,
  typedPitch,
  type Edit,
  type Song,
  withEdits,
} from '../src/index.ts';
import { songs } from './generators.ts';
import { chord } from './read.ts';
import { runs } from './deep.ts';

function song(text: string): Song {
  const read = parseChart(text);
  return read.song;
}

/** The text after an edit that cannot be refused. */
function changed(text: string, edit: Edit): string {
  if (!edit.ok) throw new Error(edit.why);
  return withEdits(text, edit.changes);
}

/** Ranges stand in a song as they are typed, and are counted anew with its numbers: what they are is their pitches. */
function inPitches(song: Song) {
  const { minor } = styleFor(song.key, song);
  const pitches = (range: Song['range'] | undefined) =>
    range &&
    [range.low, range.high, range.usual].map((note) => note && typedPitch(note, song.key, minor));
  const sections = song.sections.map((one) => ({ ...one, range: pitches(one.range) }));
  return { ...song, range: pitches(song.range), sections };
}

describe('turning a chart’s numbers into another reading or school', () => {
  test('changes no chord and nothing else of the song', () => {
    fc.assert(
      fc.property(
        songs,
        fc.constantFrom('as written' as const, 'in key' as const),
        fc.constantFrom('relative' as const, 'own tonic' as const),
        (made, reading, minor) => {
          const text = printChart(made);
          const read = parseChart(
            changed(text, rewriteNumbers(parseChart(text), { reading, minor })),
          );
          expect(read.ok && inPitches(read.value)).toEqual({ ...inPitches(made), reading, minor });
        },
      ),
      { numRuns: runs(150) },
    );
  });

  test('keeps the layout, the words and what it cannot read', () => {
    const text = 'title: Kept\nkey: A minor\n\nVerse:\n   6m  |  37 xx | <2m7~\n   > one | two\n';
    expect(
      changed(text, rewriteNumbers(parseChart(text), { reading: 'in key', minor: 'own tonic' })),
    ).toBe(
      'title: Kept\nnumbers: in key\nminor: own tonic\nkey: A minor\n\nVerse:\n   1  |  5M(7) xx | <47~\n   > one | two\n',
    );
  });
});

test('a field is set where it stands, or added after the first line', () => {
  const text = 'title: T\nkey: C\n';
  expect(changed(text, setField(parseChart(text), 'key', 'Eb'))).toBe('title: T\nkey: Eb\n');
  expect(changed(text, setField(parseChart(text), 'tempo', '72'))).toBe(
    'title: T\ntempo: 72\nkey: C\n',
  );
});

describe('sharing a slot between two chords', () => {
  const split = (bar: string, slot: number, second: string, meter = '4/4') => {
    const made = song(`meter: ${meter}\n\nVerse:\n  ${bar}\n`);
    const placed = placedSlots(made).find((one) => one.slot === slot)!;
    return splitSlot(placed, chord(second), styleFor(made.key, made));
  };

  // Common practice, no published source: in halves where the metre halves, else for the last part.
  test.each([
    ['5sus4', 0, '5', '4/4', '5sus4 5'],
    ['1 5sus4', 1, '5', '4/4', '1 . 5sus4 5'],
    ['5sus4', 0, '5', '3/4', '5sus4 . 5'],
    ['5sus4', 0, '5', '6/8', '5sus4 5'],
    ['5sus4', 0, '5', '7/8 (4+3)', '5sus4 5'],
    ['<5sus4~', 0, '5', '4/4', '<5sus4 5~'],
    ['1 . . 5sus4', 1, '5', '4/4', '1 . . . . . 5sus4 5'],
  ])('%s, slot %i, with %s in %s is %s', (bar, slot, second, meter, result) => {
    const pushed = bar.startsWith('<') ? song(`meter: ${meter}\n\nVerse:\n  1 | ${bar}\n`) : null;
    if (!pushed) return expect(split(bar, slot, second, meter)).toBe(result);
    const placed = placedSlots(pushed)[1]!;
    expect(splitSlot(placed, chord(second), styleFor(pushed.key, pushed))).toBe(result);
  });

  test('gives a bar of the same length, whatever the bar', () => {
    fc.assert(
      fc.property(songs, fc.nat(), (made, pick) => {
        const placed = placedSlots(made);
        const slot = placed[pick % Math.max(placed.length, 1)];
        if (!slot || slot.is.kind !== 'chord') return;
        const style = styleFor(made.key, made);
        const text = splitSlot(slot, slot.is.chord, style);
        if (text === null) return;
        const again = parseChart(
          printChart({ ...made, sections: [] }) +
            `\nVerse:\n  1 | ${text.replace(/^[(] (.*) [)]$/, '$1')}\n`,
        );
        const bar = again.song.sections[0]!.phrases[0]!.bars[1]!;
        const ticks =
          bar.kind === 'played' ? bar.slots.reduce((sum, one) => sum + one.ticks, 0) : 0;
        expect([text, ticks]).toEqual([text, barTicks(slot.meter)]);
        expect(bar.kind === 'played' && bar.slots.length).toBe(slot.inBar.slots.length + 1);
      }),
      { numRuns: runs(300) },
    );
  });
});

test('slots are placed in the order of the text, each in the metre that holds there', () => {
  const made = song('meter: 4/4\n\nVerse:\n  1 4 | % | {2/4} 5\nTag:\n  6m\n');
  const found = placedSlots(made).map(({ bar, slot, meter, is }) => [
    bar,
    slot,
    `${meter.beats}/${meter.unit}`,
    is.kind === 'chord' ? formatChord(is.chord) : is.kind,
  ]);
  expect(found).toEqual([
    [0, 0, '4/4', '1'],
    [0, 1, '4/4', '4'],
    [2, 0, '2/4', '5'],
    [3, 0, '4/4', '6m'],
  ]);
});
