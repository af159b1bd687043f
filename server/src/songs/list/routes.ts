import { askedTexts, askedTitles, songMarks, songSearch } from '@intervallum/contract';
import { route } from '../../http/route.ts';
import { checked, idInPath } from '../../http/validate.ts';
import type { SongListService } from './service.ts';

/** The team's songs as lists. They stand before the routes of single songs. */
export function songListRoutes(lists: SongListService) {
  return [
    route('GET', '/api/songs', 'read', async (request, response, scope) => {
      response.json(await lists.list(scope, checked(songSearch, request.query)));
    }),
    route('GET', '/api/songs/choices', 'read', async (_request, response, scope) => {
      response.json(await lists.choices(scope));
    }),
    route('POST', '/api/songs/titled', 'read', async (request, response, scope) => {
      response.json(await lists.titled(scope, checked(askedTitles, request.body)));
    }),
    route('POST', '/api/songs/texts', 'read', async (request, response, scope) => {
      response.json(await lists.texts(scope, checked(askedTexts, request.body)));
    }),
    route('POST', '/api/songs/marks', 'write', async (request, response, scope) => {
      await lists.mark(scope, checked(songMarks, request.body));
      response.status(204).end();
    }),
    route('GET', '/api/songs/:id/sets', 'read', async (request, response, scope) => {
      response.json(await lists.setsWith(scope, idInPath(request)));
    }),
  ];
}
