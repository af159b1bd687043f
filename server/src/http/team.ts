import type { RequestHandler, Response } from 'express';
import { asc } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { teams } from '../db/schema.ts';
import { Refusal } from './problem.ts';

/**
 * Says which team a request works for. Until there are accounts this is the one team of the installation;
 * every query asks for it, so that accounts only have to answer this question in another way.
 */
export function teamOfRequest(database: Database): RequestHandler {
  return async (_request, response, next) => {
    const [team] = await database
      .select({ id: teams.id })
      .from(teams)
      .orderBy(asc(teams.createdAt))
      .limit(1);
    if (!team) throw new Refusal('internal', 'This installation has no team yet.');
    response.locals['teamId'] = team.id;
    next();
  };
}

export function teamId(response: Response): string {
  return response.locals['teamId'] as string;
}
