import { v5 as uuidv5 } from 'uuid';
import { api } from '../../queries/resources.ts';
import type { KeptInBrowser } from '../parts/keptDrafts.ts';
import { t } from '../../words/words.ts';

export type MadeNew =
  { readonly ok: true; readonly id: string } | { readonly ok: false; readonly why: string };

/** Saves a draft as a song or set of its own: one of it, however often the answer is lost. */
export async function saveAsNew({ stored, content }: KeptInBrowser): Promise<MadeNew> {
  if (content.kind === 'unreadable') return { ok: false, why: t('this version cannot read it.') };
  const id = uuidv5(
    `${stored.id} ${stored.tab} ${stored.at}`,
    'a4b0c3f5-58f2-4a5e-8d0f-6a8f1f1c9d21',
  );
  const made =
    content.kind === 'song'
      ? await api.makeSong({
          id,
          text: content.draft.text,
          part: content.draft.decisions,
        })
      : await api.makeSet({
          ...content.draft,
          id,
          name: content.name,
          // A place in a set belongs to one set only.
          items: content.draft.items.map((item) => ({ ...item, id: uuidv5(item.id, id) })),
        });
  if (made.kind === 'ok') return { ok: true, id: made.value.id };
  return { ok: false, why: made.kind === 'stale' ? t('it changed meanwhile.') : made.message };
}
