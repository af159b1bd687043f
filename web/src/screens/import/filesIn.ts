import type { DropItem } from 'react-aria-components';

/** Kinds of files that are read; what is in a file counts, not its name. */
export const accepted = ['.musicxml', '.xml', '.mxl', '.mid', '.midi', '.txt', '.json', '.csv'];

/** Folders in folders are looked into so deep. */
const deepest = 8;

/** Whether a file of a folder is one that may be read: others are passed over without a word. */
export function isAccepted(name: string): boolean {
  return !name.startsWith('.') && accepted.some((ending) => name.toLowerCase().endsWith(ending));
}

/** The files that were dropped: each by itself as it is, those of folders where they are of a kind that is read. */
export async function filesIn(items: Iterable<DropItem>, most: number): Promise<File[]> {
  const files: File[] = [];
  const look = async (item: DropItem, depth: number): Promise<void> => {
    if (files.length > most) return;
    if (item.kind === 'file') {
      if (depth === 0 || isAccepted(item.name)) files.push(await item.getFile());
    } else if (item.kind === 'directory' && depth < deepest)
      for await (const one of item.getEntries()) await look(one, depth + 1);
  };
  for (const item of items) await look(item, 0);
  return files;
}
