import { pedalKeys } from '../../device/pedal.ts';
import type { HelpTopic } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

/** What can be done on stage by whoever leads. */
export const leadHelp: HelpTopic = {
  title: t('Leading on stage'),
  lines: [
    { id: 'on', name: t('On: what comes next begins'), keyName: `Space ${pedalKeys('on')}` },
    {
      id: 'vamp',
      name: t('Round and round until the signal, or no longer'),
      keyName: `V ${pedalKeys('back')}`,
    },
    { id: 'again', name: t('Once more'), keyName: 'A' },
    { id: 'skip', name: t('Leave out what would come next'), keyName: 'S' },
    {
      id: 'next',
      name: t('Choose what comes next; chosen twice it begins at once'),
      keyName: '1–9',
    },
    { id: 'lift', name: t('Key up or down from the next part on'), keyName: '+ -' },
    { id: 'count', name: t('Count in'), keyName: 'C' },
    { id: 'tap', name: t('Tap the tempo'), keyName: 'T' },
    { id: 'stop', name: t('Stop'), keyName: '.' },
    { id: 'undo', name: t('Take back the last cue, within two bars'), keyName: 'U' },
  ],
};

/** What can be done where words follow the band on a wall. */
export const stageWallHelp: HelpTopic = {
  title: t('Words on the wall'),
  lines: [
    { id: 'follows', name: t('The words go on with the band') },
    { id: 'dark', name: t('Dark, and light again'), keyName: 'B' },
    { id: 'leave', name: t('Leave'), keyName: 'Esc' },
  ],
};

/** What can be done on stage by whoever follows. */
export const followHelp: HelpTopic = {
  title: t('Following on stage'),
  lines: [
    { id: 'ahead', name: t('Look ahead'), keyName: pedalKeys('on') },
    { id: 'before', name: t('Look back'), keyName: pedalKeys('back') },
    { id: 'back', name: t('Back to where the band is'), keyName: 'Home' },
  ],
};
