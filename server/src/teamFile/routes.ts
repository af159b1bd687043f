import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { teamFileAsked, teamFileLimits } from '@intervallum/contract';
import { create as disposition } from 'content-disposition';
import type { Database } from '../db/database.ts';
import { untilItBreaksOff } from '../http/arriving.ts';
import { Refusal } from '../http/problem.ts';
import { fileRoute, route, type Route } from '../http/route.ts';
import { checked } from '../http/validate.ts';
import type { ChartReader } from '../jobs/charts.ts';
import { teamBringing } from './bringing/bringing.ts';
import { teamSaving } from './saving/saving.ts';
import { withSpool } from './spool.ts';

/** So many whole teams are brought in at the same time by this process: each takes room on its disk. */
const atOnce = 2;

/** The whole of a team as a file, and a file brought in: for owners. */
export function teamFileRoutes(database: Database, charts: ChartReader): readonly Route[] {
  const saving = teamSaving(database);
  const bringing = teamBringing(database, charts);
  let underWay = 0;
  return [
    route('GET', '/api/team/file', 'govern', async (request, response, scope) => {
      const { files } = checked(teamFileAsked, request.query);
      await withSpool(async (spool) => {
        const all = await saving.collect(scope, spool);
        const collected = files === 'yes' ? all : { ...all, files: [] };
        const day = new Date().toISOString().slice(0, 10);
        response.set({
          'Content-Type': 'application/json; charset=utf-8',
          'Content-Disposition': disposition(`${all.name} ${day}.team.json`),
          'Cache-Control': 'no-store',
        });
        try {
          const text = saving.text(scope, spool, collected);
          await pipeline(Readable.from(text, { objectMode: false }), response);
        } catch (error) {
          // Who saves it may stop in the middle of it.
          if (!response.closed) throw error;
        }
      });
    }),
    fileRoute('POST', '/api/team/file', 'govern', async (request, response, scope) => {
      if (underWay >= atOnce)
        throw new Refusal(
          'too-often',
          'Other teams are being brought in just now. Try again in a minute.',
          {},
          60,
        );
      underWay += 1;
      let isGone = false;
      response.on('close', () => (isGone = !response.writableFinished));
      try {
        const outcome = await withSpool(async (spool) => {
          await bringing.check(upTo(teamFileLimits.bytes, untilItBreaksOff(request)), spool);
          return bringing.bring(scope, spool, () => isGone);
        });
        response.json(outcome);
      } finally {
        underWay -= 1;
        // What was refused comes to its end all the same: many who send listen only then.
        request.resume();
      }
    }),
  ];
}

/** What streams in, as long as it is no larger than it may be. */
async function* upTo(most: number, stream: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let bytes = 0;
  for await (const chunk of stream) {
    bytes += chunk.length;
    if (bytes > most)
      throw new Refusal(
        'too-large',
        `The file of a team may have ${most / 1_000_000} MB. Save the team without its files.`,
      );
    yield chunk;
  }
}
