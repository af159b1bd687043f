import { uuidv7 } from 'uuidv7';

/** Where this tab keeps the songs that were begun in it and not written yet. */
const place = 'intervallum-begun';

const begun = new Set<string>(kept());

function kept(): string[] {
  try {
    const found: unknown = JSON.parse(sessionStorage.getItem(place) ?? '[]');
    return Array.isArray(found) ? found.filter((id) => typeof id === 'string') : [];
  } catch (error) {
    // Without storage a song that was begun is forgotten with the page, before anything was written in it.
    console.warn('Songs that are begun are not remembered over a reload.', error);
    return [];
  }
}

function keep(): void {
  try {
    sessionStorage.setItem(place, JSON.stringify([...begun]));
  } catch (error) {
    console.warn('Songs that are begun are not remembered over a reload.', error);
  }
}

/** Begins a song: it is nowhere until something is written in it. @returns its id */
export function beginSong(): string {
  const id = uuidv7();
  begun.add(id);
  keep();
  return id;
}

/** Whether a song was begun in this tab, and the server was not heard to have it. */
export function isBegun(id: string): boolean {
  return begun.has(id);
}

/** The server has it. */
export function isMade(id: string): void {
  if (begun.delete(id)) keep();
}
