import { uuidv7 } from 'uuidv7';
import { api } from '../../queries/resources.ts';
import type { DraftContent } from '../parts/keptDrafts.ts';

export type MadeNew =
  { readonly ok: true; readonly id: string } | { readonly ok: false; readonly why: string };

/** Saves a draft as a song or set of its own. */
export async function saveAsNew(content: DraftContent): Promise<MadeNew> {
  if (content.kind === 'unreadable') return { ok: false, why: 'this version cannot read it.' };
  const made =
    content.kind === 'song'
      ? await api.makeSong({
          id: uuidv7(),
          text: content.draft.text,
          part: content.draft.decisions,
        })
      : await api.makeSet({
          ...content.draft,
          id: uuidv7(),
          name: content.name,
          // A place in a set belongs to one set only.
          items: content.draft.items.map((item) => ({ ...item, id: uuidv7() })),
        });
  if (made.kind === 'ok') return { ok: true, id: made.value.id };
  return { ok: false, why: made.kind === 'stale' ? 'it changed meanwhile.' : made.message };
}
