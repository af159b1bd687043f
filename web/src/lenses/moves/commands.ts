import type { Command } from '../command.ts';
import { openHelp } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

/** What the keys of the moves lens do. */
export interface MovesKeys {
  /** Opens an idea by its number, from 1, and hears it. */
  readonly open: (idea: number) => void;
  /** Hears one side of the comparison. */
  readonly hearSide: (side: 'a' | 'b') => void;
  readonly stop: () => void;
  readonly take: () => void;
  readonly takeOnce: () => void;
  readonly step: (by: 1 | -1) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

type MovesCommand = Command<MovesKeys>;

const ideas = Array.from({ length: 9 }, (_, index): MovesCommand => ({
  id: `idea ${index + 1}`,
  key: String(index + 1),
  keyName: String(index + 1),
  name: t('Open idea {{number}} and hear it', { number: index + 1 }),
  does: ({ open }) => open(index + 1),
}));

/** Everything that keys do while the moves lens is open. */
export const movesCommands: readonly MovesCommand[] = [
  ...ideas,
  {
    id: 'a',
    key: 'a',
    keyName: 'A',
    name: t('Hear the first of the two that are compared'),
    does: ({ hearSide }) => hearSide('a'),
  },
  {
    id: 'b',
    key: 'b',
    keyName: 'B',
    name: t('Hear the second'),
    does: ({ hearSide }) => hearSide('b'),
  },
  { id: 'stop', key: 'Escape', keyName: 'Esc', name: t('Stop'), does: ({ stop }) => stop() },
  { id: 'take', key: 't', keyName: 'T', name: t('Take the open idea'), does: ({ take }) => take() },
  {
    id: 'once',
    key: 'o',
    keyName: 'O',
    name: t('Take it for this one time'),
    does: ({ takeOnce }) => takeOnce(),
  },
  {
    id: 'next',
    key: 'ArrowRight',
    keyName: '→',
    name: t('The next chord'),
    does: ({ step }) => step(1),
  },
  {
    id: 'before',
    key: 'ArrowLeft',
    keyName: '←',
    name: t('The chord before'),
    does: ({ step }) => step(-1),
  },
  { id: 'undo', key: 'Ctrl+z', keyName: 'Ctrl Z', name: t('Undo'), does: ({ undo }) => undo() },
  { id: 'redo', key: 'Ctrl+y', keyName: 'Ctrl Y', name: t('Redo'), does: ({ redo }) => redo() },
  {
    id: 'redoToo',
    key: 'Ctrl+Z',
    keyName: 'Ctrl Shift Z',
    name: t('Redo'),
    does: ({ redo }) => redo(),
  },
  { id: 'keys', key: '?', keyName: '?', name: t('Help'), does: openHelp },
];

/** The same commands as the help shows them: the nine ideas are one line. */
export const movesKeys = [
  { id: 'ideas', keyName: t('1 to 9'), name: t('Open an idea and hear it') },
  ...movesCommands.filter(({ id }) => !id.startsWith('idea ')),
];
