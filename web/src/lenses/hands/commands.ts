import type { Command } from '../command.ts';
import { openHelp } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

/** What the keys of the hands lens do. */
export interface HandsKeys {
  /** Takes another way by its number, from 1. */
  readonly take: (way: number) => void;
  readonly pin: () => void;
  readonly step: (by: 1 | -1) => void;
  readonly takeNote: (to: 'left' | 'right') => void;
  readonly goOn: () => void;
  /** What sounds goes on and on until the signal. */
  readonly isOpen: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
}

type HandsCommand = Command<HandsKeys>;

const ways = Array.from({ length: 9 }, (_, index): HandsCommand => ({
  id: `way ${index + 1}`,
  key: String(index + 1),
  keyName: String(index + 1),
  name: t('Take way {{number}}', { number: index + 1 }),
  does: ({ take }) => take(index + 1),
}));

/** Everything that keys do while the hands lens is open. */
export const handsCommands: readonly HandsCommand[] = [
  ...ways,
  {
    id: 'pin',
    key: 'p',
    keyName: 'P',
    name: t('Pin what is held, or let it go'),
    does: ({ pin }) => pin(),
  },
  {
    id: 'to left',
    key: '[',
    keyName: '[',
    name: t('The left hand takes a note of the right'),
    does: ({ takeNote }) => takeNote('left'),
  },
  {
    id: 'to right',
    key: ']',
    keyName: ']',
    name: t('The right hand takes a note of the left'),
    does: ({ takeNote }) => takeNote('right'),
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
  {
    id: 'goOn',
    key: 'g',
    keyName: 'G',
    name: t('Go on, while an open section sounds'),
    does: ({ goOn }) => goOn(),
    canDo: ({ isOpen }) => isOpen,
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

/** The same commands as the help shows them: the nine ways are one line. */
export const handsKeys = [
  { id: 'ways', keyName: t('1 to 9'), name: t('Take another way') },
  ...handsCommands.filter(({ id }) => !id.startsWith('way ')),
];
