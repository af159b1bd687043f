import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from './deep.ts';
import {
  addPhrase,
  addSection,
  changeBar,
  copySection,
  endOtherwise,
  expand,
  moveSection,
  renameSection,
  hold,
  insertBar,
  join,
  mark,
  noTextures,
  parseChart,
  parseChord,
  partMarks,
  placedSlots,
  pushEverySecond,
  printChart,
  putChord,
  putSilence,
  readTexture,
  remove,
  removeSection,
  repeatBar,
  repeatSection,
  rootOf,
  setSongTextures,
  setTextures,
  setTune,
  setWords,
  split,
  spreadWords,
  transposeByDegrees,
  tuneLineAt,
  withoutLast,
  withPlayed,
  type Cursor,
  type ChartResult,
  type Edit,
  withEdits,
  setSongPatterns,
  type PatternBars,
} from '../src/index.ts';
import { songs } from './generators.ts';
import { chord } from './read.ts';

type Tool = (read: ChartResult, at: Cursor) => Edit;

const head = 'title: T\nkey: C\nmeter: 4/4\n\n';
/** The text after an edit; why not, where it is refused. */
function after(text: string, at: Cursor, edit: Tool): string {
  const made = edit(parseChart(text), at);
  return made.ok ? withEdits(text, made.changes) : made.why;
}
const at = (bar: number, slot = 0): Cursor => ({ bar, slot });

describe('what the hands do', () => {
  const typed =
    'title: T\nright: combined\nkey: C\n\nA:\n  * soft\n   1 | 4\n\nB:\n  left: block\n  5\n';
  const read = parseChart(typed);
  const texture = (text: string, hand: 'left' | 'right') => {
    const found = readTexture(text, hand);
    if (!found.ok) throw new Error(text);
    return found.value;
  };
  const written = (edit: Edit) => {
    if (!edit.ok) throw new Error(edit.why);
    return withEdits(typed, edit.changes);
  };

  test('of a section: its lines are put under its directions, changed, taken away; all else stays', () => {
    const are = { left: texture('L 5', 'left'), right: texture('block, soft', 'right') };
    expect(written(setTextures(read, { bar: 0, slot: 0 }, are))).toBe(
      typed.replace('  * soft\n', '  * soft\n   right: block, soft\n   left: L 5\n'),
    );
    expect(written(setTextures(read, { bar: 2, slot: 0 }, noTextures))).toBe(
      typed.replace('  left: block\n', ''),
    );
  });

  test('in a single bar stays with its bar when others come and go before it, and goes with it', () => {
    const text = 'title: T\n\nA:\n  right bar 2: block\n  left bar 3: L 5\n  1 | 4 | 5 | 1\n';
    const before = parseChart(text);
    const lines = (edit: Edit) => {
      if (!edit.ok) throw new Error(edit.why);
      const after = withEdits(text, edit.changes);
      return after.split('\n').flatMap((line) => /bar \d: .*/.exec(line) ?? []);
    };
    const here = { bar: 1, slot: 0 };
    expect(lines(insertBar(before, here, 'before'))).toEqual(['bar 3: block', 'bar 4: L 5']);
    expect(lines(insertBar(before, here, 'after'))).toEqual(['bar 2: block', 'bar 4: L 5']);
    expect(lines(remove(before, here))).toEqual(['bar 2: L 5']);
  });

  test('of a pattern with a name: changed where it is said, and so wherever it is used', () => {
    const text = 'title: T\npattern lilt: T M\nkey: C\n\nA:\n  right: “lilt”\n  1 | 4\n';
    const before = parseChart(text);
    const pattern = { name: 'lilt', bars: texture('A | L', 'right')!.pattern as PatternBars };
    const edit = setSongPatterns(before, [{ ...pattern, step: null, leading: false }]);
    if (!edit.ok) throw new Error(edit.why);
    const after = withEdits(text, edit.changes);
    expect(after).toBe(
      text.replace('pattern lilt: T M\n', '').replace('key: C\n', 'key: C\npattern lilt: A | L\n'),
    );
    expect(parseChart(after).song.sections[0]!.textures.right!.pattern).toEqual(pattern.bars);
  });

  test('a tune is set under its line and taken away; a note that is played in reaches over the bar line', () => {
    const at = { bar: 1, slot: 0 };
    const { meters, tune } = tuneLineAt(read.song, at)!;
    const note = { kind: 'note', degree: { step: 5, alter: 0 }, octave: 0, accent: false } as const;
    let played = [...tune];
    for (const ticks of [960, 480, 960]) played = withPlayed(played, meters, { ...note, ticks })!;
    const set = written(setTune(read, at, played));
    expect(set).toBe(typed.replace('1 | 4\n', '1 | 4\n   tune: 5 . 5 5 | . _ . .\n'));
    expect(withPlayed(played, meters, { kind: 'rest', ticks: 1920 })).not.toBeNull();
    const full = withPlayed(played, meters, { ...note, ticks: 9_600 })!;
    expect(withPlayed(full, meters, { ...note, ticks: 480 })).toBeNull();
    expect(withoutLast(withoutLast(withoutLast(played, meters), meters), meters)).toEqual([]);
    const again = parseChart(set);
    const edit = setTune(again, at, []);
    expect(edit.ok && withEdits(set, edit.changes)).toBe(typed);
  });

  test('of the song: said in its head, and no longer in the section it was made in', () => {
    const are = { left: texture('block', 'left'), right: null };
    const after = written(setSongTextures(read, { bar: 2, slot: 0 }, are));
    expect(after).toBe(
      typed
        .replace('right: combined\n', '')
        .replace('key: C\n', 'key: C\nleft: block\n')
        .replace('  left: block\n', ''),
    );
    expect(parseChart(after).ok).toBe(true);
  });
});

