import { setDraft, type SetDraft } from '@intervallum/contract';
import { Router } from 'express';
import type { Database } from '../db/database.ts';
import { Refusal } from '../http/problem.ts';
import { teamId } from '../http/team.ts';
import { checked, etag, expectedRevision, idInPath } from '../http/validate.ts';
import { findSet, insertSet, knownSongs, listSets, saveSet, setSetDeleted } from './queries.ts';

const noSuchSet = () => new Refusal('not-found', 'There is no set at this address.');

export function setRoutes(db: Database): Router {
  const routes = Router();

  async function draftOf(body: unknown, team: string): Promise<SetDraft> {
    const draft = checked(setDraft, body);
    const known = await knownSongs(
      db,
      team,
      draft.items.map(({ songId }) => songId),
    );
    const stranger = draft.items.findIndex(({ songId }) => !known.includes(songId));
    if (stranger < 0) return draft;
    const message = `Song ${stranger + 1} of the set is not among your songs.`;
    throw new Refusal('invalid', message, {
      errors: [{ field: `items.${stranger}.songId`, message }],
    });
  }

  routes.get('/', async (_request, response) => {
    response.json({ sets: await listSets(db, teamId(response)) });
  });

  routes.post('/', async (request, response) => {
    const team = teamId(response);
    const set = await insertSet(db, team, await draftOf(request.body, team));
    response.status(201).location(`/api/sets/${set.id}`).set('ETag', etag(set.revision)).json(set);
  });

  routes.get('/:id', async (request, response) => {
    const set = await findSet(db, teamId(response), idInPath(request));
    if (!set) throw noSuchSet();
    response.set('ETag', etag(set.revision)).json(set);
  });

  routes.put('/:id', async (request, response) => {
    const id = idInPath(request);
    const team = teamId(response);
    const expected = expectedRevision(request);
    const saved = await saveSet(db, team, id, expected, await draftOf(request.body, team));
    if (saved) {
      response.set('ETag', etag(saved.revision)).json(saved);
      return;
    }
    const current = await findSet(db, team, id);
    if (!current) throw noSuchSet();
    throw new Refusal('stale', 'The set was saved from somewhere else since you opened it.', {
      current,
    });
  });

  routes.delete('/:id', async (request, response) => {
    if (!(await setSetDeleted(db, teamId(response), idInPath(request), true))) throw noSuchSet();
    response.status(204).end();
  });

  routes.post('/:id/restore', async (request, response) => {
    const id = idInPath(request);
    if (!(await setSetDeleted(db, teamId(response), id, false))) throw noSuchSet();
    response.json(await findSet(db, teamId(response), id));
  });

  return routes;
}
