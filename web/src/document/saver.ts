import { createStore, type StoreApi } from 'zustand/vanilla';

/** How sending a draft ended. */
export type Sent<Draft, Revision = number> =
  | { readonly kind: 'saved'; readonly revision: Revision }
  | { readonly kind: 'stale'; readonly theirs: Draft; readonly revision: Revision }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'unreachable'; readonly message: string };

/** Where a document stands between the screen and the server. */
export type SaveStatus<Draft, Revision = number> =
  | { readonly kind: 'saved' }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'unreachable'; readonly message: string; readonly retrySeconds: number }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'conflict'; readonly theirs: Draft; readonly revision: Revision };

export interface SaverState<Draft, Revision = number> {
  readonly draft: Draft;
  readonly revision: Revision;
  readonly status: SaveStatus<Draft, Revision>;
}

/** A draft as it is kept until the server has it. */
export interface KeptDraft<Draft, Revision = number> {
  readonly draft: Draft;
  readonly revision: Revision;
  /** What was sent and never answered: the server may have it though it seemed unreachable. */
  readonly unanswered: readonly Draft[];
  /** What the server had at the revision, from which the draft came; null where nobody knows. */
  readonly base: Draft | null;
}

/** Where a draft is kept until the server has it, so that a closed page loses nothing. */
export interface DraftKeeper<Draft, Revision = number> {
  readonly keep: (draft: KeptDraft<Draft, Revision>) => void;
  readonly forget: () => void;
}

export interface Saver<Draft, Revision = number> {
  readonly store: StoreApi<SaverState<Draft, Revision>>;
  readonly edit: (draft: Draft) => void;
  /** Saves now what is waiting. */
  readonly flush: () => Promise<void>;
  /** Ends a conflict: the server's version is overwritten, or takes the place of this one. */
  readonly keepMine: () => void;
  readonly takeTheirs: () => void;
  /**
   * Another screen saved this: takes over what stands there now, unless something here is not saved.
   * @returns whether it was taken over
   */
  readonly follow: (theirs: Draft, revision: Revision) => boolean;
}

export interface SaverOptions<Draft, Revision = number> {
  readonly draft: Draft;
  /** Which version a save starts from, as plain data. */
  readonly revision: Revision;
  readonly send: (draft: Draft, revision: Revision) => Promise<Sent<Draft, Revision>>;
  readonly keeper: DraftKeeper<Draft, Revision>;
  readonly equal: (one: Draft, other: Draft) => boolean;
  /** What both sides made of one state, as one; null where a person has to choose. Without it one always does. */
  readonly join?: (sides: Readonly<Record<'base' | 'mine' | 'theirs', Draft>>) => Draft | null;
  /** What somebody else saved was joined with the draft, which is another one now. */
  readonly onJoined?: (draft: Draft) => void;
  /** What an earlier visit could not save. */
  readonly kept?: KeptDraft<Draft, Revision> | null;
}

/** A pause in typing this long, in milliseconds, saves. */
const pause = 800;
/** Seconds until the next try while the server cannot be reached: longer each time. */
const retries = [2, 4, 8, 15] as const;
/** So many unanswered drafts are remembered, each of them once: they are kept with the draft at each pause in typing. */
const mostUnanswered = 20;

/**
 * Saves a document by itself: after a pause, one request at a time, always as a change of the revision it started
 * from. What cannot be sent is kept and tried again; what someone else changed meanwhile is never overwritten unasked.
 */
