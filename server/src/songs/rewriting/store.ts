import { chartRules } from '@intervallum/core';
import { and, desc, eq, lt } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { songRevisions, songs } from '../../db/schema.ts';
import { scopeOf } from '../../db/scope.ts';
import type { ChartReader } from '../../jobs/charts.ts';
import { repairReading, updateText } from '../store.ts';

/** So many rows are rewritten in one transaction. */
const atOnce = 50;

/**
 * Finds the texts of every team that were written by earlier rules of chart text, deleted songs and what songs were
 * included, and rewrites those that would sound otherwise by the rules of today. A song that is rewritten has one revision
 * more, so that whoever has it open or kept sees it. Done as the owner of the tables, before anybody is served.
 * @returns how many songs were rewritten
 */
export async function rewriteCharts(owner: Database, charts: ChartReader): Promise<number> {
  await inBatches(() => rewriteHistory(owner, charts));
  let rewritten = 0;
  await inBatches(async () => {
    const batch = await rewriteSongs(owner, charts);
    rewritten += batch.rewritten;
    return batch.looked;
  });
  return rewritten;
}

async function inBatches(work: () => Promise<number>): Promise<void> {
  while ((await work()) === atOnce);
}

function rewriteHistory(owner: Database, charts: ChartReader): Promise<number> {
  return owner.transaction(async (db) => {
    const rows = await db
      .select()
      .from(songRevisions)
      .where(lt(songRevisions.rules, chartRules))
      .limit(atOnce)
      .for('update');
    for (const { teamId, songId, revision, text, rules } of rows)
      await db
        .update(songRevisions)
        .set({ text: await charts.rewrite(text, rules), rules: chartRules })
        .where(
          and(
            eq(songRevisions.teamId, teamId),
            eq(songRevisions.songId, songId),
            eq(songRevisions.revision, revision),
          ),
        );
    return rows.length;
  });
}

function rewriteSongs(
  owner: Database,
  charts: ChartReader,
): Promise<{ looked: number; rewritten: number }> {
  return owner.transaction(async (db) => {
    const rows = await db
      .select()
      .from(songs)
      .where(lt(songs.rules, chartRules))
      .limit(atOnce)
      .for('update');
    let rewritten = 0;
    for (const { teamId, id, text: before, rules } of rows) {
      const scope = scopeOf(teamId);
      const text = await charts.rewrite(before, rules);
      if (text === before) {
        // What lists and searches look for may be new as well.
        await repairReading(scope, db, id, await charts.read(text));
        await db
          .update(songs)
          .set({ rules: chartRules })
          .where(and(eq(songs.teamId, teamId), eq(songs.id, id)));
        continue;
      }
      rewritten += 1;
      const { revision } = await updateText(scope, db, {
        id,
        text,
        reading: await charts.read(text),
      });
      const [last] = await db
        .select()
        .from(songRevisions)
        .where(and(eq(songRevisions.teamId, teamId), eq(songRevisions.songId, id)))
        .orderBy(desc(songRevisions.revision))
        .limit(1);
      await db.insert(songRevisions).values({
        teamId,
        songId: id,
        revision,
        text,
        decisions: last?.decisions ?? null,
        personId: last?.personId ?? null,
      });
    }
    return { looked: rows.length, rewritten };
  });
}
