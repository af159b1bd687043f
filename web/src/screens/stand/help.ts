import { pedalKeys } from '../../device/pedal.ts';
import type { HelpTopic } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

/** What can be done at the music stand. */
export const standHelp: HelpTopic = {
  title: t('Music stand'),
  lines: [
    { id: 'on', name: t('A page on: a pedal or a key'), keyName: pedalKeys('on') },
    { id: 'back', name: t('A page back: a pedal or a key'), keyName: pedalKeys('back') },
    { id: 'tap', name: t('A page on: tap, or swipe to the left') },
    { id: 'tapBack', name: t('A page back: tap at the left edge, or swipe to the right') },
    { id: 'play', name: t('Play or stop; the pages follow'), keyName: 'Space' },
    { id: 'size', name: t('Smaller, larger, as large as fits'), keyName: '− + 0' },
    { id: 'pinch', name: t('Smaller, larger: with two fingers') },
    { id: 'keyboard', name: t('How your keyboard is set: press it once it is so') },
    { id: 'sounds', name: t('The next sound of your keyboard: press it as the section comes') },
    { id: 'leave', name: t('Leave'), keyName: 'Esc' },
  ],
  charts: 'read',
};
