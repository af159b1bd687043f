import { historySearch, newSet, setDraft, setSearch, versionName } from '@intervallum/contract';
import { route } from '../http/route.ts';
import {
  checked,
  etag,
  expectedRevision,
  idInPath,
  revisionInPath,
  screenOf,
} from '../http/validate.ts';
import type { SetService } from './service.ts';

export function setRoutes(sets: SetService) {
  return [
    route('GET', '/api/sets', 'read', async (request, response, scope) => {
      response.json(await sets.list(scope, checked(setSearch, request.query)));
    }),
    route('POST', '/api/sets', 'plan', async (request, response, scope) => {
      const { set, isNew } = await sets.create(
        scope,
        checked(newSet, request.body),
        screenOf(request),
      );
      response
        .status(isNew ? 201 : 200)
        .location(`/api/sets/${set.id}`)
        .set('ETag', etag(set.revision))
        .json(set);
    }),
    route('GET', '/api/sets/:id', 'read', async (request, response, scope) => {
      const set = await sets.find(scope, idInPath(request));
      // No tag of its revision: what is answered has more in it than that counts, and a browser would keep what is out of date.
      response.json(set);
    }),
    route('PUT', '/api/sets/:id', 'plan', async (request, response, scope) => {
      const id = idInPath(request);
      const draft = checked(setDraft, request.body);
      const set = await sets.save(scope, id, expectedRevision(request), draft, screenOf(request));
      response.set('ETag', etag(set.revision)).json(set);
    }),
    route('GET', '/api/sets/:id/versions', 'read', async (request, response, scope) => {
      const page = checked(historySearch, request.query);
      response.json(await sets.versions(scope, idInPath(request), page));
    }),
    route('GET', '/api/sets/:id/versions/:revision', 'read', async (request, response, scope) => {
      response.json(await sets.version(scope, idInPath(request), revisionInPath(request)));
    }),
    route(
      'PUT',
      '/api/sets/:id/versions/:revision/name',
      'plan',
      async (request, response, scope) => {
        const { name } = checked(versionName, request.body);
        await sets.nameVersion(scope, idInPath(request), {
          revision: revisionInPath(request),
          name,
        });
        response.status(204).end();
      },
    ),
    route('DELETE', '/api/sets/:id', 'plan', async (request, response, scope) => {
      await sets.setDeleted(scope, idInPath(request), true);
      response.status(204).end();
    }),
    route('POST', '/api/sets/:id/restore', 'plan', async (request, response, scope) => {
      const id = idInPath(request);
      await sets.setDeleted(scope, id, false);
      response.json(await sets.find(scope, id));
    }),
  ];
}
