import type { HelpTopic } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

/** What can be done with a set. */
export const setHelp: HelpTopic = {
  title: t('Set'),
  lines: [
    { id: 'facts', name: t('Give it a name, a date, a leader, notes') },
    { id: 'add', name: t('Add songs') },
    { id: 'drag', name: t('Move a song by its handle') },
    { id: 'move', name: t('Move it by keys, from its handle'), keyName: 'Enter ↑ ↓ Enter' },
    { id: 'key', name: t('Choose the key a song is sung in here, and write a note for it') },
    { id: 'stand', name: t('Play through it at the music stand, song by song') },
    { id: 'share', name: t('Give it to the band by a link') },
    { id: 'print', name: t('Print all its charts at once') },
    { id: 'undo', name: t('Undo'), keyName: 'Ctrl Z' },
    { id: 'redo', name: t('Redo'), keyName: 'Ctrl Shift Z' },
    { id: 'versions', name: t('Look at earlier versions and put one back') },
  ],
};
