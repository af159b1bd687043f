import type { Command } from '../command.ts';
import { lensCommands, numbered, type LensKeys } from '../parts/lensCommands.ts';
import { t } from '../../words/words.ts';

/** What the keys of the hands lens do. */
export interface HandsKeys extends LensKeys {
  /** Takes another way by its number, from 1. */
  readonly take: (way: number) => void;
  readonly pin: () => void;
  readonly takeNote: (to: 'left' | 'right') => void;
  readonly goOn: () => void;
  /** What sounds goes on and on until the signal. */
  readonly isOpen: boolean;
}

type HandsCommand = Command<HandsKeys>;

const ways = numbered<HandsKeys>(
  'way',
  (number) => t('Take way {{number}}', { number }),
  ({ take }, number) => take(number),
);

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
    id: 'goOn',
    key: 'g',
    keyName: 'G',
    name: t('Go on, while an open section sounds'),
    does: ({ goOn }) => goOn(),
    canDo: ({ isOpen }) => isOpen,
  },
  ...lensCommands,
];

/** The same commands as the help shows them: the nine ways are one line. */
export const handsKeys = [
  { id: 'ways', keyName: t('1 to 9'), name: t('Take another way') },
  ...handsCommands.filter(({ id }) => !id.startsWith('way ')),
];
