import type { Action } from '../../ui/ActionMenu.tsx';
import { t } from '../../words/words.ts';

export type RowAction = 'open' | 'stand' | 'duplicate' | 'set' | 'tags' | 'choose' | 'delete';

/** What can be done with a song of the list, in the order of its menu. */
export const rowActions: readonly Action<RowAction>[] = [
  { id: 'open', name: t('Open') },
  { id: 'stand', name: t('Open at the stand') },
  { id: 'duplicate', name: t('Duplicate') },
  { id: 'set', name: t('Add to a set') },
  { id: 'tags', name: t('Tags') },
  { id: 'choose', name: t('Choose several') },
  { id: 'delete', name: t('Delete') },
];