describe('one edit of a line', () => {
  const cases: readonly (readonly [string, string, Cursor, Tool, string])[] = [
    ['a chord', '1 | 4', at(1), (song, to) => putChord(song, to, chord('57')), '1 | 57'],
    [
      'a chord keeps the marks',
      '1 | <4~',
      at(1),
      (s, to) => putChord(s, to, chord('5')),
      '1 | <5~',
    ],
    ['a chord over a sign', '1 | %', at(1), (s, to) => putChord(s, to, chord('5')), '1 | 5'],
    ['silence', '1 4', at(0, 1), putSilence, '1 _'],
    ['a hold in the bar', '1 4 5 6m', at(0, 2), hold, '1 4 . 6m'],
    ['a hold over the bar line', '1 | 4', at(1), hold, '1 | .'],
    ['a repeat', '1 | 4', at(1), repeatBar, '1 | %'],
    ['a split', '1 | 4', at(1), split, '1 | 4 4'],
    ['a split of the last quarter', '1 . . 4', at(0, 1), split, '1 . . . . . 4 4'],
    ['a split where thirds are all there is', '{3/4} 1', at(0), split, '{3/4} 1 . 1'],
    ['a join', '1 4 5 6m', at(0, 0), join, '1 . 5 6m'],
    ['a join over the bar line', '1 | 4', at(0), join, '1 | .'],
    ['a bar before', '1 | 4', at(1), (s, to) => insertBar(s, to, 'before'), '1 | _ | 4'],
    ['a bar after', '1 | 4', at(1), (s, to) => insertBar(s, to, 'after'), '1 | 4 | _'],
    ['a line', '1 | 4', at(0), addPhrase, '1 | 4\n  _'],
    ['a slot taken away', '1 4 5 6m', at(0, 2), remove, '1 4 . 6m'],
    ['the first slot taken away', '1 4', at(0, 0), remove, '4'],
    ['a bar taken away', '1 | 4 | 5', at(1), remove, '1 | 5'],
    ['what was announced stays', '1 | {2/4} 4 | 5', at(1), remove, '1 | {2/4} 5'],
    ['a push, an eighth', '1 | 4', at(1), (s, to) => mark(s, to, to, 'push'), '1 | <4'],
    ['then a sixteenth', '1 | <4', at(1), (s, to) => mark(s, to, to, 'push'), '1 | <<4'],
    ['then none', '1 | <<4', at(1), (s, to) => mark(s, to, to, 'push'), '1 | 4'],
    [
      'a sixteenth where there is no room for an eighth',
      '1 . . 4 . . . . . . . . . . . 5 | 1',
      at(1),
      (s, to) => mark(s, to, to, 'push'),
      '1 . . 4 . . . . . . . . . . . 5 | <<1',
    ],
    [
      'pushes for many, where there is room',
      '1 4 | 5',
      at(1),
      (s, to) => mark(s, to, at(0), 'push'),
      '1 <4 | <5',
    ],
    ['of the right hand', '1 | <4', at(1), (s, to) => mark(s, to, to, 'right'), '1 | <r4'],
    ['a ring for a stop', '1!', at(0), (s, to) => mark(s, to, to, 'ring'), '1~'],
    ['marks for many', '1 4 | 5>', at(1), (s, to) => mark(s, to, at(0), 'accent'), '1> 4> | 5>'],
    ['and off them all', '1> 4> | 5>', at(1), (s, to) => mark(s, at(0), to, 'accent'), '1 4 | 5'],
    [
      'a degree up',
      '1 5/7 | 6m 57',
      at(0),
      (s, to) => transposeByDegrees(s, to, at(1, 1), 1),
      '2m 6m/1 | 7dim 6m7',
    ],
    [
      'a degree down',
      '2M [2-5-1]',
      at(0),
      (s, to) => transposeByDegrees(s, to, at(0, 1), -1),
      '1 [1-4-7]',
    ],
    ['twice', '1', at(0), (s, to) => repeatSection(s, to, 1), '1'],
  ];
  test.each(cases)('%s', (what, bars, to, edit, expected) => {
    const title = what === 'twice' ? 'A x2' : 'A';
    expect(after(`${head}A:\n  ${bars}\n`, to, edit)).toBe(`${head}${title}:\n  ${expected}\n`);
  });

  test.each([
    ['1', at(0), (s: ChartResult, to: Cursor) => mark(s, to, to, 'push'), /nothing before it/],
    ['1', at(0), hold, /no chord here to hold/],
    ['1', at(0), repeatBar, /no bar before/],
    ['1 4 5', at(0), join, /cannot carry/],
    ['1 4', at(0, 1), join, /no chord after/],
    ['1', at(0), remove, /one bar at least/],
    [
      '1',
      at(0),
      (s: ChartResult, to: Cursor) => addSection(s, to, 'Key'),
      /reads “Key:” as something else/,
    ],
    ['1', at(0), (s: ChartResult, to: Cursor) => addSection(s, to, '2nd ending'), /something else/],
    ['1', at(0), (s: ChartResult, to: Cursor) => addSection(s, to, ' : '), /needs a name/],
    ['1', at(0), (s: ChartResult, to: Cursor) => repeatSection(s, to, -1), /1 to 99 times/],
    ['1', at(0), (s: ChartResult, to: Cursor) => mark(s, to, to, 'right'), /nothing before it/],
    ['_', at(0), (s: ChartResult, to: Cursor) => mark(s, to, to, 'accent'), /needs a chord/],
    ['1 | %', at(1), split, /repeats the one before/],
    ['1', at(0), (s: ChartResult, to: Cursor) => spreadWords(s, to, ' \n'), /no words/],
    ['1', at(5), split, /begin a section/],
  ] as const)('%s: what cannot be done says why', (bars, to, edit, why) => {
    expect(after(`${head}A:\n  ${bars}\n`, to, edit)).toMatch(why);
  });
});

