import type { NewSong } from '@intervallum/contract';
import { v5 as uuidv5 } from 'uuid';
import { uuidv7 } from 'uuidv7';
import { api } from '../../queries/resources.ts';
import type { Understood } from '../../workers/readSource.ts';
import { t } from '../../words/words.ts';

/** How keeping what was read ended: which songs are kept now, and how many of them were there before. */
export type Kept =
  | { readonly ok: true; readonly ids: readonly string[]; readonly before: number }
  | { readonly ok: false; readonly why: string };

/** One request for each song of it. Made once, it can be sent again: what is there already is not made a second time. */
export function requestsFor(
  understood: Understood,
): readonly (NewSong & { readonly id: string })[] {
  switch (understood.kind) {
    case 'none':
      return [];
    case 'song':
      return [{ id: uuidv7(), text: understood.chart, part: understood.decisions }];
    case 'list': {
      const seen = new Map<string, number>();
      return understood.charts.map((text) => {
        const before = seen.get(text) ?? 0;
        seen.set(text, before + 1);
        return { id: idOfListed(text, before), text };
      });
    }
  }
}

/** Sends the requests one after the other. */
export async function keepSongs(
  requests: ReturnType<typeof requestsFor>,
  server: Pick<typeof api, 'makeSong' | 'restoreSong'> = api,
): Promise<Kept> {
  let before = 0;
  for (const [made, request] of requests.entries()) {
    const answer = await server.makeSong(request);
    if (answer.kind === 'refused' && answer.isTaken) {
      // It was worked on since, or deleted: then it is put back.
      await server.restoreSong(request.id);
      before += 1;
    } else if (answer.kind !== 'ok') {
      const why = answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message;
      const so =
        made > 0
          ? ` ${t('{{made}} of {{all}} songs were kept before; bring the list again to keep the others.', { made, all: requests.length })}`
          : '';
      return { ok: false, why: `${why}${so}` };
    }
  }
  return { ok: true, ids: requests.map(({ id }) => id), before };
}

/**
 * The id of a song of a list: the same whenever the same line is brought, so that a list brought again after a failure
 * doubles nothing (RFC 9562, 5.5: from a name in a namespace).
 */
function idOfListed(text: string, before: number): string {
  return uuidv5(`${before} ${text}`, 'f2a5c1de-6a0e-4c5e-9d3b-0f2c7f0b8e11');
}
