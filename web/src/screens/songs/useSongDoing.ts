import type { SongList, SongListItem, SongMarks, SongSets } from '@intervallum/contract';
import { useQueryClient, type InfiniteData } from '@tanstack/react-query';
import { useMemo } from 'react';
import { uuidv7 } from 'uuidv7';
import { choicesQuery, songsKey } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { today } from '../../ui/dates.ts';
import { notify } from '../../ui/notices.tsx';
import { titleOf } from './SongRow.tsx';
import { t } from '../../words/words.ts';

/** A song that sets of days to come need. */
export interface Needed {
  readonly title: string;
  readonly sets: SongSets['sets'];
}

/** What is done with songs of the list. Lists on the page follow at once; what failed is said and taken back. */
export interface SongDoing {
  readonly favourite: (songs: readonly SongListItem[], isFavourite: boolean) => Promise<void>;
  readonly tag: (songs: readonly SongListItem[], tag: string, isGiven: boolean) => Promise<void>;
  readonly duplicate: (song: SongListItem) => Promise<void>;
  readonly remove: (songs: readonly SongListItem[]) => Promise<void>;
  /** Which of the songs sets of today and later need, or of no day; null where that cannot be known now. */
  readonly neededBy: (songs: readonly SongListItem[]) => Promise<readonly Needed[] | null>;
}

const named = (songs: readonly SongListItem[]) =>
  songs.length === 1 ? `“${titleOf(songs[0]!)}”` : t('{{count}} songs', { count: songs.length });

export function useSongDoing(): SongDoing {
  const client = useQueryClient();
  return useMemo(() => {
    const reload = () => void client.invalidateQueries({ queryKey: songsKey });
    /** Changes songs in every list that is on the page; null takes one out. */
    const patch = (
      songs: readonly SongListItem[],
      change: (song: SongListItem) => SongListItem | null,
    ) => {
      const ids = new Set(songs.map(({ id }) => id));
      client.setQueriesData<InfiniteData<SongList>>(
        { queryKey: [...songsKey, 'list'] },
        (lists) => lists && { ...lists, pages: patchPages(lists.pages, ids, change) },
      );
    };
    const mark = async (marks: SongMarks): Promise<boolean> => {
      const answer = await api.markSongs(marks);
      if (answer.kind === 'ok') return true;
      const why = answer.kind === 'refused' ? answer.message : t('Try again in a moment.');
      notify(t('That could not be done. {{why}}', { why }));
      reload();
      return false;
    };
    const idsOf = (songs: readonly SongListItem[]) => songs.map(({ id }) => id);

    return {
      favourite: async (songs, favourite) => {
        patch(songs, (song) => ({ ...song, favourite }));
        if (!(await mark({ ids: idsOf(songs), favourite }))) return;
        if (songs.length > 1)
          notify(
            favourite
              ? t('{{songs}} at hand', { songs: named(songs) })
              : t('{{songs}} no longer at hand', { songs: named(songs) }),
          );
      },
      tag: async (songs, tag, isGiven) => {
        patch(songs, (song) => withTag(song, tag, isGiven));
        const done = await mark({
          ids: idsOf(songs),
          ...(isGiven ? { addTag: tag } : { removeTag: tag }),
        });
        if (done) void client.invalidateQueries(choicesQuery());
      },
      duplicate: async (song) => {
        const answer = await api.song(song.id);
        const { copiedChart } = await import('./copiedChart.ts');
        const made =
          answer.kind === 'ok'
            ? await api.makeSong({
                id: uuidv7(),
                text: copiedChart(answer.value.text),
                part: answer.value.part.decisions,
              })
            : null;
        if (made?.kind !== 'ok')
          return notify(t('The song could not be duplicated. Try again in a moment.'));
        reload();
        notify(t('{{songs}} duplicated', { songs: named([song]) }), () => {
          void api.deleteSong(made.value.id).then(reload);
        });
      },
      remove: async (songs) => {
        const removed: SongListItem[] = [];
        for (const song of songs)
          if ((await api.deleteSong(song.id)).kind === 'ok') removed.push(song);
        patch(removed, () => null);
        if (removed.length < songs.length)
          notify(
            t('{{songs}} could not be deleted. Try again in a moment.', {
              songs: named(songs.filter((song) => !removed.includes(song))),
            }),
          );
        if (removed.length === 0) return;
        notify(t('{{songs}} deleted', { songs: named(removed) }), () => {
          void Promise.all(removed.map(({ id }) => api.restoreSong(id))).then(reload);
        });
      },
      neededBy: async (songs) => {
        const needed: Needed[] = [];
        const now = today();
        for (const song of songs) {
          const answer = await api.setsOfSong(song.id);
          if (answer.kind !== 'ok') return null;
          const sets = answer.value.sets.filter(({ date }) => date === null || date >= now);
          if (sets.length > 0) needed.push({ title: titleOf(song), sets });
        }
        return needed;
      },
    };
  }, [client]);
}

/** A song with a tag given to it, or taken from it. */
export function withTag(song: SongListItem, tag: string, isGiven: boolean): SongListItem {
  const others = song.tags.filter((one) => one !== tag);
  return { ...song, tags: isGiven ? [...others, tag] : others };
}

function patchPages(
  pages: readonly SongList[],
  ids: ReadonlySet<string>,
  change: (song: SongListItem) => SongListItem | null,
): SongList[] {
  let gone = 0;
  const patched = pages.map((page) => {
    if (!page.songs.some(({ id }) => ids.has(id))) return page;
    const songs = page.songs.flatMap((song) => {
      if (!ids.has(song.id)) return [song];
      const changed = change(song);
      if (!changed) gone += 1;
      return changed ?? [];
    });
    return { ...page, songs };
  });
  return gone === 0 ? patched : patched.map((page) => ({ ...page, total: page.total - gone }));
}
