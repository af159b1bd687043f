import type { HelpLine } from '../../ui/help.ts';
import { t } from '../../words/words.ts';
import { rowActions } from './rowActions.ts';

/** What can be done in the list of songs. */
export const songsHelp: readonly HelpLine[] = [
  { id: 'search', name: t('Search titles, words, numbers') },
  { id: 'new', name: t('Begin a song, or import one from a file or a text') },
  { id: 'filter', name: t('Filter by key, metre, tempo, singer, tag; choose the order') },
  { id: 'star', name: t('Keep a song at hand by its star') },
  {
    id: 'menu',
    name: t('The menu of a song: {{actions}}', {
      actions: rowActions.map(({ name }) => name).join(', '),
    }),
  },
  { id: 'several', name: t('Choose several; all between two'), keyName: 'Shift' },
  { id: 'csv', name: t('Download the list as CSV') },
  { id: 'trash', name: t('Take deleted songs back from the trash, for 30 days') },
];
