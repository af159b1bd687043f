import { commonPart, historySearch, newSong, songDraft, versionName } from '@intervallum/contract';
import { route } from '../http/route.ts';
import {
  checked,
  etag,
  expectedRevision,
  idInPath,
  revisionInPath,
  screenOf,
} from '../http/validate.ts';
import type { SongService } from './service.ts';

export function songRoutes(songs: SongService) {
  return [
    route('POST', '/api/songs', 'write', async (request, response, scope) => {
      const { song, isNew } = await songs.create(
        scope,
        checked(newSong, request.body),
        screenOf(request),
      );
      response
        .status(isNew ? 201 : 200)
        .location(`/api/songs/${song.id}`)
        .set('ETag', etag(song.revision))
        .json(song);
    }),
    route('GET', '/api/songs/:id', 'read', async (request, response, scope) => {
      const song = await songs.find(scope, idInPath(request));
      // No tag of its revision: what is answered has more in it than that counts, and a browser would keep what is out of date.
      response.json(song);
    }),
    route('PUT', '/api/songs/:id', 'write', async (request, response, scope) => {
      const id = idInPath(request);
      const draft = checked(songDraft, request.body);
      const song = await songs.save(scope, id, expectedRevision(request), draft, screenOf(request));
      response.set('ETag', etag(song.revision)).json(song);
    }),
    route('GET', '/api/songs/:id/parts', 'read', async (request, response, scope) => {
      response.json({ parts: await songs.players(scope, idInPath(request)) });
    }),
    route('PUT', '/api/songs/:id/parts/common', 'write', async (request, response, scope) => {
      const { decisions } = checked(commonPart, request.body);
      await songs.setCommon(scope, idInPath(request), decisions);
      response.status(204).end();
    }),
    route('GET', '/api/songs/:id/versions', 'read', async (request, response, scope) => {
      const page = checked(historySearch, request.query);
      response.json(await songs.versions(scope, idInPath(request), page));
    }),
    route('GET', '/api/songs/:id/versions/:revision', 'read', async (request, response, scope) => {
      response.json(await songs.version(scope, idInPath(request), revisionInPath(request)));
    }),
    route(
      'PUT',
      '/api/songs/:id/versions/:revision/name',
      'write',
      async (request, response, scope) => {
        const { name } = checked(versionName, request.body);
        await songs.nameVersion(scope, idInPath(request), {
          revision: revisionInPath(request),
          name,
        });
        response.status(204).end();
      },
    ),
    route('DELETE', '/api/songs/:id', 'plan', async (request, response, scope) => {
      await songs.setDeleted(scope, idInPath(request), true);
      response.status(204).end();
    }),
    route('POST', '/api/songs/:id/restore', 'plan', async (request, response, scope) => {
      const id = idInPath(request);
      await songs.setDeleted(scope, id, false);
      response.json(await songs.find(scope, id));
    }),
  ];
}
