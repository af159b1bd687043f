import { pageCache, pageKey } from '../../device/offline/caches.ts';
import { canKeepFiles, fileLists, keepFiles } from '../../device/offline/keptFiles.ts';
import { soundsOfLinks, soundsOfPlayers } from '../../device/offline/keptSounds.ts';
import { offline } from '../../settings/offline.ts';
import { wordLanguage } from '../../words/words.ts';

/**
 * Has this browser open the pages without a network from now on: a service worker answers for what was kept, and what the
 * screens are made of is kept once the page is at rest. For who reads by a link that is what links need. A browser that
 * has none of this (as over plain http from another machine), or no room, goes on as before; a note on the page says the
 * first, the console the other.
 */
export function keepPages(): void {
  if (!canKeepFiles()) return;
  const begin = () => setTimeout(() => void keepNow(), 1_500);
  if (document.readyState === 'complete') begin();
  else addEventListener('load', begin, { once: true });
}

async function keepNow(): Promise<void> {
  try {
    await navigator.serviceWorker.register('/serviceWorker.js', { updateViaCache: 'none' });
    const lists = await fileLists();
    if (!lists) return;
    const page = await fetch(location.pathname, { headers: { Accept: 'text/html' } });
    if (page.ok) await (await caches.open(pageCache)).put(pageKey, page);
    const isLink = location.pathname.startsWith('/s/');
    const pages = isLink ? lists.reader : lists.player;
    await keepFiles([...pages, ...(lists.words[wordLanguage] ?? [])]);
    // Of a newer version they may be other files.
    if (offline.now().sounds) await (isLink ? soundsOfLinks : soundsOfPlayers).look();
  } catch (error) {
    console.warn('Without a network these pages will not open.', error);
  }
}
