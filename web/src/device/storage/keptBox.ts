import { createStore, delMany, entries, get, keys, set, type UseStore } from 'idb-keyval';
import { z } from 'zod';
import { ownerNow } from './owner.ts';

/** What the server answered, as this browser keeps it for when there is no network. */
export interface KeptAnswer {
  /** When it was answered, in milliseconds since 1970. */
  readonly at: number;
  readonly value: unknown;
}

const keptAnswer = z.object({ at: z.number(), value: z.unknown() });

/** So many answers are kept; the oldest go first. */
const most = 400;

let opened: UseStore | undefined;
/** Where a browser denies it, that is a promise that fails, never an error on the spot. */
const box: UseStore = async (mode, use) => {
  opened ??= createStore('intervallum-kept', 'answers');
  return opened(mode, use);
};

let isTidied = false;

/** What is kept for somebody stands under who it is: nobody else who uses this browser is answered with it. */
const keyOf = (name: string, owner = ownerNow()) => (owner === null ? name : `${owner}/${name}`);

/** Keeps an answer under its name, in the place of the one before. */
export async function putKept(name: string, answer: KeptAnswer): Promise<void> {
  await set(keyOf(name), answer, box);
  if (isTidied) return;
  isTidied = true;
  const all = (await entries<string, unknown>(box)).map(
    ([key, kept]) => [key, keptAnswer.safeParse(kept).data?.at ?? 0] as const,
  );
  all.sort(([, one], [, other]) => other - one);
  await delMany(
    all.slice(most).map(([key]) => key),
    box,
  );
}

/** What is kept under a name; null where nothing is, or nothing that can be read. */
export async function findKept(name: string): Promise<KeptAnswer | null> {
  return keptAnswer.safeParse(await get(keyOf(name), box)).data ?? null;
}

export async function dropKept(...names: string[]): Promise<void> {
  await delMany(
    names.map((name) => keyOf(name)),
    box,
  );
}

/** Forgets all that was kept for somebody, who signs out. */
export async function dropAllKept(owner: string): Promise<void> {
  const all = await keys<string>(box);
  const theirs = all.filter((key) => key.startsWith(keyOf('', owner)));
  await delMany(theirs, box);
}