export function createSaver<Draft, Revision = number>(
  options: SaverOptions<Draft, Revision>,
): Saver<Draft, Revision> {
  const { send, keeper, equal, join, onJoined } = options;
  const store = createStore<SaverState<Draft, Revision>>(() => ({
    draft: options.draft,
    revision: options.revision,
    status: { kind: 'saved' },
  }));
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending: Promise<void> | null = null;
  let failures = 0;
  /** What was sent since the last answer. */
  let unanswered: readonly Draft[] = options.kept?.unanswered ?? [];
  /** What the server has at the revision of the draft. */
  let base: Draft | null = options.draft;

  const setStatus = (status: SaveStatus<Draft, Revision>) => store.setState({ status });
  const schedule = (milliseconds: number) => {
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), milliseconds);
  };

  const keep = () => {
    const { draft, revision } = store.getState();
    keeper.keep({ draft, revision, unanswered, base });
  };

  function edit(draft: Draft): void {
    const { status } = store.getState();
    store.setState({ draft });
    keep();
    if (status.kind === 'conflict' || status.kind === 'unreachable') return;
    if (status.kind !== 'saving') setStatus({ kind: 'waiting' });
    schedule(pause);
  }

  async function flush(): Promise<void> {
    clearTimeout(timer);
    if (sending) {
      await sending;
      if (store.getState().status.kind !== 'waiting') return;
    }
    const { status } = store.getState();
    if (status.kind === 'saved' || status.kind === 'conflict') return;
    sending = sendNow().finally(() => {
      sending = null;
    });
    await sending;
  }

  async function sendNow(): Promise<void> {
    const { draft, revision } = store.getState();
    setStatus({ kind: 'saving' });
    // Remembered before it is sent: the page may be gone before the answer comes.
    if (!unanswered.includes(draft)) unanswered = [...unanswered, draft].slice(-mostUnanswered);
    keep();
    const sent = await send(draft, revision);
    const newer = !equal(store.getState().draft, draft);
    if (sent.kind !== 'unreachable') {
      failures = 0;
      unanswered = unanswered.filter((other) => other !== draft);
    }
    switch (sent.kind) {
      case 'saved':
        return settled(draft, sent.revision, newer);
      case 'stale': {
        const { theirs } = sent;
        // An answer was lost on its way: what stands there is not someone else's, it is ours.
        if (equal(theirs, draft)) return settled(theirs, sent.revision, newer);
        if (isOurs(theirs)) return settled(theirs, sent.revision, true);
        if (joinWith(theirs, sent.revision)) return onJoined?.(store.getState().draft);
        return setStatus({ kind: 'conflict', theirs, revision: sent.revision });
      }
      case 'refused':
        setStatus({ kind: 'refused', message: sent.message });
        if (newer) schedule(pause);
        return;
      case 'unreachable': {
        const retrySeconds = retries[Math.min(failures, retries.length - 1)]!;
        failures += 1;
        setStatus({ kind: 'unreachable', message: sent.message, retrySeconds });
        return schedule(retrySeconds * 1000);
      }
    }
  }

  const isOurs = (theirs: Draft) => unanswered.some((earlier) => equal(earlier, theirs));

  /**
   * From what both may have come: what was sent last and never answered, where all of it is in theirs, so that the server had it; else
   * what stood there before.
   */
  function statesBehind(theirs: Draft): readonly Draft[] {
    if (base === null || !join) return [];
    const stood = base;
    const arrived = unanswered.filter((sent) => {
      const both = join({ base: stood, mine: sent, theirs });
      return both !== null && equal(both, theirs);
    });
    return [...arrived.reverse(), stood];
  }

  /** Joins what somebody else saved with what is here; false where a person has to choose. */
  function joinWith(theirs: Draft, revision: Revision): boolean {
    const mine = store.getState().draft;
    let joined: Draft | null = null;
    for (const from of statesBehind(theirs))
      joined ??= join?.({ base: from, mine, theirs }) ?? null;
    if (joined === null) return false;
    unanswered = [];
    base = theirs;
    store.setState({ draft: joined, revision, status: { kind: 'waiting' } });
    keep();
    schedule(0);
    return true;
  }

  function settled(now: Draft, revision: Revision, newer: boolean): void {
    unanswered = [];
    base = now;
    store.setState({ revision, status: { kind: newer ? 'waiting' : 'saved' } });
    if (newer) {
      keep();
      schedule(pause);
    } else keeper.forget();
  }

  function keepMine(): void {
    const { status } = store.getState();
    if (status.kind !== 'conflict') return;
    unanswered = [];
    base = status.theirs;
    store.setState({ revision: status.revision, status: { kind: 'waiting' } });
    keep();
    void flush();
  }

  function takeTheirs(): void {
    const { status } = store.getState();
    if (status.kind !== 'conflict') return;
    unanswered = [];
    base = status.theirs;
    store.setState({ draft: status.theirs, revision: status.revision, status: { kind: 'saved' } });
    keeper.forget();
  }

  function follow(theirs: Draft, revision: Revision): boolean {
    const now = store.getState();
    // What stands here already is no news.
    if (now.status.kind !== 'saved' || sameRevision(now.revision, revision)) return false;
    base = theirs;
    store.setState({ draft: theirs, revision });
    return true;
  }

  const { kept, draft, revision } = options;
  if (kept && equal(kept.draft, draft)) {
    unanswered = [];
    keeper.forget();
  } else if (kept && (sameRevision(kept.revision, revision) || isOurs(draft))) edit(kept.draft);
  else if (kept) {
    // What was written without a network meets what others wrote meanwhile.
    base = kept.base;
    store.setState({ draft: kept.draft });
    if (!joinWith(draft, revision)) setStatus({ kind: 'conflict', theirs: draft, revision });
  }
  return { store, edit, flush, keepMine, takeTheirs, follow };
}

/** Revisions are plain data. */
function sameRevision(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
