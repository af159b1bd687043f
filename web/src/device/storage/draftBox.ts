import { createStore, promisifyRequest, type UseStore } from 'idb-keyval';
import { z } from 'zod';
import { ownerNow } from './owner.ts';

/** Which document a draft is of. */
export interface DraftPlace {
  readonly kind: 'song' | 'set';
  readonly id: string;
}

/**
 * A draft as this browser keeps it until the server has it: one for each document and tab, so that no tab forgets what
 * another one has not saved. What is in `draft` and `revision` may be of any age and is read by whoever opens it.
 */
export interface StoredDraft extends DraftPlace {
  readonly tab: string;
  /** Whose it is; null of one that was kept before there were accounts: it is whoever's finds it. */
  readonly owner: string | null;
  /** When it was kept, in milliseconds since 1970. */
  readonly at: number;
  readonly draft: unknown;
  readonly revision: unknown;
  /** Drafts that were sent and of which no answer came: the server may have any of them. */
  readonly unanswered: readonly unknown[];
  /** What the server had when the draft began to be another; null where nobody knows. */
  readonly base: unknown;
}

const storedDraft = z.object({
  kind: z.enum(['song', 'set']),
  id: z.string(),
  tab: z.string(),
  owner: z.string().nullable().default(null),
  at: z.number().catch(0),
  draft: z.unknown(),
  revision: z.unknown(),
  unanswered: z.array(z.unknown()).catch([]),
  base: z.unknown().default(null),
});

let opened: UseStore | undefined;
/** Where a browser denies it, that is a promise that fails, never an error on the spot. */
const box: UseStore = async (mode, use) => {
  opened ??= createStore('intervallum', 'drafts');
  return opened(mode, use);
};

type DraftKey = DraftPlace & Pick<StoredDraft, 'tab' | 'owner'>;

const keyOf = ({ kind, id, tab, owner }: DraftKey) =>
  owner === null ? `${kind}:${id}:${tab}` : `${kind}:${id}:${tab}:${owner}`;

/** Changes the box in one transaction that ends even if the page goes away meanwhile. */
function change(make: (store: IDBObjectStore) => void): Promise<void> {
  return box('readwrite', (store) => {
    make(store);
    const { transaction } = store;
    transaction.commit();
    return promisifyRequest(transaction);
  });
}

/** Keeps a draft of who is signed in. */
export function putDraft(draft: Omit<StoredDraft, 'owner'>): Promise<void> {
  const own = { ...draft, owner: ownerNow() };
  return change((store) => store.put(own, keyOf(own)));
}

/** Forgets the draft that a tab kept of a document. */
export function removeDraft(draft: DraftPlace & { readonly tab: string }): Promise<void> {
  return change((store) => store.delete(keyOf({ ...draft, owner: ownerNow() })));
}

/** Forgets a draft as it was found, whoever's it is. */
export function removeFound(draft: StoredDraft): Promise<void> {
  return change((store) => store.delete(keyOf(draft)));
}

/** Gives a draft to another tab of who is signed in, as it is. */
export function giveDraft(draft: StoredDraft, tab: string): Promise<void> {
  const given = { ...draft, tab, owner: ownerNow() };
  return change((store) => {
    store.put(given, keyOf(given));
    store.delete(keyOf(draft));
  });
}

/** The drafts of one document, of all tabs, the latest first. */
export async function draftsOf({ kind, id }: DraftPlace): Promise<StoredDraft[]> {
  return (await allDrafts()).filter((draft) => draft.kind === kind && draft.id === id);
}

/** Every draft that is kept of who is signed in, the latest first. */
export async function allDrafts(): Promise<StoredDraft[]> {
  await moveOldDrafts();
  const kept = await box('readonly', (store) => promisifyRequest<unknown[]>(store.getAll()));
  return kept
    .flatMap((value): StoredDraft[] => {
      const read = storedDraft.safeParse(value);
      if (!read.success) console.warn('A kept draft is of no known form; it stays.', read.error);
      return read.success ? [read.data] : [];
    })
    .filter((draft) => draft.owner === null || draft.owner === ownerNow())
    .sort((one, other) => other.at - one.at);
}

/** Drafts were kept in another place before, one for each document. */
async function moveOldDrafts(): Promise<void> {
  const names = Object.keys(localStorage).filter((name) => name.startsWith('intervallum-draft:'));
  for (const name of names) {
    const [, kind, id] = /^intervallum-draft:(song|set):(.+)$/.exec(name) ?? [];
    const kept = oldDraft(localStorage.getItem(name));
    if (!kept || !id) continue;
    await putDraft({
      kind: kind as DraftPlace['kind'],
      id,
      tab: 'before',
      at: 0,
      draft: kept.draft,
      revision: kept.revision,
      unanswered: [],
      base: null,
    });
    localStorage.removeItem(name);
  }
}

function oldDraft(text: string | null) {
  try {
    return z
      .object({ draft: z.unknown(), revision: z.unknown() })
      .parse(JSON.parse(text ?? 'null'));
  } catch (error) {
    console.warn('An old draft could not be read; it stays where it is.', error);
    return null;
  }
}
