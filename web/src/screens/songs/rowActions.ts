import { may, type Right, type Role } from '@intervallum/contract';
import type { Action } from '../../ui/ActionMenu.tsx';
import { t } from '../../words/words.ts';

export type RowAction = 'open' | 'stand' | 'duplicate' | 'set' | 'tags' | 'choose' | 'delete';

const needs: Readonly<Record<RowAction, Right>> = {
  open: 'read',
  stand: 'read',
  duplicate: 'write',
  set: 'plan',
  tags: 'write',
  choose: 'write',
  delete: 'plan',
};

/** What can be done with a song of the list. */
export const rowActions: readonly Action<RowAction>[] = [
  { id: 'open', name: t('Open') },
  { id: 'stand', name: t('Open at the stand') },
  { id: 'duplicate', name: t('Duplicate') },
  { id: 'set', name: t('Add to a set') },
  { id: 'tags', name: t('Tags') },
  { id: 'choose', name: t('Choose several') },
  { id: 'delete', name: t('Delete') },
];

/** What of it somebody of this role can do, in the order of the menu. */
export function actionsOf(role: Role): readonly Action<RowAction>[] {
  return rowActions.filter(({ id }) => may(role, needs[id]));
}