describe('words and other times', () => {
  const text = `${head}A:\n  1 | 4 | 5\n  > one | two | three\n  3rd time bar 3: 57\n`;
  test('words stay under their bars when a bar comes before them, and so do bars of other times', () => {
    expect(after(text, at(1), (song, to) => insertBar(song, to, 'before'))).toBe(
      `${head}A:\n  1 | _ | 4 | 5\n  > one |  | two | three\n  3rd time bar 4: 57\n`,
    );
  });
  test('words of a bar that goes stand under its neighbour', () => {
    expect(after(text, at(1), remove)).toBe(
      `${head}A:\n  1 | 5\n  > one two | three\n  3rd time bar 2: 57\n`,
    );
  });
  test('words are set bar by bar', () => {
    expect(
      after(text, at(2), (song, to) => setWords(song, to, ['three', 'and | more '])),
    ).toContain('  > one | two | three\n  >  |  | and more\n');
  });
  test('a lyric is spread over the lines; what is left goes under them once more', () => {
    const bare = `${head}A:\n  1 | 4\n  5 | 1\n`;
    const lyric = 'Lanterns on the quay are burning\nlow, and the tide\n\nBells ring\nover\n';
    expect(after(bare, at(0), (song, to) => spreadWords(song, to, lyric))).toBe(
      `${head}A:\n  1 | 4\n  > Lanterns on the | quay are burning\n  > Bells | ring\n  5 | 1\n  > low, and | the tide\n  > over\n`,
    );
  });
});

