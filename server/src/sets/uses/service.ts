import type { SongLengths, SungKeys, SungSearch, UseList, UseSearch } from '@intervallum/contract';
import { z } from 'zod';
import type { Database } from '../../db/database.ts';
import { inScope, type Scope } from '../../db/scope.ts';
import { readCursor, writeCursor } from '../../http/cursor.ts';
import type { ChartReader } from '../../jobs/charts.ts';
import { textsOf } from '../../songs/store.ts';
import { listLengths, listSungKeys, listUses } from './store.ts';

export type UseService = ReturnType<typeof useService>;

const usePlace = z.tuple([z.iso.date(), z.uuid(), z.string().regex(/^\d{1,6}$/)]);

/** So many keys are remembered of the songs of a set. */
const mostKeys = 600;

/** What was sung when: for licences, and for the key that a singer had the last time. */
export function useService(database: Database, charts: ChartReader) {
  async function list(scope: Scope, { from, to, after, limit }: UseSearch): Promise<UseList> {
    const of = `uses ${from ?? ''} ${to ?? ''}`;
    const place = readCursor(of, usePlace, after);
    const { rows, page, texts } = await inScope(database, scope, async (db) => {
      const asked = { from: from ?? null, to: to ?? null, after: place, most: limit + 1 };
      const rows = await listUses(scope, db, asked);
      const page = rows.slice(0, limit);
      // A song that is sung every week is fetched and read once.
      const texts = await textsOf(scope, db, [...new Set(page.map(({ songId }) => songId))]);
      return { rows, page, texts };
    });
    const credits = new Map(
      await Promise.all(
        texts.map(async ({ id, text }) => [id, (await charts.read(text)).credits] as const),
      ),
    );
    const last = rows.length > limit ? page.at(-1) : undefined;
    return {
      uses: page.map(({ place: _, ...use }) => ({
        ...use,
        ...credits.get(use.songId)!,
      })),
      next: last ? writeCursor(of, last.place) : null,
    };
  }

  async function sungKeys(scope: Scope, { songs, except, until }: SungSearch): Promise<SungKeys> {
    return inScope(database, scope, async (db) => ({
      keys: await listSungKeys(scope, db, {
        songIds: songs,
        except: except ?? null,
        until: until ?? null,
        most: mostKeys,
      }),
    }));
  }

  const lengths = (scope: Scope, songIds: readonly string[]): Promise<SongLengths> =>
    inScope(database, scope, async (db) => ({ lengths: await listLengths(scope, db, songIds) }));

  return { list, sungKeys, lengths };
}
