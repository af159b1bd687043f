import type { SungKeys, SungSearch, UseList, UseSearch } from '@intervallum/contract';
import { z } from 'zod';
import type { Database } from '../../db/database.ts';
import { inScope, type Scope } from '../../db/scope.ts';
import { readCursor, writeCursor } from '../../http/cursor.ts';
import type { ChartReader } from '../../jobs/charts.ts';
import { listSungKeys, listUses } from './store.ts';

export type UseService = ReturnType<typeof useService>;

const usePlace = z.tuple([z.iso.date(), z.uuid(), z.string().regex(/^\d{1,6}$/)]);

/** So many keys are remembered of the songs of a set. */
const mostKeys = 600;

/** What was sung when: for licences, and for the key that a singer had the last time. */
export function useService(database: Database, charts: ChartReader) {
  async function list(scope: Scope, { from, to, after, limit }: UseSearch): Promise<UseList> {
    const of = `uses ${from ?? ''} ${to ?? ''}`;
    const place = readCursor(of, usePlace, after);
    const rows = await inScope(database, scope, (db) =>
      listUses(scope, db, { from: from ?? null, to: to ?? null, after: place, most: limit + 1 }),
    );
    const page = rows.slice(0, limit);
    // A song that is sung every week is read once.
    const credits = new Map(
      await Promise.all(
        [...new Map(page.map(({ songId, text }) => [songId, text]))].map(
          async ([songId, text]) => [songId, (await charts.read(text)).credits] as const,
        ),
      ),
    );
    const last = rows.length > limit ? page.at(-1) : undefined;
    return {
      uses: page.map(({ text: _, place: _place, ...use }) => ({
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

  return { list, sungKeys };
}
