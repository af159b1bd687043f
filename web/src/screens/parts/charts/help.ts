import type { HelpTopic } from '../../../ui/help.ts';
import { t } from '../../../words/words.ts';

/** What can be done with charts that are read. */
export const readHelp: HelpTopic = {
  title: t('Charts to read'),
  lines: [
    {
      id: 'role',
      name: t('Choose what you play: each player gets a page of their own'),
    },
    { id: 'show', name: t('Read it in numbers or in letters') },
    { id: 'key', name: t('Choose your own key and capo for each song') },
    { id: 'size', name: t('Choose the size, the words and the names of notes') },
    { id: 'stand', name: t('Open at the stand') },
    {
      id: 'pencil',
      name: t('Pencil: highlight bars, write at them, mark those that you leave out'),
    },
    { id: 'print', name: t('Print') },
    { id: 'kept', name: t('What you choose stays on this device') },
  ],
  charts: 'read',
};
