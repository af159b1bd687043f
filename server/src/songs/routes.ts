import { songDraft, songSearch } from '@intervallum/contract';
import { Router } from 'express';
import type { Database } from '../db/database.ts';
import { Refusal } from '../http/problem.ts';
import { teamId } from '../http/team.ts';
import { checked, etag, expectedRevision, idInPath } from '../http/validate.ts';
import { findSong, insertSong, listSongs, saveSong, setSongDeleted } from './queries.ts';

const noSuchSong = () => new Refusal('not-found', 'There is no song at this address.');

export function songRoutes(db: Database): Router {
  const routes = Router();

  routes.get('/', async (request, response) => {
    const { search } = checked(songSearch, request.query);
    response.json(await listSongs(db, teamId(response), search));
  });

  routes.post('/', async (request, response) => {
    const draft = checked(songDraft, request.body);
    const song = await insertSong(db, teamId(response), draft);
    response
      .status(201)
      .location(`/api/songs/${song.id}`)
      .set('ETag', etag(song.revision))
      .json(song);
  });

  routes.get('/:id', async (request, response) => {
    const song = await findSong(db, teamId(response), idInPath(request));
    if (!song) throw noSuchSong();
    response.set('ETag', etag(song.revision)).json(song);
  });

  routes.put('/:id', async (request, response) => {
    const id = idInPath(request);
    const expected = expectedRevision(request);
    const draft = checked(songDraft, request.body);
    const saved = await saveSong(db, teamId(response), id, expected, draft);
    if (saved) {
      response.set('ETag', etag(saved.revision)).json(saved);
      return;
    }
    const current = await findSong(db, teamId(response), id);
    if (!current) throw noSuchSong();
    throw new Refusal('stale', 'The song was saved from somewhere else since you opened it.', {
      current,
    });
  });

  routes.delete('/:id', async (request, response) => {
    if (!(await setSongDeleted(db, teamId(response), idInPath(request), true))) throw noSuchSong();
    response.status(204).end();
  });

  routes.post('/:id/restore', async (request, response) => {
    const id = idInPath(request);
    if (!(await setSongDeleted(db, teamId(response), id, false))) throw noSuchSong();
    response.json(await findSong(db, teamId(response), id));
  });

  return routes;
}
