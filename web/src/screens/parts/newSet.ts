import { plainSet, type SetDraft } from '@intervallum/contract';
import { t } from '../../words/words.ts';

/** A new set is for the Sunday to come. */
export function newSet(today = new Date()): SetDraft {
  const sunday = new Date(Date.UTC(today.getFullYear(), today.getMonth(), today.getDate()));
  sunday.setUTCDate(sunday.getUTCDate() + ((7 - sunday.getUTCDay()) % 7 || 7));
  return plainSet({ name: t('New set'), date: sunday.toISOString().slice(0, 10) });
}
