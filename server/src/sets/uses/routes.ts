import { lengthSearch, sungSearch, useSearch } from '@intervallum/contract';
import { route } from '../../http/route.ts';
import { checked } from '../../http/validate.ts';
import type { UseService } from './service.ts';

/** What the team sang. */
export function useRoutes(uses: UseService) {
  return [
    route('GET', '/api/uses', 'read', async (request, response, scope) => {
      response.json(await uses.list(scope, checked(useSearch, request.query)));
    }),
    route('GET', '/api/uses/keys', 'read', async (request, response, scope) => {
      response.json(await uses.sungKeys(scope, checked(sungSearch, request.query)));
    }),
    route('GET', '/api/uses/lengths', 'read', async (request, response, scope) => {
      const { songs } = checked(lengthSearch, request.query);
      response.json(await uses.lengths(scope, songs));
    }),
  ];
}
