import { isSong, mostTexts } from '@intervallum/contract';
import { printRun, type Run } from '@intervallum/core';
import { useEffect, useRef, useState } from 'react';
import { answered } from '../../../queries/queries.ts';
import { api } from '../../../queries/resources.ts';
import { openPlacesThread } from '../../../workers/placesThread.ts';
import type { FoundInSong, SongToLookIn } from '../../../workers/placesSearcher.ts';
import { t } from '../../../words/words.ts';

type Asked = Omit<SongToLookIn, 'text'>;

/** How far it has been looked: nothing asked yet, on the way, stopped, to the end, or not to be had. */
export interface OtherSongsFound {
  readonly state: 'nothing' | 'looking' | 'stopped' | 'done' | 'failed';
  readonly looked: number;
  readonly all: number;
  readonly found: readonly FoundInSong[];
  /** Why it failed, in a sentence. */
  readonly why: string | null;
}

const nothing: OtherSongsFound = { state: 'nothing', looked: 0, all: 0, found: [], why: null };

/** All songs of the team, in the order of their titles. */
async function librarySongs(signal: AbortSignal): Promise<readonly Asked[]> {
  const songs: Asked[] = [];
  for (let after: string | null = null; ;) {
    const page: Awaited<ReturnType<typeof answeredSongs>> = await answeredSongs(after, signal);
    songs.push(...page.songs.map(({ id, summary }) => ({ id, title: summary.title, key: null })));
    after = page.next;
    if (after === null) return songs;
  }
}

const answeredSongs = (after: string | null, signal: AbortSignal) =>
  answered(api.songs({}, { after, signal }));

/** The songs of a set, in the keys that they have there. */
async function songsOfSet(id: string): Promise<readonly Asked[]> {
  const { items } = await answered(api.set(id));
  return items
    .filter(isSong)
    .filter(({ removed }) => !removed)
    .map(({ songId, summary, key }) => ({ id: songId, title: summary.title, key }));
}

/** Looks for places of a run in other songs: those of a set, or, for null, all of them. It is told how far it is, and can be stopped. */
export function useOtherSongs(run: Run) {
  const [told, setTold] = useState<OtherSongsFound>(nothing);
  const under = useRef<AbortController | null>(null);
  useEffect(() => () => under.current?.abort(), []);

  async function look(setId: string | null): Promise<void> {
    under.current?.abort();
    const own = new AbortController();
    under.current = own;
    const tell = (change: Partial<OtherSongsFound>) => {
      if (under.current === own) setTold((now) => ({ ...now, ...change }));
    };
    setTold({ ...nothing, state: 'looking' });
    const { remote, end } = openPlacesThread();
    own.signal.addEventListener('abort', end);
    try {
      const songs = setId === null ? await librarySongs(own.signal) : await songsOfSet(setId);
      const written = printRun(run);
      const found: FoundInSong[] = [];
      for (let from = 0; from < songs.length; from += mostTexts) {
        if (own.signal.aborted) return;
        tell({ looked: from, all: songs.length, found: [...found] });
        const asked = songs.slice(from, from + mostTexts);
        const ids = [...new Set(asked.map(({ id }) => id))];
        const { songs: read } = await answered(api.songTexts(ids, own.signal));
        const texts = new Map(read.map(({ id, text }) => [id, text]));
        found.push(
          ...(await remote.places(
            written,
            asked.flatMap((song) => {
              const text = texts.get(song.id);
              return text === undefined ? [] : [{ ...song, text }];
            }),
          )),
        );
      }
      tell({ state: 'done', looked: songs.length, all: songs.length, found });
    } catch (error) {
      if (own.signal.aborted) return;
      console.error('Other songs could not be looked through.', error);
      const why = error instanceof Error ? error.message : t('The songs could not be fetched.');
      tell({ state: 'failed', why });
    } finally {
      end();
    }
  }

  function stop(): void {
    under.current?.abort();
    setTold((now) => ({ ...now, state: 'stopped' }));
  }

  return { told, look, stop } as const;
}