describe('what stands around an edit', () => {
  test('an ending comes after the shared bars, so that is where a push finds its room', () => {
    const text = `${head}A:\n  1 | 4\n  1st ending: . . . . . . . . . . . . . . . 5\n  2nd ending: 1\n`;
    const pushed = after(text, at(3), (song, to) => mark(song, to, to, 'push'));
    expect(pushed).toContain('2nd ending: <1');
    expect(parseChart(pushed).ok).toBe(true);
  });
  test('a pickup that has its line to itself takes the whole line of words', () => {
    const text = `${head}A:\n  ( . . . 5 )\n  1 | 4\n`;
    expect(after(text, at(0), (song, to) => spreadWords(song, to, 'And\nlow the tide'))).toBe(
      `${head}A:\n  ( . . . 5 )\n  > And\n  1 | 4\n  > low the | tide\n`,
    );
  });
  test('bars without a name above them: nothing above them is touched', () => {
    const text = 'title: T\n1 | 4\n\nB:\n  5\n';
    expect(after(text, at(0), (song, to) => repeatSection(song, to, 1))).toMatch(/name first/);
    expect(after(text, at(0), removeSection)).toBe('title: T\nB:\n  5\n');
    expect(after(text, at(1), (song, to) => putChord(song, to, chord('2m')))).toBe(
      text.replace('4', '2m'),
    );
    expect(after(text, at(0), (song, to) => addSection(song, to, 'Bridge'))).toBe(
      'title: T\n1 | 4\n\nBridge:\n  _\n\nB:\n  5\n',
    );
  });
});

