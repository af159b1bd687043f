import { createStore, delMany, entries, setMany, type UseStore } from 'idb-keyval';
import { ownerNow } from './owner.ts';

let opened: UseStore | undefined;
/** Where a browser denies it, that is a promise that fails, never an error on the spot. */
const box: UseStore = async (mode, use) => {
  opened ??= createStore('intervallum-log', 'waiting');
  return opened(mode, use);
};

/** What was practised waits for its server by whose it is: nobody else who uses this browser sends or sees it. */
const keyOf = (id: string) => `${ownerNow() ?? ''}/${id}`;

export async function putWaiting(all: readonly { readonly id: string }[]): Promise<void> {
  await setMany(
    all.map((one) => [keyOf(one.id), one]),
    box,
  );
}

export async function listWaiting(): Promise<unknown[]> {
  const found = await entries<string, unknown>(box);
  const own = keyOf('');
  return found.flatMap(([key, value]) => (key.startsWith(own) ? [value] : []));
}

export async function dropWaiting(ids: readonly string[]): Promise<void> {
  await delMany(ids.map(keyOf), box);
}
