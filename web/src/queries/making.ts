import { uuidv7 } from 'uuidv7';
import type { Answer } from './client.ts';

/**
 * Makes things under ids of this side's own. What is asked for again after an answer that was lost is the same request
 * once more: the server makes no second thing of it.
 * @param make sends the request
 */
export function createMaker<Draft extends object, Made>(
  make: (request: Draft & { readonly id: string }) => Promise<Answer<Made>>,
): (draft: () => Draft) => Promise<Answer<Made>> {
  let unanswered: (Draft & { readonly id: string }) | null = null;
  return async (draft) => {
    const request = unanswered ?? { ...draft(), id: uuidv7() };
    unanswered = request;
    const answer = await make(request);
    if (answer.kind !== 'unreachable') unanswered = null;
    return answer;
  };
}
