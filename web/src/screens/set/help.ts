import type { HelpTopic } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

/** What can be done with a set. */
export const setHelp: HelpTopic = {
  title: t('Set'),
  lines: [
    { id: 'facts', name: t('Give it a name, a date, a leader, notes') },
    { id: 'add', name: t('Add songs') },
    {
      id: 'spoken',
      name: t('Add what is spoken: a reading, a prayer, with its minutes and who does it'),
    },
    {
      id: 'way',
      name: t('Say who leads a song here, and let it go another way for this service only'),
    },
    {
      id: 'lead',
      name: t('Lead from one song into the next: choose bars, hear them, write them otherwise'),
    },
    { id: 'bed', name: t('Play softly under what is spoken') },
    { id: 'order', name: t('Take an order in which keys and tempos jump less') },
    { id: 'drag', name: t('Move a song by its handle') },
    { id: 'move', name: t('Move it by keys, from its handle'), keyName: 'Enter ↑ ↓ Enter' },
    { id: 'key', name: t('Choose the key a song is sung in here, and write a note for it') },
    { id: 'stand', name: t('Play through it at the music stand, song by song') },
    { id: 'share', name: t('Give it to the band by a link') },
    { id: 'print', name: t('Print all its charts at once, or the order alone') },
    { id: 'calendar', name: t('Put it and its rehearsal in a calendar, with reminders') },
    { id: 'again', name: t('Use it again on another day') },
    { id: 'undo', name: t('Undo'), keyName: 'Ctrl Z' },
    { id: 'redo', name: t('Redo'), keyName: 'Ctrl Shift Z' },
    { id: 'versions', name: t('Look at earlier versions and put one back') },
  ],
};
