import { createStore, delMany, entries, setMany, type UseStore } from 'idb-keyval';

let opened: UseStore | undefined;
/** Where a browser denies it, that is a promise that fails, never an error on the spot. */
const box: UseStore = async (mode, use) => {
  opened ??= createStore('intervallum-log', 'waiting');
  return opened(mode, use);
};

/**
 * What was practised waits for its server by whose it is: nobody else who uses this browser sends or sees it.
 * @param whose a person of a team, or a link
 */
const keyOf = (whose: string, id: string) => `${whose}/${id}`;

export async function putWaiting(
  whose: string,
  all: readonly { readonly id: string }[],
): Promise<void> {
  await setMany(
    all.map((one) => [keyOf(whose, one.id), one]),
    box,
  );
}

export async function listWaiting(whose: string): Promise<unknown[]> {
  const found = await entries<string, unknown>(box);
  return found.flatMap(([key, value]) => (key.startsWith(keyOf(whose, '')) ? [value] : []));
}

export async function dropWaiting(whose: string, ids: readonly string[]): Promise<void> {
  await delMany(
    ids.map((id) => keyOf(whose, id)),
    box,
  );
}
