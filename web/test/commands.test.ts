import { describe, expect, test } from '@jest/globals';
import { commandOf, keyOf } from '../src/lenses/command.ts';
import { chartCommand, chartCommands, chartKeys } from '../src/lenses/chart/commands.ts';
import {
  bassKey,
  degreeKeys,
  qualityKeys,
  withTyped,
  type TypingKey,
} from '../src/lenses/chart/padKeys.ts';
import { handsCommands, handsKeys } from '../src/lenses/hands/commands.ts';

test.each([
  [{ key: 'z', ctrlKey: true }, 'Ctrl+z'],
  [{ key: 'z', metaKey: true }, 'Ctrl+z'],
  [{ key: 'Z', ctrlKey: true, shiftKey: true }, 'Ctrl+Z'],
  [{ key: 'z', ctrlKey: true, shiftKey: true }, 'Ctrl+Z'],
  [{ key: '<', shiftKey: true }, '<'],
  [{ key: 'X', shiftKey: true }, 'X'],
  [{ key: 'Enter', shiftKey: true }, 'Shift+Enter'],
  [{ key: 'ArrowUp', altKey: true }, 'Alt+ArrowUp'],
  [{ key: 'Delete' }, 'Backspace'],
])('keys are named as the commands name them: %j', (event, name) => {
  const none = { ctrlKey: false, metaKey: false, altKey: false, shiftKey: false };
  expect(keyOf({ ...none, ...event })).toBe(name);
});

describe.each([
  [
    'chart',
    chartCommands as readonly {
      id: string;
      key: string | null;
      name: string;
      keyName: string;
      canDo?: unknown;
    }[],
  ],
  ['hands', handsCommands],
])('the commands of the %s', (_, commands) => {
  test('each have an id, a name and a key of their own', () => {
    expect(new Set(commands.map(({ id }) => id)).size).toBe(commands.length);
    for (const { name, keyName } of commands) expect([name, keyName].every(Boolean)).toBe(true);
    expect(new Set(commands.map(({ key }) => key)).size).toBe(commands.length);
  });
});

describe('a key', () => {
  const done: string[] = [];
  const hands = (isOpen: boolean) => ({
    run: () => done.push('run'),
    open: (name: string) => done.push(`open ${name}`),
    type: () => done.push('type'),
    typePart: ({ types }: TypingKey) => done.push(`type ${types}`),
    takeBack: () => done.push('take back'),
    goOnTyping: () => done.push('next'),
    rename: () => done.push('rename'),
    undo: () => done.push('undo'),
    redo: () => done.push('redo'),
    togglePlaying: () => done.push('play'),
    goOn: () => done.push('go on'),
    isOpen,
  });
  test('does what can be done now: G goes on while something is open', () => {
    done.length = 0;
    for (const isOpen of [true, false])
      commandOf(chartCommands, 'g', hands(isOpen))?.does(hands(isOpen));
    expect(done).toEqual(['go on']);
  });

  test('of no command is none', () => {
    expect(commandOf(chartCommands, 'ä', hands(false))).toBeNull();
    expect(() => chartCommand('nothing')).toThrow('nothing');
  });

  test('stands on the page of keys with what it does', () => {
    expect(chartKeys.every(({ name, keyName }) => name && keyName)).toBe(true);
    expect(handsKeys[0]).toEqual({ id: 'ways', keyName: '1 to 9', name: 'Take another way' });
    expect(handsKeys.some(({ id }) => id.startsWith('way '))).toBe(false);
  });
});

describe('the pad', () => {
  const all = (['as written', 'in key'] as const).flatMap((reading) =>
    degreeKeys({ reading, minor: 'relative' }),
  );
  /** A key by its kind and what it types: `=` before a quality, since 7 is both. */
  const keyOfPad = (said: string): TypingKey =>
    [...all, bassKey, ...qualityKeys].find(({ kind, types }) =>
      said.startsWith('=') ? kind === 'quality' && types === said.slice(1) : types === said,
    )!;

  test.each([
    ['', ['4'], '4'],
    ['', ['2m', '=7'], '27'],
    ['', ['b7', '/', '2m'], 'b7/2'],
    ['1sus4', ['=maj7'], '1maj7'],
    ['4/1', ['=add9'], '4add9/1'],
    ['4/1', ['/'], '4/1'],
    ['[2-5-1]', ['/'], '[2-5-1]'],
  ])('makes of %j with %j the chord %s', (text, keys, chord) => {
    expect(keys.reduce((now, key) => withTyped(now, keyOfPad(key)) ?? '', text)).toBe(chord);
  });
  test('begins another chord with a degree after a whole one', () => {
    expect(withTyped('4maj7', keyOfPad('5'))).toBeNull();
    expect(withTyped('4/1', keyOfPad('5'))).toBeNull();
  });
  test('has the degrees as bare numbers are read', () => {
    const types = (reading: 'in key' | 'as written', minor: 'relative' | 'own tonic') =>
      degreeKeys({ reading, minor }).map((key) => key.types);
    expect(types('as written', 'relative')).toEqual(['1', '2m', '3m', '4', '5', '6m', 'b7']);
    expect(types('in key', 'relative')).toEqual(['1', '2', '3', '4', '5', '6', 'b7']);
    expect(types('as written', 'own tonic')[0]).toBe('1m');
  });
});
