import type { SetDraft } from '@intervallum/contract';
import { parseChart } from '@intervallum/core';
import { queryOptions } from '@tanstack/react-query';
import { allDrafts, type StoredDraft } from '../../device/storage/draftBox.ts';
import { browserTabs } from '../../device/storage/tab.ts';
import { statusOfLeft } from '../../document/leftOpen.ts';
import { setShape } from '../../document/setDraft.ts';
import { songShape } from '../../document/songDraft.ts';
import type { SongDraft } from '../../document/songDocument.ts';

/** A draft as a list shows it. */
export interface KeptInBrowser {
  readonly stored: StoredDraft;
  /**
   * Left by a tab that was closed, or by this one when it was loaded anew; left by a screen of this page and just being
   * saved, or tried again and again; or at work in another tab.
   */
  readonly state: 'left' | 'being saved' | 'being tried' | 'in another tab';
  readonly content: DraftContent;
}

export type DraftContent =
  | { readonly kind: 'song'; readonly name: string; readonly draft: SongDraft }
  | { readonly kind: 'set'; readonly name: string; readonly draft: SetDraft }
  | { readonly kind: 'unreadable'; readonly name: string };

/** Everything that was typed in this browser and never saved, the latest first. */
export function draftsQuery() {
  return queryOptions({
    queryKey: ['drafts'],
    queryFn: listDrafts,
    // It is right beside the page, and any tab changes it.
    staleTime: 0,
    gcTime: 0,
    refetchInterval: (query) => ((query.state.data ?? []).length > 0 ? 2_000 : false),
  });
}

async function listDrafts(): Promise<readonly KeptInBrowser[]> {
  const [drafts, isOpen, tab] = await Promise.all([
    allDrafts(),
    browserTabs.open(),
    browserTabs.own(),
  ]);
  return drafts.map((stored): KeptInBrowser => {
    const state =
      stored.tab === tab ? stateHere(stored) : isOpen(stored.tab) ? 'in another tab' : 'left';
    return { stored, state, content: read(stored) };
  });
}

function stateHere(stored: StoredDraft): KeptInBrowser['state'] {
  const status = statusOfLeft(stored);
  if (status === null) return 'left';
  // More than one try means that one of them failed.
  const isFirstTry = stored.unanswered.length < 2;
  return isFirstTry && (status === 'waiting' || status === 'saving')
    ? 'being saved'
    : 'being tried';
}

function read({ kind, draft: kept }: StoredDraft): DraftContent {
  if (kind === 'song') {
    const draft = songShape(0).read(kept);
    if (draft) {
      const { title } = parseChart(draft.text).song;
      return { kind, name: title || 'Song without a title', draft };
    }
  } else {
    const draft = setShape.read(kept);
    if (draft) return { kind, name: draft.name.trim() || 'Set without a name', draft };
  }
  return { kind: 'unreadable', name: `A ${kind} that this version cannot read` };
}
