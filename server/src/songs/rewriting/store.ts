import { chartRules } from '@intervallum/core';
import { and, desc, eq, lt, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { songRevisions, songs } from '../../db/schema.ts';
import { scopeOf } from '../../db/scope.ts';
import type { ChartReader } from '../../jobs/charts.ts';
import { repairReading, updateText } from '../store.ts';

/** Those whose text may sound otherwise by the rules of today, or all of earlier ones. */
type Which = 'may change' | 'all';

type Texts = typeof songs | typeof songRevisions;

/** So many rows are rewritten in one transaction. */
const atOnce = 50;

/**
 * Finds the texts of every team that were written by earlier rules of chart text, deleted songs and what songs were
 * included, and rewrites those that would sound otherwise by the rules of today. A song that is rewritten has one revision
 * more, so that whoever has it open or kept sees it. Done as the owner of the tables.
 * @param which those that may sound otherwise, which is done before anybody is served; or all, of which lists and searches
 * are told what they look for anew: thousands take their time
 * @returns how many songs were rewritten
 */
export async function rewriteCharts(
  owner: Database,
  charts: ChartReader,
  which: Which,
): Promise<number> {
  // Another server may be at the same rows: one is done when none is left, whoever did them.
  while (await isLeft(owner, songRevisions, which)) await rewriteHistory(owner, charts, which);
  let rewritten = 0;
  while (await isLeft(owner, songs, which)) rewritten += await rewriteSongs(owner, charts, which);
  return rewritten;
}

/** Texts without a word of endings, and without numbers in key, mean what they meant. */
function ofEarlierRules(table: Texts, which: Which) {
  const may = which === 'all' ? undefined : sql`${table.text} ~* '(ending|numbers)\\s*:'`;
  return and(lt(table.rules, chartRules), may);
}

async function isLeft(owner: Database, table: Texts, which: Which): Promise<boolean> {
  return (await owner.$count(table, ofEarlierRules(table, which))) > 0;
}

function rewriteHistory(owner: Database, charts: ChartReader, which: Which): Promise<void> {
  return owner.transaction(async (db) => {
    const rows = await db
      .select()
      .from(songRevisions)
      .where(ofEarlierRules(songRevisions, which))
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
  });
}

function rewriteSongs(owner: Database, charts: ChartReader, which: Which): Promise<number> {
  return owner.transaction(async (db) => {
    const rows = await db
      .select()
      .from(songs)
      .where(ofEarlierRules(songs, which))
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
    return rewritten;
  });
}
