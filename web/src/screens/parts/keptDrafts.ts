import type { SetDraft } from '@intervallum/contract';
import { parseChart } from '@intervallum/core';
import type { StoredDraft } from '../../device/storage/draftBox.ts';
import { setShape } from '../../document/setDraft.ts';
import { songShape } from '../../document/songDraft.ts';
import type { SongDraft } from '../../document/songDraft.ts';
import { askingDrafts, listLeft, type LeftDraft } from './leftDrafts.ts';
import { t } from '../../words/words.ts';

/** A draft as a list shows it. */
export interface KeptInBrowser extends LeftDraft {
  readonly content: DraftContent;
}

export type DraftContent =
  | { readonly kind: 'song'; readonly name: string; readonly draft: SongDraft }
  | { readonly kind: 'set'; readonly name: string; readonly draft: SetDraft }
  | { readonly kind: 'unreadable'; readonly name: string };

/** Everything that was typed in this browser and never saved, with what is in it, the latest first. */
export function draftsQuery() {
  return askingDrafts('kept', async () =>
    (await listLeft()).map((left): KeptInBrowser => ({ ...left, content: read(left.stored) })),
  );
}

function read({ kind, draft: kept }: StoredDraft): DraftContent {
  if (kind === 'song') {
    const draft = songShape(0).read(kept);
    if (draft) {
      const { title } = parseChart(draft.text).song;
      return { kind, name: title || t('Song without a title'), draft };
    }
  } else {
    const draft = setShape.read(kept);
    if (draft) return { kind, name: draft.name.trim() || t('Set without a name'), draft };
  }
  return {
    kind: 'unreadable',
    name:
      kind === 'song'
        ? t('A song that this version cannot read')
        : t('A set that this version cannot read'),
  };
}