describe('sections', () => {
  const text = `${head}Verse 1:\n  1\n\n\nChorus x2:\n  * loud\n  4 | 5\n`;
  test('a new one stands after the one at the cursor', () => {
    expect(after(text, at(0), (song, to) => addSection(song, to, ' Bridge: '))).toBe(
      `${head}Verse 1:\n  1\n\nBridge:\n  _\n\n\nChorus x2:\n  * loud\n  4 | 5\n`,
    );
  });
  test('the first one of a song', () => {
    expect(after('title: T\n', at(0), (song) => addSection(song, null, 'Intro'))).toBe(
      'title: T\n\n\nIntro:\n  _',
    );
  });
  test('a copy has the next number and all that is said of it', () => {
    expect(after(text, at(1), copySection)).toBe(
      `${text.trimEnd()}\n\nChorus 2 x2:\n  * loud\n  4 | 5\n`,
    );
  });
  test('one is named anew, with how often it is played or without; the roadmap names it so as well', () => {
    const named = (name: string) => after(text, at(1), (song, to) => renameSection(song, to, name));
    expect(named(' Last  Chorus ')).toBe(text.replace('Chorus x2:', 'Last Chorus x2:'));
    expect(named('Chorus x3')).toBe(text.replace('x2', 'x3'));
    const road = text.replace(head, `${head}road: verse 1, CHORUS x2 (soft), up 2, Chorus open\n`);
    expect(after(road, at(1), (song, to) => renameSection(song, to, 'Refrain'))).toBe(
      road
        .replace('CHORUS x2 (soft), up 2, Chorus open', 'Refrain x2 (soft), up 2, Refrain open')
        .replace('Chorus x2:', 'Refrain x2:'),
    );
    expect(named('')).toMatch('needs a name');
    expect(after(road, at(1), (song, to) => renameSection(song, to, 'VERSE 1'))).toMatch(
      'the roadmap would play that one',
    );
    expect(after(road, at(1), (song, to) => renameSection(song, to, 'One, two'))).toMatch('commas');
    expect(after(`${head}  1 | 4\n`, at(1), (song, to) => renameSection(song, to, 'A'))).toBe(
      `${head}A:\n  1 | 4\n`,
    );
  });
  test('one goes before another, what stands between them stays there', () => {
    const moved = `${head}Chorus x2:\n  * loud\n  4 | 5\n\n\nVerse 1:\n  1\n`;
    expect(after(text, at(1), (song, to) => moveSection(song, to, -1))).toBe(moved);
    expect(after(text, at(0), (song, to) => moveSection(song, to, 1))).toBe(moved);
    expect(after(moved.trimEnd(), at(0), (song, to) => moveSection(song, to, 1))).toBe(
      text.trimEnd(),
    );
  });
  test.each([
    ['the first', `A:\n 1\n\nB:\n 4\n`, 0, -1, 'the first section already'],
    ['the last', `A:\n 1\n\nB:\n 4\n`, 1, 1, 'the last section already'],
    ['over bars without a name', ` 1\n\nB:\n 4\n`, 1, -1, 'a name first'],
    ['over a pickup', `A:\n (. . . 5) | 1\n\nB:\n 4\n`, 2, -1, 'pickup'],
    ['what leans on what is before', `A:\n 1\n\nB:\n %\n`, 1, -1, 'goes on from before it'],
    ['from before what leans on it', `A:\n 1\n\nB:\n 4\n\nC:\n %\n`, 0, 1, '“C” begins'],
  ] as const)('%s does not move', (_, bars, bar, by, why) => {
    expect(after(`key: C\n\n${bars}`, at(bar), (song, to) => moveSection(song, to, by))).toMatch(
      why,
    );
  });
  test('one is taken away', () => {
    expect(after(text, at(0), removeSection)).toBe(`${head}Chorus x2:\n  * loud\n  4 | 5\n`);
  });
});

test('lines that cannot be read stay as they were typed', () => {
  const text = `${head}A:\n  1 |  zz  | 4\n  meter: 3/4\n  5 | 1\n`;
  expect(after(text, at(3), (song, to) => putChord(song, to, chord('2m')))).toBe(
    text.replace('5 | 1', '2m | 1'),
  );
});

