import { newSend, shareTarget } from '@intervallum/contract';
import { route } from '../http/route.ts';
import { checked, idInPath } from '../http/validate.ts';
import type { SendService } from './service.ts';

/** What was sent to the band. */
export function sendRoutes(sends: SendService) {
  return [
    route('GET', '/api/sends', 'share', async (request, response, scope) => {
      const target = checked(shareTarget, request.query);
      response.json({ sends: await sends.list(scope, target) });
    }),
    route('POST', '/api/sends', 'share', async (request, response, scope) => {
      const { note, ...target } = checked(newSend, request.body);
      response.status(201).json(await sends.freeze(scope, target, note));
    }),
    route('GET', '/api/sends/:id', 'read', async (request, response, scope) => {
      response.json(await sends.find(scope, idInPath(request)));
    }),
  ];
}
