import type { Request } from 'express';
import { Refusal } from './problem.ts';

/** What of a request arrives. It is left as it is where nobody reads on, so that it can be answered. */
export async function* untilItBreaksOff(request: Request): AsyncGenerator<Buffer> {
  try {
    for await (const chunk of request.iterator({ destroyOnReturn: false })) yield chunk as Buffer;
  } catch (error) {
    if (request.errored ?? request.destroyed)
      throw new Refusal('malformed', 'The request broke off before it had arrived.');
    throw error;
  }
}