describe('any edit of any chart', () => {
  const edits: readonly Tool[] = [
    (song, to) => putChord(song, to, chord('b7(13#11)/3')),
    putSilence,
    hold,
    repeatBar,
    split,
    join,
    (song, to) => insertBar(song, to, 'before'),
    (song, to) => insertBar(song, to, 'after'),
    addPhrase,
    remove,
    removeSection,
    copySection,
    (song, to) => addSection(song, to, 'New part'),
    (song, to) => repeatSection(song, to, 1),
    (song, to) => renameSection(song, to, 'Another name'),
    (song, to) => moveSection(song, to, -1),
    (song, to) => moveSection(song, to, 1),
    (song, to) => mark(song, to, { bar: to.bar + 1, slot: 0 }, 'push'),
    (song, to) => mark(song, to, to, 'stop'),
    (song, to) => transposeByDegrees(song, to, { bar: to.bar + 2, slot: 0 }, 3),
    (song, to) => setWords(song, to, ['la la']),
    (song, to) => spreadWords(song, to, 'la la la\nlo lo'),
  ];
  test('leaves a chart that reads without a problem, with the cursor on a bar of it', () => {
    let made = 0;
    fc.assert(
      fc.property(songs, fc.nat(), fc.nat(), (song, where, which) => {
        const text = printChart(song);
        const read = parseChart(text);
        const slots = placedSlots(song);
        const slot = slots[where % Math.max(1, slots.length)] ?? { bar: 0, slot: 0 };
        const edit = edits[which % edits.length]!(read, at(slot.bar, slot.slot));
        if (!edit.ok) return expect(edit.why).toMatch(/^[A-Z].*\.$/);
        made += 1;
        const now = parseChart(withEdits(text, edit.changes));
        const problems = now.ok ? [] : now.problems.map(({ message }) => message);
        // A road may still lead to a section that is gone; what was before a tie or a sign may be gone as well.
        const left =
          /no section|no chord here to hold|no bar before|begins beyond|push|does not fit/;
        expect(problems.filter((message) => !left.test(message))).toEqual([]);
        if (now.barPlaces.length > 0) expect(edit.cursor?.bar).toBeLessThan(now.barPlaces.length);
      }),
      { numRuns: runs(150), endOnFailure: true },
    );
    expect(made).toBeGreaterThan(30);
  });

  test('a chord put in is there, and every other slot is what it was', () => {
    fc.assert(
      fc.property(songs, fc.nat(), (song, where) => {
        const slots = placedSlots(song);
        if (slots.length === 0) return;
        const index = where % slots.length;
        const { bar, slot } = slots[index]!;
        const read = parseChord('67b9');
        if (!read.ok) throw new Error('67b9 is a chord');
        const text = printChart(song);
        const edit = putChord(parseChart(text), at(bar, slot), read.value);
        if (!edit.ok) throw new Error(edit.why);
        const now = placedSlots(parseChart(withEdits(text, edit.changes)).song);
        expect(now[index]!.is).toMatchObject({ kind: 'chord', chord: read.value });
        const rest = (all: typeof now) =>
          all.filter((_, place) => place !== index).map(({ is }) => is);
        expect(rest(now)).toEqual(rest(slots));
      }),
      { numRuns: runs(150), endOnFailure: true },
    );
  });

  test('moved by degrees every root goes there; by a whole octave of them nothing changes', () => {
    fc.assert(
      fc.property(songs, fc.integer({ min: -6, max: 6 }), (song, by) => {
        const text = printChart({ ...song, reading: 'in key' });
        const slots = placedSlots(song);
        if (slots.length === 0) return;
        const move = (typed: string, steps: number) => {
          const last = slots.at(-1)!;
          const to = at(last.bar, last.slot);
          const edit = transposeByDegrees(parseChart(typed), at(slots[0]!.bar), to, steps);
          if (!edit.ok) throw new Error(edit.why);
          return withEdits(typed, edit.changes);
        };
        const roots = (typed: string) =>
          placedSlots(parseChart(typed).song).map(({ is }) =>
            is.kind === 'chord' ? rootOf(is.chord) : null,
          );
        expect(roots(move(text, by))).toEqual(
          roots(text).map((root) => root && { ...root, step: ((root.step - 1 + by + 7) % 7) + 1 }),
        );
        expect(move(text, 7)).toBe(text);
      }),
      { numRuns: runs(60) },
    );
  });
});

