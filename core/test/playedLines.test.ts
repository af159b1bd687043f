import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  endOtherwise,
  expand,
  insertBar,
  parseChart,
  perform,
  printChart,
  remove,
  rewriteNumbers,
  withEdits,
  strike,
  twelveKeys,
  unroll,
  voice,
  type ChartResult,
  type Edit,
  type Song,
  type StruckNote,
} from '../src/index.ts';
import { isDeep } from './deep.ts';
import { playedOnce, songs } from './generators.ts';

const beat = 480;

function songOf(lines: string, { head = '', key = 'C' } = {}): Song {
  const read = parseChart(`title: T\nkey: ${key}\n${head}\nA:\n${lines}\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
}
const struckOf = (song: Song) => strike(voice(expand(song))).notes;
/** What one hand strikes in the order of time: where, which key, how long; in beats. */
const heard = (notes: readonly StruckNote[], hand: 'left' | 'right', source?: string) =>
  notes
    .filter((note) => note.hand === hand && (!source || note.source === source))
    .sort((one, other) => one.from - other.from || one.note - other.note)
    .map(({ from, to, note }) => `${from / beat} ${note} ${(to - from) / beat}`);

// Common practice, no published source: what each sign of a played line is to the fingers.
describe('what a line says is what is struck', () => {
  test.each([
    ['degrees and octaves', "5 1' 3 5,", '0 67 1, 1 72 1, 2 64 1, 3 55 1'],
    ['held and silent', '1 . _ 2', '0 60 2, 3 62 1'],
    ['half a beat each', "(5 6) 5 3 1'", '0 67 0.5, 0.5 69 0.5, 1 67 1, 2 64 1, 3 72 1'],
    ['a grip', "5'+3 . . .", '0 64 4, 0 79 4'],
    ['a slide, on the beat', 'b3^3 . . .', '0 63 0.125, 0.125 64 3.875'],
    ['two voices', "5' 3' 5' 3' & 1 . . .", '0 60 4, 0 79 1, 1 76 1, 2 79 1, 3 76 1'],
    ['fingers are for the eye', '1@1 2@2 3@3 5@5', '0 60 1, 1 62 1, 2 64 1, 3 67 1'],
  ])('%s', (_, line, expected) => {
    const notes = struckOf(songOf(`  1\n  play right: ${line}`));
    expect(heard(notes, 'right').join(', ')).toBe(expected);
    expect(heard(notes, 'left').length).toBeGreaterThan(0);
  });

  test('short notes come before the beat, from what is before; at the beginning from the note', () => {
    const second = heard(struckOf(songOf('  1\n  play right: 1 {b3}3 . .')), 'right');
    expect(second).toEqual(['0 60 0.875', '0.875 63 0.125', '1 64 3']);
    const first = heard(struckOf(songOf('  1\n  play right: {2 b3}3 . . .')), 'right');
    expect(first).toEqual(['0 62 0.125', '0.125 63 0.125', '0.25 64 3.75']);
  });

  test('short notes for which there is no time share what there is', () => {
    const notes = struckOf(
      songOf('  1\n  play right: ({2 b3 2 b3}3 {1 2 1 2}1 3 4 5 6 7 1) . . .'),
    );
    const line = notes.filter(({ source }) => source === 'line');
    expect(line.length).toBe(16);
    expect(Math.min(...line.map(({ from, to }) => to - from))).toBeGreaterThan(0);
    expect(Math.max(...line.map(({ to }) => to))).toBe(4 * beat);
  });

  test('the home note of a right hand is the nearest to middle C, a left hand’s an octave below', () => {
    const homes = twelveKeys('major').map((key) => {
      const song = { ...songOf('  1\n  play right: 1\n  play left: 1'), key };
      const notes = struckOf(song);
      return [heard(notes, 'right'), heard(notes, 'left')].map(([one]) =>
        Number(one!.split(' ')[1]),
      );
    });
    for (const [right, left] of homes) {
      expect(Math.abs(right! - 60)).toBeLessThanOrEqual(6);
      expect(left).toBe(right! - 12);
    }
  });

  test('both hands play it an octave apart; a line is played at another octave', () => {
    const both = struckOf(songOf('  1\n  play both: 1 2 3 5'));
    expect(heard(both, 'left').map((one) => one.split(' ')[1])).toEqual(['48', '50', '52', '55']);
    const up = struckOf(songOf('  1\n  play right, octave up: 1 2 3 5'));
    expect(heard(up, 'right')[0]).toBe('0 72 1');
  });

  test('an octave of the road moves a line with its chords, that time', () => {
    const song = songOf('  1\n  play right: 1 2 3 5', { head: 'road: A, A (octave up)\n' });
    expect(heard(struckOf(song), 'right', 'line')[4]).toBe('4 72 1');
  });

  test('a lift raises a line with its chords', () => {
    const song = songOf('  1\n  play right: 1 2 3 5', { head: 'road: A, up 7, A\n' });
    expect(heard(struckOf(song), 'right')[4]).toBe('4 67 1');
  });
});

describe('a line and the chords of its hand', () => {
  test('in the place of chords, until it ends; they come back, also one that is held', () => {
    const notes = struckOf(songOf('  1 | 4 | . . 5 .\n  play right: | 6 5 4 1'));
    expect(heard(notes, 'right', 'line')).toEqual(['4 69 1', '5 67 1', '6 65 1', '7 60 1']);
    const chords = notes.filter(({ hand, source }) => hand === 'right' && source === 'slot');
    // 4 sounds on after the line; 1 ends where it begins.
    expect([...new Set(chords.map(({ from, to }) => `${from / beat}-${to / beat}`))]).toEqual([
      '0-4',
      '8-10',
      '10-12',
    ]);
  });

  test('over the chords both are struck; a key that is struck again was let go', () => {
    const notes = struckOf(songOf('  1\n  play right over: 5 3 1 5'));
    const right = notes.filter(({ hand }) => hand === 'right');
    expect(right.some(({ source }) => source === 'slot')).toBe(true);
    for (const one of notes)
      for (const other of notes)
        if (one !== other && one.note === other.note && one.from <= other.from)
          expect(one.to).toBeLessThanOrEqual(other.from);
  });

  test('a chord that comes in early ends the line', () => {
    const notes = struckOf(songOf('  1 | <4\n  play right: 5 . . .'));
    expect(heard(notes, 'right', 'line')).toEqual(['0 67 3.5']);
  });

  test('a hand that a direction silences plays no line, loudness is that of the section', () => {
    const song = songOf('  * left hand only\n  1\n  play right: 1 2 3 5');
    expect(heard(struckOf(song), 'right')).toEqual([]);
    const soft = perform(voice(expand(songOf('  * soft\n  1\n  play right: 1 2 3 5'))));
    const usual = perform(voice(expand(songOf('  1\n  play right: 1 2 3 5'))));
    const first = (of: typeof soft) => of.notes.find(({ source }) => source === 'line')!.velocity;
    expect(first(soft)).toBeLessThan(first(usual));
  });
});

describe('lines with names', () => {
  const head = "line riff: 5 6 5 3 | 1' . . .\n";

  test('a named line is played from the bar that names it, for as long as nothing else is said', () => {
    const notes = struckOf(songOf('  1 | 4 | 1 | 5\n  play right: riff | | riff | _', { head }));
    expect(heard(notes, 'right', 'line').join(', ')).toBe(
      '0 67 1, 1 69 1, 2 67 1, 3 64 1, 4 72 4, 8 67 1, 9 69 1, 10 67 1, 11 64 1',
    );
    expect(heard(notes, 'right').at(-1)).toBe('11 64 1');
  });

  test.each([
    ['play right: 8 1', /“8” is no note of a line/],
    ['play right: rif', /No line of this song is called “rif”/],
    ['play right: {}3', /Between braces/],
    ['play right: 1 & 2 & 3', /up to 2 voices/],
    ['play right: 1 | 2', /a line for 2 bars, and the line of chords has 1/],
    ["play right: 1''''", /farther than a hand/],
    ['play right:', /stand the notes that are played/],
  ])('%s is a problem where it stands, and what was typed can be kept', (line, message) => {
    const read = parseChart(`title: T\nkey: C\n${head}\nA:\n  1\n  ${line}\n`);
    const problems = read.ok ? [] : read.problems;
    expect(problems[0]?.message).toMatch(message);
    expect(problems[0]?.place.line).toBe(7);
  });

  test('counted from the own tonic and back, a line stays what it is', () => {
    const song = songOf("  1m\n  play left: 1, b3 5 1'", {
      head: 'minor: own tonic\nline riff: 5 b6 5 b3\n',
      key: 'Am',
    });
    const read = parseChart(printChart(song));
    const edit = rewriteNumbers(read, { reading: 'as written', minor: 'relative' });
    if (!edit.ok) throw new Error(edit.why);
    const after = parseChart(withEdits(read.text, edit.changes));
    if (!after.ok) throw new Error(after.problems[0]!.message);
    expect(struckOf(after.value)).toEqual(struckOf(song));
    expect(after.text).toContain('play left: 6,, 1 3 6');
    expect(after.text).toContain('line riff: 3 4 3 1');
  });
});

describe('lines stay with their bars', () => {
  const text = (bars: string, lines: string) =>
    `title: T\nkey: C\nline riff: 5 6 5 3 | 1'\n\nA x2:\n  ${bars}\n  play right: ${lines}\n`;
  const after = (edit: Edit, read: ChartResult) => {
    if (!edit.ok) throw new Error(edit.why);
    return withEdits(read.text, edit.changes)
      .split('\n')
      .slice(5)
      .map((line) => line.trim())
      .filter((line) => line !== '');
  };
  const read = parseChart(text('1 | 4 | 5 | 1', 'riff | | 2 3 4 5'));

  test('a bar that comes or goes', () => {
    const inserted = insertBar(read, { bar: 1, slot: 0 }, 'before');
    expect(after(inserted, read)).toEqual(['1 | _ | 4 | 5 | 1', 'play right: riff | | | 2 3 4 5']);
    const gone = remove(parseChart(text('_ | 4 | 5', '| 2')), { bar: 0, slot: 0 });
    expect(after(gone, parseChart(text('_ | 4 | 5', '| 2')))).toEqual(['4 | 5', 'play right: 2']);
  });

  test('bars that become an ending take theirs along; of a named line what it had begun', () => {
    expect(after(endOtherwise(read, { bar: 1, slot: 0 }), read)).toEqual([
      '1',
      'play right: riff',
      '1st ending: 4 | 5 | 1',
      "play right: 1' | 2 3 4 5",
      '2nd ending: _ | _ | _',
    ]);
  });
});

test('lines are heard alike where all times are written out, and no key is struck while it sounds', () => {
  fc.assert(
    fc.property(songs.map(playedOnce), (song) => {
      const timeline = expand(song);
      const hasLines = timeline.parts.some(({ bars }) => bars.some(({ played }) => played.length));
      if (!hasLines) return;
      const notes = [...strike(voice(timeline)).notes];
      const lines = (of: readonly StruckNote[]) =>
        of
          .filter(({ source }) => source === 'line')
          .map(({ hand, note, from, to }) => `${hand} ${from} ${note} ${to - from}`);
      expect(lines(struckOf(unroll(timeline).song))).toEqual(lines(notes));
      const byKey = new Map<number, StruckNote[]>();
      for (const note of notes) byKey.set(note.note, [...(byKey.get(note.note) ?? []), note]);
      for (const row of byKey.values()) {
        const inTime = row.sort((one, other) => one.from - other.from);
        for (const [at, { to }] of inTime.entries())
          expect(to).toBeLessThanOrEqual(inTime[at + 1]?.from ?? to);
      }
    }),
    { numRuns: isDeep ? 300 : 12 },
  );
});
