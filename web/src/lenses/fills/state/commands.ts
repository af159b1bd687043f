import type { Command } from '../../command.ts';
import { lensCommands, numbered, type LensKeys } from '../../parts/lensCommands.ts';
import { t } from '../../../words/words.ts';

/** What the keys of the fills lens do. */
export interface FillsKeys extends LensKeys {
  /** Opens a run by its number, from 1, and hears it. */
  readonly open: (run: number) => void;
  /** Hears the chord as it stands, or with the open run. */
  readonly hearSide: (side: 'a' | 'b') => void;
  readonly stop: () => void;
  readonly place: () => void;
  readonly placeAlways: () => void;
  readonly remove: () => void;
}

type FillsCommand = Command<FillsKeys>;

/** Everything that keys do while the fills lens is open. */
export const fillsCommands: readonly FillsCommand[] = [
  ...numbered<FillsKeys>(
    'run',
    (number) => t('Open run {{number}} and hear it', { number }),
    ({ open }, number) => open(number),
  ),
  {
    id: 'a',
    key: 'a',
    keyName: 'A',
    name: t('Hear it as it stands'),
    does: ({ hearSide }) => hearSide('a'),
  },
  {
    id: 'b',
    key: 'b',
    keyName: 'B',
    name: t('Hear it with the open run'),
    does: ({ hearSide }) => hearSide('b'),
  },
  { id: 'stop', key: 'Escape', keyName: 'Esc', name: t('Stop'), does: ({ stop }) => stop() },
  {
    id: 'place',
    key: 't',
    keyName: 'T',
    name: t('Place the open run, this time only'),
    does: ({ place }) => place(),
  },
  {
    id: 'always',
    key: 'e',
    keyName: 'E',
    name: t('Place it every time'),
    does: ({ placeAlways }) => placeAlways(),
  },
  {
    id: 'remove',
    key: 'Delete',
    keyName: 'Del',
    name: t('Take away the run that is placed here'),
    does: ({ remove }) => remove(),
  },
  ...lensCommands,
];

/** The same commands as the help shows them: the nine runs are one line. */
export const fillsKeys = [
  { id: 'runs', keyName: t('1 to 9'), name: t('Open a run and hear it') },
  ...fillsCommands.filter(({ id }) => !id.startsWith('run ')),
];
