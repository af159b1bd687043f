import type { HelpLine } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

/** What can be done in the list of sets. */
export const setsHelp: readonly HelpLine[] = [
  { id: 'new', name: t('Make the next service') },
  { id: 'open', name: t('Open a set, to order its songs and choose their keys') },
  { id: 'sung', name: t('See what was sung when, and whose it is, for licences') },
  { id: 'delete', name: t('Delete a set; what was deleted can be taken back') },
];
