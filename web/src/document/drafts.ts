import { askToStay, onLeaving } from '../device/pageLife.ts';
import {
  draftsOf,
  giveDraft,
  putDraft,
  removeDraft,
  type DraftPlace,
  type StoredDraft,
} from '../device/storage/draftBox.ts';
import { browserTabs, type Tabs } from '../device/storage/tab.ts';
import { uuidv7 } from 'uuidv7';
import { createStore } from 'zustand/vanilla';
import type { DraftKeeper, KeptDraft } from './saver.ts';

/** How drafts of one kind are kept, and read again whatever their age. */
export interface DraftShape<Draft, Revision> {
  /** A draft as plain data. */
  readonly write: (draft: Draft) => unknown;
  /** As lenient as can be: what is typed is never lost for being refused by the server. Null if it is no draft at all. */
  readonly read: (kept: unknown) => Draft | null;
  /** A revision that cannot be read has to differ from the one that stands: then the user is asked. */
  readonly readRevision: (kept: unknown) => Revision;
}

/** What this browser kept of a document, as its screen opens it. */
export interface FoundDrafts<Draft, Revision> {
  /** What this tab could not save, else the latest that was left by a tab which is closed. */
  readonly kept: KeptDraft<Draft, Revision> | null;
  readonly keeper: DraftKeeper<Draft, Revision>;
  /** How many more drafts of it there are of tabs which are closed. */
  readonly others: number;
}

/** Whether this browser refused to keep the last draft: it is denied that, or has no room. */
export const keeping = createStore(() => ({ fails: false }));

/** A pause in typing this long, in milliseconds, writes the draft; leaving the page does at once. */
const pause = 100;

/** Looks for drafts of a document and takes one over; the others stay. Where the browser keeps nothing there are none. */
export async function openDrafts<Draft, Revision>(
  place: DraftPlace,
  shape: DraftShape<Draft, Revision>,
  tabs: Tabs = browserTabs,
): Promise<FoundDrafts<Draft, Revision>> {
  const tab = await tabs.own();
  const keeper = draftKeeper(place, tab, shape);
  let found: StoredDraft[];
  try {
    found = await leftBehind(place, tabs);
  } catch (error) {
    console.warn('This browser keeps no drafts.', error);
    return { kept: null, keeper, others: 0 };
  }
  const readable = found.flatMap((stored) => {
    const draft = shape.read(stored.draft);
    return draft === null ? [] : [{ stored, draft }];
  });
  const own = found.find((stored) => stored.tab === tab);
  const taken = readable.find(({ stored }) => stored === own) ?? readable[0];
  // What is kept here and cannot be read gives its place to what is typed from now on, and stays.
  if (own && own !== taken?.stored) await giveDraft(own, uuidv7());
  if (!taken) return { kept: null, keeper, others: found.length };
  if (taken.stored !== own) await giveDraft(taken.stored, tab);
  const unanswered = taken.stored.unanswered.flatMap((sent) => shape.read(sent) ?? []);
  return {
    kept: {
      draft: taken.draft,
      revision: shape.readRevision(taken.stored.revision),
      unanswered,
      base: shape.read(taken.stored.base),
    },
    keeper,
    others: found.length - 1,
  };
}

/** Makes a draft the one that this tab opens its document with; what this tab kept of it before stays. */
export async function chooseDraft(stored: StoredDraft, tabs: Tabs = browserTabs): Promise<void> {
  const tab = await tabs.own();
  if (stored.tab === tab) return;
  const own = (await draftsOf(stored)).find((draft) => draft.tab === tab);
  if (own) await giveDraft(own, uuidv7());
  await giveDraft(stored, tab);
}

/** The drafts of a document that no other open tab is at work on. */
async function leftBehind(place: DraftPlace, tabs: Tabs): Promise<StoredDraft[]> {
  const [drafts, isOpen, tab] = await Promise.all([draftsOf(place), tabs.open(), tabs.own()]);
  return drafts.filter((draft) => draft.tab === tab || !isOpen(draft.tab));
}

/** Keeps the unsaved draft of one document in the browser. A full or forbidden storage keeps nothing; saving goes on. */
function draftKeeper<Draft, Revision>(
  place: DraftPlace,
  tab: string,
  { write }: DraftShape<Draft, Revision>,
): DraftKeeper<Draft, Revision> {
  let waiting: { timer: ReturnType<typeof setTimeout>; stay: () => void } | null = null;
  let latest: KeptDraft<Draft, Revision> | null = null;
  let leave: (() => void) | null = null;
  const stayNoMore = () => {
    leave?.();
    leave = null;
  };
  const cannot = (error: unknown) => {
    console.warn('The draft cannot be kept in this browser.', error);
    keeping.setState({ fails: true });
    // What stands on the page alone goes with it.
    if (latest) leave ??= askToStay();
  };

  function stopWaiting(): void {
    if (!waiting) return;
    clearTimeout(waiting.timer);
    waiting.stay();
    waiting = null;
  }

  function keepNow(): void {
    stopWaiting();
    if (!latest) return;
    const { draft, revision, unanswered, base } = latest;
    putDraft({
      ...place,
      tab,
      at: Date.now(),
      draft: write(draft),
      revision,
      unanswered: unanswered.map(write),
      base: base === null ? null : write(base),
    }).then(() => {
      keeping.setState({ fails: false });
      stayNoMore();
    }, cannot);
  }

  return {
    keep: (draft) => {
      latest = draft;
      // A key press has no time to wait for a disk.
      waiting ??= { timer: setTimeout(keepNow, pause), stay: onLeaving(keepNow) };
    },
    forget: () => {
      stopWaiting();
      latest = null;
      stayNoMore();
      removeDraft({ ...place, tab }).catch(cannot);
    },
  };
}
