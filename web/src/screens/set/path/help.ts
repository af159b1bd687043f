import type { HelpTopic } from '../../../ui/help.ts';
import { t } from '../../../words/words.ts';

/** What is to be known of what is left for a service. */
export const pathHelp: HelpTopic = {
  title: t('What is left to do'),
  lines: [
    {
      id: 'rings',
      name: t('An open ring is left to do; with a mark in it, it is done, or good as it is'),
    },
    {
      id: 'next',
      name: t('Go to what comes next: the first thing left, in the order of the service'),
    },
    { id: 'step', name: t('Go to any step of a song by its ring; nothing is forced') },
    { id: 'settle', name: t('Over the song, say of a step that it is good as it is') },
    { id: 'share', name: t('Give it to the band by a link') },
    { id: 'practise', name: t('See how ready each song is under the hands') },
  ],
};
