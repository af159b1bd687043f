import type { Command } from '../command.ts';
import { lensCommands, numbered, type LensKeys } from '../parts/lensCommands.ts';
import { t } from '../../words/words.ts';

/** What the keys of the moves lens do. */
export interface MovesKeys extends LensKeys {
  /** Opens an idea by its number, from 1, and hears it. */
  readonly open: (idea: number) => void;
  /** Hears one side of the comparison. */
  readonly hearSide: (side: 'a' | 'b') => void;
  readonly stop: () => void;
  readonly take: () => void;
  readonly takeOnce: () => void;
}

type MovesCommand = Command<MovesKeys>;

const ideas = numbered<MovesKeys>(
  'idea',
  (number) => t('Open idea {{number}} and hear it', { number }),
  ({ open }, number) => open(number),
);

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
  ...lensCommands,
];

/** The same commands as the help shows them: the nine ideas are one line. */
export const movesKeys = [
  { id: 'ideas', keyName: t('1 to 9'), name: t('Open an idea and hear it') },
  ...movesCommands.filter(({ id }) => !id.startsWith('idea ')),
];
