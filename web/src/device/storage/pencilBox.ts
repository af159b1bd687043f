import { createStore, get, set, type UseStore } from 'idb-keyval';
import { ownerNow } from './owner.ts';

let opened: UseStore | undefined;
/** Where a browser denies it, that is a promise that fails, never an error on the spot. */
const box: UseStore = async (mode, use) => {
  opened ??= createStore('intervallum-pencil', 'charts');
  return opened(mode, use);
};

/** What somebody pencilled is theirs: nobody else who uses this browser sees it. It stays until they take it away. */
const keyOf = (name: string) => {
  const owner = ownerNow();
  return owner === null ? name : `${owner}/${name}`;
};

export async function putPencil(name: string, value: unknown): Promise<void> {
  await set(keyOf(name), value, box);
}

export async function findPencil(name: string): Promise<unknown> {
  return get(keyOf(name), box);
}
