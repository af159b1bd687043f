import type { Action } from '../../ui/ActionMenu.tsx';

export type RowAction = 'open' | 'stand' | 'duplicate' | 'set' | 'tags' | 'choose' | 'delete';

/** What can be done with a song of the list, in the order of its menu. */
export const rowActions: readonly Action<RowAction>[] = [
  { id: 'open', name: 'Open' },
  { id: 'stand', name: 'Open at the stand' },
  { id: 'duplicate', name: 'Duplicate' },
  { id: 'set', name: 'Add to a set' },
  { id: 'tags', name: 'Tags' },
  { id: 'choose', name: 'Choose several' },
  { id: 'delete', name: 'Delete' },
];