describe('marks that are typed, and pushes of several chords', () => {
  test.each([
    ['<4', '4', { push: { by: 'eighth', hands: 'both' } }],
    ['<<r4sus4!', '4sus4', { push: { by: 'sixteenth', hands: 'right' }, stop: true, ring: null }],
    ['6m7~>', '6m7', { ring: { bars: null }, stop: false, accent: true }],
    ['1^', '1', { fermata: true }],
    ['r4', 'r4', {}],
    ['Am7', 'Am7', {}],
    ['<', '', { push: { by: 'eighth', hands: 'both' } }],
  ])('%s', (typed, chord, marks) => {
    expect(partMarks(typed)).toEqual({ chord, marks });
  });

  const four = parseChord('4');
  const putPushed = (read: ChartResult, to: Cursor) =>
    putChord(read, to, four.ok ? four.value : ({} as never), partMarks('<4').marks);

  test.each([
    ['A:\n  1 | _', at(1), putPushed, 'A:\n  1 | <4'],
    [
      'A:\n  1 | 2',
      at(1),
      (s: ChartResult, to: Cursor) => mark(s, to, to, 'right'),
      'A:\n  1 | <r2',
    ],
    [
      'A:\n  1 | 5/7 | 6 4 | 5',
      at(0),
      (s: ChartResult, to: Cursor) => pushEverySecond(s, to, at(3)),
      'A:\n  1 | <5/7 | 6 <4 | 5',
    ],
    [
      'A:\n  1 | <5/7',
      at(0),
      (s: ChartResult, to: Cursor) => pushEverySecond(s, to, at(1)),
      'A:\n  1 | <<5/7',
    ],
    // Of the first chord of a song, which nothing is before, only the others are pushed.
    [
      'A:\n  1 | 4',
      at(0),
      (s: ChartResult, to: Cursor) => mark(s, to, at(1), 'push'),
      'A:\n  1 | <4',
    ],
  ])('%s', (typed, to, make, wanted) => {
    expect(after(head + typed, to, make)).toBe(head + wanted);
  });

  test('what cannot be pushed says why', () => {
    expect(after(`${head}A:\n  _`, at(0), putPushed)).toContain('nothing before it to push into');
    expect(after(`${head}A:\n  1`, at(0), (s, to) => pushEverySecond(s, to, to))).toContain(
      'two chords at least',
    );
  });
});

