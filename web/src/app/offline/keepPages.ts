import { z } from 'zod';
import { wordLanguage } from '../../words/words.ts';
import { fileCache, pageCache, pageKey } from './caches.ts';

const files = z.array(z.string());
const lists = z.object({ reader: files, player: files, words: z.record(z.string(), files) });

/** So many files are fetched at the same time: whoever works on the page comes first. */
const atOnce = 3;

/**
 * Has this browser open the pages without a network from now on: a service worker answers for what was kept, and what the
 * screens are made of is kept once the page is at rest. For who reads by a link that is what links need. A browser that
 * has none of this (as over plain http from another machine), or no room, goes on as before; a note on the page says the
 * first, the console the other.
 */
export function keepPages(): void {
  if (!('serviceWorker' in navigator) || !('caches' in window)) return;
  const begin = () => setTimeout(() => void keepNow(), 1_500);
  if (document.readyState === 'complete') begin();
  else addEventListener('load', begin, { once: true });
}

async function keepNow(): Promise<void> {
  try {
    await navigator.serviceWorker.register('/serviceWorker.js', { updateViaCache: 'none' });
    const response = await fetch('/kept-files.json', { cache: 'no-cache' }).catch(() => null);
    // Without a network there is nothing to fetch: what was kept is kept.
    if (!response?.ok) return;
    const { reader, player, words } = lists.parse(await response.json());
    const page = await fetch(location.pathname, { headers: { Accept: 'text/html' } });
    if (page.ok) await (await caches.open(pageCache)).put(pageKey, page);
    const pages = location.pathname.startsWith('/s/') ? reader : player;
    await keepFiles([...pages, ...(words[wordLanguage] ?? [])]);
  } catch (error) {
    console.warn('Without a network these pages will not open.', error);
  }
}

/** Keeps files that are not kept yet; old ones go by the service worker’s own measure. */
async function keepFiles(names: readonly string[]): Promise<void> {
  const cache = await caches.open(fileCache);
  const kept = new Set((await cache.keys()).map(({ url }) => new URL(url).pathname));
  const missing = names.map((name) => `/${name}`).filter((path) => !kept.has(path));
  const fetchNext = async (): Promise<void> => {
    for (let path = missing.pop(); path !== undefined; path = missing.pop()) await cache.add(path);
  };
  await Promise.all(Array.from({ length: atOnce }, fetchNext));
}
