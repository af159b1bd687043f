import { queryOptions } from '@tanstack/react-query';
import { allDrafts, type StoredDraft } from '../../device/storage/draftBox.ts';
import { browserTabs } from '../../device/storage/tab.ts';
import { statusOfLeft } from '../../document/leftOpen.ts';

/** A draft of this browser, whatever is in it. */
export interface LeftDraft {
  readonly stored: StoredDraft;
  /**
   * Left by a tab that was closed, or by this one when it was loaded anew; left by a screen of this page and just being
   * saved, or tried again and again; or at work in another tab.
   */
  readonly state: 'left' | 'being saved' | 'being tried' | 'in another tab';
}

/** How drafts are asked for: they are right beside the page, and any tab changes them. */
export function askingDrafts<Draft>(name: string, list: () => Promise<readonly Draft[]>) {
  return queryOptions({
    queryKey: ['drafts', name],
    queryFn: list,
    staleTime: 0,
    gcTime: 0,
    refetchInterval: (query) => ((query.state.data ?? []).length > 0 ? 2_000 : false),
  });
}

/** Which drafts there are; what is in them is not read for that. */
export function leftQuery() {
  return askingDrafts('left', listLeft);
}

/** Everything that was typed in this browser and never saved, the latest first. */
export async function listLeft(): Promise<readonly LeftDraft[]> {
  const [drafts, isOpen, tab] = await Promise.all([
    allDrafts(),
    browserTabs.open(),
    browserTabs.own(),
  ]);
  return drafts.map((stored) => {
    const state =
      stored.tab === tab ? stateHere(stored) : isOpen(stored.tab) ? 'in another tab' : 'left';
    return { stored, state };
  });
}

function stateHere(stored: StoredDraft): LeftDraft['state'] {
  const status = statusOfLeft(stored);
  if (status === null) return 'left';
  // More than one try means that one of them failed.
  const isFirstTry = stored.unanswered.length < 2;
  return isFirstTry && (status === 'waiting' || status === 'saving')
    ? 'being saved'
    : 'being tried';
}
