import { describe, expect, test } from '@jest/globals';
import { commandOf, keyOf } from '../src/lenses/command.ts';
import { chartCommand, chartCommands, chartKeys } from '../src/lenses/chart/commands.ts';
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
  test('each have an id, a name and a key of their own; only one that waits shares its key', () => {
    expect(new Set(commands.map(({ id }) => id)).size).toBe(commands.length);
    for (const { name, keyName } of commands) expect([name, keyName].every(Boolean)).toBe(true);
    const keys = commands.filter(({ canDo }) => !canDo).map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
  });
});

describe('a key', () => {
  const done: string[] = [];
  const hands = (isOpen: boolean) => ({
    run: () => done.push('run'),
    open: (name: string) => done.push(`open ${name}`),
    type: () => done.push('type'),
    undo: () => done.push('undo'),
    redo: () => done.push('redo'),
    togglePlaying: () => done.push('play'),
    goOn: () => done.push('go on'),
    isOpen,
  });
  test('does what can be done now: G goes on while something is open, else it opens the textures', () => {
    done.length = 0;
    for (const isOpen of [true, false])
      commandOf(chartCommands, 'g', hands(isOpen))?.does(hands(isOpen));
    expect(done).toEqual(['go on', 'open texture']);
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
