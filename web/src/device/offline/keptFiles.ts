import { z } from 'zod';
import { fileCache } from './caches.ts';

const files = z.array(z.string());
const sounds = z.object({ files, bytes: z.number() });
/** Which files there are to be kept; `bundling/keptFiles.ts` writes it. Readers open links, players the whole application. */
const lists = z.object({
  reader: files,
  player: files,
  words: z.record(z.string(), files),
  sounds: z.object({ reader: sounds, player: sounds }),
});
export type FileLists = z.infer<typeof lists>;

/** So many files are fetched at the same time: whoever works on the page comes first. */
const atOnce = 3;

/** Whether this browser can keep files: one that came over plain http from another machine cannot. */
export function canKeepFiles(): boolean {
  return 'serviceWorker' in navigator && 'caches' in window;
}

const listPath = '/kept-files.json';

/** What can be kept. @returns null without a network: then what was kept is kept */
export async function fileLists(): Promise<FileLists | null> {
  const response = await fetch(listPath, { cache: 'no-cache' }).catch(() => null);
  if (!response?.ok) return null;
  await (await caches.open(fileCache)).put(listPath, response.clone());
  return lists.parse(await response.json());
}

/** What could be kept when there was a network last; null where that is not known. */
export async function fileListsBefore(): Promise<FileLists | null> {
  const before = await (await caches.open(fileCache)).match(listPath);
  return before ? lists.parse(await before.json()) : null;
}

/** Those of some files that are not kept. @param names without the stroke before them */
export async function missingFiles(names: readonly string[]): Promise<string[]> {
  const cache = await caches.open(fileCache);
  const kept = new Set((await cache.keys()).map(({ url }) => new URL(url).pathname));
  return names.filter((name) => !kept.has(`/${name}`));
}

/**
 * Keeps files that are not kept yet; old ones go by the service worker’s own measure.
 * @param onKept after each of those that were missing
 * @throws where a file cannot be fetched, or there is no room
 */
export async function keepFiles(
  names: readonly string[],
  { onKept, signal }: { onKept?: () => void; signal?: AbortSignal } = {},
): Promise<void> {
  const cache = await caches.open(fileCache);
  const missing = await missingFiles(names);
  const fetchNext = async (): Promise<void> => {
    for (let name = missing.pop(); name !== undefined; name = missing.pop()) {
      signal?.throwIfAborted();
      const answer = await fetch(`/${name}`, { signal: signal ?? null });
      if (!answer.ok) throw new Error(`${name}: ${answer.status}`);
      await cache.put(`/${name}`, answer);
      onKept?.();
    }
  };
  await Promise.all(Array.from({ length: atOnce }, fetchNext));
}

/** Gives up what is kept of some files. */
export async function forgetFiles(names: readonly string[]): Promise<void> {
  const cache = await caches.open(fileCache);
  await Promise.all(names.map((name) => cache.delete(`/${name}`)));
}
