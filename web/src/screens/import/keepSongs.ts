import type { NewSong, SongDraft } from '@intervallum/contract';
import { v5 as uuidv5 } from 'uuid';
import { uuidv7 } from 'uuidv7';
import { api } from '../../queries/resources.ts';
import type { Understood } from '../../workers/readSource.ts';
import { t } from '../../words/words.ts';
import type { Fate } from './brought.ts';
import type { KnownSong } from './useKnown.ts';

/** What the server is asked for a song: to make it, or to save it over another one, whose text stays in its history. */
export type KeepRequest =
  | ({ readonly kind: 'new'; readonly id: string } & NewSong)
  | {
      readonly kind: 'version';
      readonly id: string;
      readonly revision: number;
      readonly draft: SongDraft;
    };

/** How keeping what was read ended: which songs are kept now, and how many of them were there before. */
export type Kept =
  | { readonly ok: true; readonly ids: readonly string[]; readonly before: number }
  | { readonly ok: false; readonly why: string; readonly made: number };

/**
 * One request for each song of it. Made once, it can be sent again: what is there already is not made a second time.
 * @param id of the song, where it is one
 */
export function requestsFor(
  understood: Understood,
  id: string = uuidv7(),
  fate: Fate = { kind: 'new' },
  known: readonly KnownSong[] = [],
): readonly KeepRequest[] {
  if (fate.kind === 'left out') return [];
  switch (understood.kind) {
    case 'none':
      return [];
    case 'song': {
      const { chart: text, decisions, format } = understood;
      const over = fate.kind === 'version' ? known.find((song) => song.id === fate.of) : undefined;
      if (!over) return [{ kind: 'new', id, text, part: decisions }];
      // What was decided of the song is carried into its new text, unless the file says something of its own.
      const part =
        format === 'song file' ? { part: decisions, partRevision: over.partRevision } : {};
      return [{ kind: 'version', id: over.id, revision: over.revision, draft: { text, ...part } }];
    }
    case 'list': {
      const seen = new Map<string, number>();
      return understood.charts.map((text) => {
        const before = seen.get(text) ?? 0;
        seen.set(text, before + 1);
        return { kind: 'new', id: idOfListed(text, before), text };
      });
    }
  }
}

type Server = Pick<typeof api, 'makeSong' | 'restoreSong' | 'saveSong'>;

/**
 * Sends the requests one after the other.
 * @param onKept how many are kept; false ends it there
 */
export async function keepSongs(
  requests: readonly KeepRequest[],
  server: Server = api,
  onKept: (kept: number) => boolean = () => true,
): Promise<Kept> {
  let before = 0;
  for (const [made, request] of requests.entries()) {
    if (!onKept(made))
      return { ok: false, why: t('It was stopped.') + soFar(made, requests), made };
    const sent = await (request.kind === 'new' ? make(request, server) : save(request, server));
    if (sent === 'was there') before += 1;
    else if (sent !== 'kept') return { ok: false, why: sent.why + soFar(made, requests), made };
  }
  return { ok: true, ids: requests.map(({ id }) => id), before };
}

type Sent = 'kept' | 'was there' | { readonly why: string };

async function make(
  { kind: _, ...request }: Extract<KeepRequest, { kind: 'new' }>,
  server: Server,
): Promise<Sent> {
  const answer = await server.makeSong(request);
  if (answer.kind === 'ok') return 'kept';
  if (answer.kind === 'refused' && answer.isTaken) {
    // It was worked on since, or deleted: then it is put back.
    await server.restoreSong(request.id);
    return 'was there';
  }
  return { why: answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message };
}

async function save(
  { id, revision, draft }: Extract<KeepRequest, { kind: 'version' }>,
  server: Server,
): Promise<Sent> {
  const answer = await server.saveSong(id, draft, revision);
  if (answer.kind === 'ok') return 'kept';
  if (answer.kind !== 'stale') return { why: answer.message };
  // Sent once more, it is there already.
  const current = answer.current as { readonly text?: unknown } | null;
  return current?.text === draft.text ? 'was there' : { why: t('It changed meanwhile.') };
}

function soFar(made: number, requests: readonly KeepRequest[]): string {
  if (made === 0) return '';
  return ` ${t('{{made}} of {{all}} songs were kept before; bring the list again to keep the others.', { made, all: requests.length })}`;
}

/**
 * The id of a song of a list: the same whenever the same line is brought, so that a list brought again after a failure
 * doubles nothing (RFC 9562, 5.5: from a name in a namespace).
 */
function idOfListed(text: string, before: number): string {
  return uuidv5(`${before} ${text}`, 'f2a5c1de-6a0e-4c5e-9d3b-0f2c7f0b8e11');
}
