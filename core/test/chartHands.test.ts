import { describe, expect, test } from '@jest/globals';
import {
  atChartRegister,
  expand,
  freeHands,
  fromDegrees,
  instruments,
  parseChart,
  perform,
  playLike,
  printChart,
  printShape,
  setHands,
  setSongHands,
  setSongShapes,
  toDegrees,
  voice,
  withShape,
  withEdits,
  type Edit,
  type RightWish,
  type VoiceOptions,
} from '../src/index.ts';
import { shown } from './handsTools.ts';
import { nothingSaidOfSection as nothing } from '../src/hands/songHands.ts';
import { key, readChart as read } from './read.ts';

const way = (name: Extract<RightWish, { kind: 'way' }>['way']): RightWish => ({
  kind: 'way',
  way: name,
});

const keys = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const pitchClasses = (notes: readonly number[]) => new Set(notes.map((note) => note % 12));

describe('a shape that the chart names for everybody', () => {
  const text =
    "title: Drones\nkey: D\nmeter: 4/4\nshape drone: 5 1' 5'\nshape fat: 1, 5, | 3 5 1' over 1\n\nVerse:\n  right shape: “drone”\n  1 | 4 | 6m | 4\n";

  test('is held by who says nothing, and gives way to a shape of the player with the same name', () => {
    const timeline = expand(read(text).song, { key: key('D') });
    for (const { right } of shown(voice(timeline)))
      expect([...pitchClasses(right)]).toEqual([9, 2]);
    const { palette } = withShape(
      freeHands,
      'drone',
      { left: null, right: [62, 69, 74] },
      key('D'),
    );
    for (const { right } of shown(voice(timeline, { palette })))
      expect(right.map((note) => note - right[0]!)).toEqual([0, 7, 12]);
  });

  test('is written, changed and taken away line by line; what is wrong in one is said where it is', () => {
    const start = read(text);
    const [drone] = start.song.shapes;
    const edit = setSongShapes(start, [drone!]);
    if (!edit.ok) throw new Error(edit.why);
    expect(withEdits(text, edit.changes)).toBe(
      text.replace("shape fat: 1, 5, | 3 5 1' over 1\n", ''),
    );
    for (const [line, column, length] of [
      ['shape a: 5 8', 12, 1],
      ['shape a: 5 over x', 10, 8],
      ['shape a: 1 | 3 | 5', 10, 9],
    ] as const) {
      const wrong = parseChart(`title: T\nkey: C\n${line}\n\nA:\n  1\n`);
      expect(wrong.ok ? null : wrong.problems[0]!.place).toEqual({ line: 3, column, length });
    }
  });

  test('with nothing after the colon is a section called so', () => {
    expect(read('title: T\nkey: C\n\nShape of the Hills:\n  1\n').song.sections[0]!.name).toBe(
      'Shape of the Hills',
    );
  });

  test('that was found on the keys is the same notes in the chart', () => {
    for (const inKey of keys) {
      const found = { left: [43, 50], right: [62, 67, 71] };
      const shape = atChartRegister({ name: 'x', ...toDegrees(found, key(inKey)) });
      const chart = parseChart(`title: T\nkey: C\n${printShape(shape, 'relative')}\n\nA:\n  1\n`);
      expect(fromDegrees(chart.song.shapes[0]!, key(inKey), instruments[88])).toEqual(found);
    }
  });
});

describe('what the chart says for everybody', () => {
  const text =
    'title: Said\nkey: F\nmeter: 4/4\nschool: full and fat\n\nVerse:\n  left shape: 1-5-10 else 1-5\n  loudness: soft\n  6m | 2m | 5 | 1\n\nChorus:\n  octave: up\n  6m | 2m | 5 | 1\n';

  test('holds where the player says nothing, and gives way where the player does', () => {
    const timeline = expand(read(text).song, { key: key('F') });
    const chart = shown(voice(timeline));
    expect(chart.slice(0, 4).map(({ leftFamily }) => leftFamily)).toEqual(Array(4).fill('fifth'));
    expect(chart.map(({ right }) => right.length)).toEqual(Array(8).fill(4));
    const own: VoiceOptions = {
      style: 'block and plain',
      sections: [{ slot: 0, ...nothing, left: { shape: '1-8', orElse: null } }],
    };
    const mine = shown(voice(timeline, own));
    expect(mine.slice(0, 4).map(({ leftFamily }) => leftFamily)).toEqual(Array(4).fill('octave'));
    expect(mine.map(({ right }) => right.length)).toEqual(Array(8).fill(3));
    const low = shown(voice(timeline, { ...own, registers: [{ slot: 4, octaves: 0 }] }));
    expect(mine[4]!.right[0]! - low[4]!.right[0]!).toBeGreaterThanOrEqual(5);
  });

  test('is heard: a soft section is softer than the same one that says nothing', () => {
    const { notes, starts } = perform(voice(expand(read(text).song, { key: key('F') })));
    const chorus = starts[4]!.onset;
    const loudest = (from: number, to: number) =>
      Math.max(
        ...notes.filter(({ onset }) => onset >= from && onset < to).map((note) => note.velocity),
      );
    expect(loudest(0, chorus)).toBe(loudest(chorus, Infinity) - 14);
  });

  const edited = (edit: Edit) => {
    if (!edit.ok) throw new Error(edit.why);
    return withEdits(text, edit.changes);
  };

  test('is written, changed and taken back line by line; the rest of the text stays', () => {
    const start = read(text);
    const at = { bar: 4, slot: 0 };
    const bells = edited(
      setHands(start, at, { ...start.song.sections[1]!.hands, right: way('bells') }),
    );
    expect(bells).toBe(text.replace('  octave: up\n', '  right shape: bells\n  octave: up\n'));
    const like = edited(playLike(start, at, 0));
    expect(like).toBe(
      text.replace('  octave: up\n', '  left shape: 1-5-10 else 1-5\n  loudness: soft\n'),
    );
    const song = edited(setSongHands(start, at, start.song.sections[0]!.hands));
    expect(song).toBe(
      'title: Said\nkey: F\nmeter: 4/4\nleft shape: 1-5-10 else 1-5\nloudness: soft\n\nVerse:\n  6m | 2m | 5 | 1\n\nChorus:\n  6m | 2m | 5 | 1\n',
    );
    expect(printChart(read(text).song)).toBe(text);
  });

  test('said twice, or wrongly, it is a problem with its repair where it stands', () => {
    const twice = parseChart('title: T\nkey: C\n\nA:\n  left shape: 1-5\n  left shape: 1-8\n  1\n');
    expect(
      twice.ok ? [] : twice.problems.map(({ place, repairs }) => [place.line, repairs[0]!.label]),
    ).toEqual([[6, 'Keep it as a direction']]);
    const wrong = parseChart('title: T\nkey: C\n\nA:\n  left shape: 1-6-10\n  1\n');
    expect(wrong.ok ? null : wrong.problems[0]!).toMatchObject({
      place: { line: 5, column: 15, length: 6 },
      repairs: [{ text: '1-5-10' }, { text: '1-5-8' }, { text: '1-5-7' }],
    });
  });
});