describe('endings', () => {
  test.each([
    [
      'what stands from a bar on becomes the ending of the first time',
      'A:\n  1 | 4 | 5\n  > Now the | road is | long\n  tune: 1 | 2 | 3',
      2,
      'A x2:\n  1 | 4\n  tune: 1 | 2\n  > Now the | road is\n  1st ending: 5\n  tune: 3\n  > long\n  2nd ending: _',
    ],
    [
      'a line of words for each time',
      'A x2:\n  1 | 4 | 5\n  > a | b | c\n  > d | e | f',
      2,
      'A x2:\n  1 | 4\n  > a | b\n  > d | e\n  1st ending: 5\n  > c\n  2nd ending: _\n  > f',
    ],
    [
      'a section that is played more often ends otherwise the last time; the metre is that before the endings',
      'A x3:\n  1 | 4\n  5 | {2/4} 5 | 1',
      2,
      'A x3:\n  1 | 4\n  1st 2nd ending: 5 | {2/4} 5 | 1\n  3rd ending: _ | _ | _',
    ],
    [
      'where there are endings, one more stands below them',
      'A x2:\n  1 | 4\n  1st ending: 5\n  2nd ending: 1 | 1',
      0,
      'A x3:\n  1 | 4\n  1st ending: 5\n  2nd ending: 1 | 1\n  3rd ending: _ | _',
    ],
    [
      'times that no ending named go on with the last one',
      'A x5:\n  1\n  1st ending: 5\n  2nd ending: 1',
      0,
      'A x5:\n  1\n  1st ending: 5\n  2nd 3rd 4th ending: 1\n  5th ending: _',
    ],
    [
      'one ending may be of more times',
      'A x3:\n  1\n  1st 2nd ending: 5\n  3rd ending: 1',
      1,
      'A x4:\n  1\n  1st 2nd ending: 5\n  3rd ending: 1\n  4th ending: _',
    ],
  ])('%s', (_what, typed, bar, wanted) => {
    const order = (text: string) => text.split('\n').map((line) => line.trim());
    expect(order(after(head + typed, at(bar), endOtherwise))).toEqual(order(head + wanted));
  });

  test.each([
    ['A:\n  1 | 4', 0, 'Something has to stand before'],
    ['A:\n  1 | 4\n  5', 1, 'the last line that all times share'],
    ['A:\n  1 | . . . 4', 1, 'goes on from the one before'],
    ['A x2:\n  1 | 4 | 5\n  2nd time bar 3: 1', 2, 'bars of its own'],
    ['A x99:\n  1\n  99th ending: 5', 0, '1 to 99 times'],
    ['A x3:\n  1 | 4\n  > a\n  > b | c', 1, 'no words here'],
  ])('%s, from bar %i on: %s', (typed, bar, why) => {
    expect(after(head + typed, at(bar), endOtherwise)).toContain(why);
  });

  test.each([
    ['A:\n  1 | 4\n  5 | 1', 2, 'A x2:\n  1 | 4\n  5 | 1\n  2nd time bar 3: _'],
    [
      'A x3:\n  1 | {2/4} 4\n  1st ending: 5',
      1,
      'A x3:\n  1 | {2/4} 4\n  1st ending: 5\n  3rd time bar 2: _',
    ],
  ])('%s: bar %i is another one the last time', (typed, bar, wanted) => {
    expect(after(head + typed, at(bar), changeBar)).toBe(head + wanted);
  });

  test.each([
    ['A x2:\n  1 | 4\n  2nd time bar 2: 5', 1, 'already time 2'],
    ['A x2:\n  1 | 4\n  2nd time bar 2: 5', 2, 'of some times only'],
  ])('%s: why bar %i is not changed', (typed, bar, why) => {
    expect(after(head + typed, at(bar), changeBar)).toContain(why);
  });

  test.each([
    ['ends otherwise', endOtherwise, 5],
    ['has another bar', changeBar, 20],
  ])('the last time %s, the others are played as they were', (_what, tool, least) => {
    const played = ({ song }: ChartResult, time: number) => {
      const slots = expand(song, { key: song.key }).slots.filter(({ pass }) => pass === time);
      return slots.map(({ start, is }) => [start - slots[0]!.start, is]);
    };
    let made = 0;
    fc.assert(
      fc.property(songs, fc.nat(30), (song, bar) => {
        const [only] = song.sections;
        if (!only || only.open) return;
        const alone = { ...song, road: null, sections: [{ ...only, name: 'Alone' }] };
        const read = parseChart(printChart(alone));
        const edit = tool(read, at(bar));
        if (!edit.ok) return;
        made += 1;
        const then = parseChart(withEdits(read.text, edit.changes));
        expect(then.ok ? [] : then.problems).toEqual([]);
        const { times } = read.song.sections[0]!;
        const phrases = then.song.sections[0]!.phrases;
        const lines = phrases.flatMap(({ when, bars }) => bars.map((made) => ({ when, made })));
        const there = lines[edit.cursor!.bar]!;
        const last = there.when!.times[0]!;
        for (let time = 1; time < last && time <= times; time += 1)
          expect(played(then, time)).toEqual(played(read, time));
        expect(there.made).toMatchObject({ kind: 'played', slots: [{ kind: 'rest' }] });
      }),
      { numRuns: runs(400) },
    );
    expect(made).toBeGreaterThan(least);
  });
});
