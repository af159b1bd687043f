import { mostTitles } from '@intervallum/contract';
import { useEffect, useState } from 'react';
import { api } from '../../queries/resources.ts';

/** A song of the library that has a title which is brought. */
export interface KnownSong {
  readonly id: string;
  readonly title: string;
  readonly savedAt: string;
  readonly revision: number;
  readonly partRevision: number;
  readonly text: string;
}

export interface Known {
  readonly of: (title: string) => readonly KnownSong[];
  /** Why it is not known which songs are there; null where it is. */
  readonly trouble: string | null;
}

/**
 * Finds the songs of the library that have these titles, once for each title.
 * @param isWhole false while more titles are to come: nothing is asked before, so that it is one question
 */
export function useKnown(titles: readonly string[], isWhole: boolean): Known {
  const asked = isWhole ? JSON.stringify(titles) : '[]';
  const [known, setKnown] = useState<ReadonlyMap<string, readonly KnownSong[]>>(new Map());
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    const wanted = [...new Set(JSON.parse(asked) as string[])].filter(
      (title) => title.trim() !== '' && !known.has(title),
    );
    if (wanted.length === 0) return;
    let current = true;
    void find(wanted.slice(0, mostTitles)).then((found) => {
      if (!current) return;
      setTrouble(typeof found === 'string' ? found : null);
      if (typeof found !== 'string') setKnown((before) => new Map([...before, ...found]));
    });
    return () => {
      current = false;
    };
  }, [asked, known]);
  return { of: (title) => known.get(title) ?? [], trouble };
}

async function find(titles: readonly string[]): Promise<Map<string, KnownSong[]> | string> {
  const answer = await api.songsTitled(titles);
  if (answer.kind !== 'ok') return 'message' in answer ? answer.message : '';
  const found = new Map<string, KnownSong[]>(titles.map((title) => [title, []]));
  for (const { asked, id, title, savedAt } of answer.value.songs) {
    const song = await api.song(id);
    // It was deleted meanwhile.
    if (song.kind !== 'ok') continue;
    const { revision, text, part } = song.value;
    found.get(asked)?.push({ id, title, savedAt, revision, text, partRevision: part.revision });
  }
  return found;
}
