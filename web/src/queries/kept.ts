import {
  moveList,
  runList,
  setList,
  sharedPage,
  song,
  songList,
  songSet,
  type Song,
  type SongSet,
} from '@intervallum/contract';
import type { z } from 'zod';
import { create } from 'zustand';
import { dropKept, findKept, putKept } from '../device/storage/keptBox.ts';
import type { Answer } from './client.ts';
import { api, type AskedSongs } from './resources.ts';

/** Since when, by the clock of this device, what is shown is what was kept; by name. */
const shown = create<Readonly<Record<string, number>>>(() => ({}));

/**
 * When what is shown under a name was answered, in milliseconds since 1970; null while it is what the server has.
 * @param name of `keptNames`
 */
export function useKeptAt(name: string | undefined): number | null {
  return shown((all) => (name === undefined ? null : (all[name] ?? null)));
}

/** How something that is kept was when somebody looked at it last; it goes with what is kept. */
export const lookName = (name: string) => `looked at ${name}`;

export const keptNames = {
  song: (id: string) => `song:${id}`,
  set: (id: string) => `set:${id}`,
  shared: (token: string) => `shared:${token}`,
  songs: 'songs',
  sets: 'sets',
  moves: 'moves',
  runs: 'runs',
} as const;

/** A server that does not answer for so long, in milliseconds, is as good as none where there is something kept. */
const patience = 4_000;

let isTold = false;

/** Without room for it, or without leave, there is nothing to be had without a network; all else goes on. */
function tell(error: unknown): void {
  if (!isTold) console.warn('What is opened cannot be kept for when there is no network.', error);
  isTold = true;
}

function note(name: string, at: number | null): void {
  const { [name]: before, ...others } = shown.getState();
  if ((before ?? null) !== at)
    shown.setState(at === null ? others : { ...others, [name]: at }, true);
}

/**
 * Asks the server, and keeps what it answers; where it cannot be reached, or not soon, answers with what was kept.
 * What is no longer there is kept no longer.
 */
async function orKept<Schema extends z.ZodType>(
  name: string,
  schema: Schema,
  ask: () => Promise<Answer<z.output<Schema>>>,
): Promise<Answer<z.output<Schema>>> {
  const asking = ask();
  const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), patience));
  const soon = await Promise.race([asking, late]);
  if (soon === null || (soon.kind === 'unreachable' && !soon.isSignedOut)) {
    const kept = await findKept(name).catch((error: unknown) => (tell(error), null));
    const read = kept && schema.safeParse(kept.value);
    if (kept && read?.success) {
      // It may come yet, and is then there for the next time.
      if (soon === null)
        asking.then(
          (answer) => keep(name, answer),
          // Nobody asks any more: there is nothing to keep.
          () => undefined,
        );
      note(name, kept.at);
      return { kind: 'ok', value: read.data };
    }
  }
  const answer = soon ?? (await asking);
  keep(name, answer);
  if (answer.kind !== 'unreachable') note(name, null);
  return answer;
}

function keep(name: string, answer: Answer<unknown>): void {
  if (answer.kind === 'ok') putKept(name, { at: Date.now(), value: answer.value }).catch(tell);
  if (answer.kind === 'missing') dropKept(name, lookName(name)).catch(tell);
}

/** Keeps a song as it was just saved. */
export function keepSong(saved: Song): void {
  keep(keptNames.song(saved.id), { kind: 'ok', value: saved });
}

/** Keeps a set as it was just saved. */
export function keepSet(saved: SongSet): void {
  keep(keptNames.set(saved.id), { kind: 'ok', value: saved });
}

/** What was kept so long ago, in milliseconds, is kept anew. */
const old = 60 * 60_000;

/** Keeps songs that somebody will want soon, one after the other, as long as the server answers. */
export async function keepSongs(ids: readonly string[]): Promise<void> {
  for (const id of ids) {
    const kept = await findKept(keptNames.song(id)).catch((error: unknown) => (tell(error), null));
    if (kept && Date.now() - kept.at < old) continue;
    const answer = await api.song(id);
    if (answer.kind === 'unreachable') return;
    keep(keptNames.song(id), answer);
  }
}

/** A document that was opened as it was kept is again what the server has. */
export function isBack(name: string): void {
  note(name, null);
}

interface Page {
  readonly after: string | null;
  readonly signal: AbortSignal;
}

/** What can be opened without a network, once it was opened with one. */
export const orKeptApi = {
  song: (id: string) => orKept(keptNames.song(id), song, () => api.song(id)),
  set: (id: string) => orKept(keptNames.set(id), songSet, () => api.set(id)),
  shared: (token: string) => orKept(keptNames.shared(token), sharedPage, () => api.shared(token)),
  /** The whole list only: nothing is searched or filtered without the server. */
  songs: (asked: AskedSongs, page: Page) =>
    Object.keys(asked).length > 0
      ? api.songs(asked, page)
      : orKept(pageName(keptNames.songs, page), songList, () => api.songs(asked, page)),
  /** The moves of the team's own: what can go between is asked without a network too. */
  moves: () => orKept(keptNames.moves, moveList, () => api.moves()),
  /** The runs of the team's own, likewise. */
  runs: () => orKept(keptNames.runs, runList, () => api.runs()),
  sets: (page: Page) => orKept(pageName(keptNames.sets, page), setList, () => api.sets(page)),
};

const pageName = (name: string, { after }: Page) => (after === null ? name : `${name}:${after}`);
