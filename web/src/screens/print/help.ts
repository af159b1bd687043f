import type { HelpTopic } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

/** What can be done before something is printed. */
export const paperHelp: HelpTopic = {
  title: t('Paper'),
  lines: [
    { id: 'what', name: t('Choose what is printed, and on which paper') },
    { id: 'print', name: t('Print, or save a PDF from the browser’s own window') },
  ],
  charts: 'read',
};
