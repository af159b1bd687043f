import {
  moveList,
  playerParts,
  runList,
  send,
  sendList,
  setList,
  share,
  sharedPage,
  shareList,
  showList,
  song,
  songChoices,
  songLengths,
  songList,
  songSets,
  songSet,
  songTexts,
  songVersion,
  stageNow,
  sungKeys,
  titledSongs,
  trashList,
  useList,
  setVersion,
  versionList,
  type KeptMove,
  type NewSet,
  type NewSong,
  type SetDraft,
  type SongDraft,
  type SongMarks,
  type SongOrder,
  type NewShare,
  type ShareTarget,
} from '@intervallum/contract';
import type { Decisions, WrittenRun } from '@intervallum/core';
import { z } from 'zod';
import { today } from '../ui/dates.ts';
import { browserTabs } from '../device/storage/tab.ts';
import { ask } from './client.ts';

const nothing = z.null();

/** Which page of a list; the first one where no place is said. */
interface Page {
  readonly after?: string | null;
  readonly signal?: AbortSignal;
}

/** Which songs a list is asked for, in which order; what is left out does not matter. */
export interface AskedSongs {
  readonly search?: string;
  readonly order?: SongOrder;
  readonly key?: string;
  readonly meter?: string;
  readonly slowest?: string;
  readonly fastest?: string;
  readonly singer?: string;
  readonly tag?: string;
  readonly favourites?: 'yes';
  readonly coming?: 'yes';
  /** In no set of so many weeks, nor of a day to come. */
  readonly rested?: string;
  readonly ids?: string;
}

function queryOf(values: Readonly<Record<string, string | null | undefined>>): string {
  const said = Object.entries(values).flatMap(([name, value]) => (value ? [[name, value]] : []));
  return new URLSearchParams(said).toString();
}

function signalOf({ signal }: Page) {
  return signal ? { signal } : {};
}

async function thisScreen() {
  return { screen: await browserTabs.own() };
}

/** Every question this application asks its server. */
export const api = {
  songs: (asked: AskedSongs, page: Page = {}) =>
    ask(
      songList,
      `/songs?${queryOf({ ...asked, today: today(), after: page.after })}`,
      signalOf(page),
    ),
  songChoices: () => ask(songChoices, '/songs/choices'),
  songsTitled: (titles: readonly string[]) =>
    ask(titledSongs, '/songs/titled', { method: 'POST', body: { titles } }),
  songTexts: (ids: readonly string[], signal: AbortSignal) =>
    ask(songTexts, '/songs/texts', { method: 'POST', body: { ids }, signal }),
  markSongs: (marks: SongMarks) => ask(nothing, '/songs/marks', { method: 'POST', body: marks }),
  setsOfSong: (id: string) => ask(songSets, `/songs/${id}/sets`),
  song: (id: string) => ask(song, `/songs/${id}`),
  makeSong: (draft: NewSong) => ask(song, '/songs', { method: 'POST', body: draft }),
  saveSong: async (id: string, draft: SongDraft, revision: number) =>
    ask(song, `/songs/${id}`, { method: 'PUT', body: draft, revision, ...(await thisScreen()) }),
  playerParts: (id: string) => ask(playerParts, `/songs/${id}/parts`),
  setCommonPart: (id: string, decisions: Decisions) =>
    ask(nothing, `/songs/${id}/parts/common`, { method: 'PUT', body: { decisions } }),
  deleteSong: (id: string) => ask(nothing, `/songs/${id}`, { method: 'DELETE' }),
  trash: () => ask(trashList, '/trash'),
  restoreSong: (id: string) => ask(song, `/songs/${id}/restore`, { method: 'POST' }),

  sets: (page: Page = {}) =>
    ask(setList, `/sets?${queryOf({ after: page.after })}`, signalOf(page)),
  set: (id: string) => ask(songSet, `/sets/${id}`),
  makeSet: (draft: NewSet) => ask(songSet, '/sets', { method: 'POST', body: draft }),
  saveSet: async (id: string, draft: SetDraft, revision: number) =>
    ask(songSet, `/sets/${id}`, { method: 'PUT', body: draft, revision, ...(await thisScreen()) }),
  deleteSet: (id: string) => ask(nothing, `/sets/${id}`, { method: 'DELETE' }),
  restoreSet: (id: string) => ask(songSet, `/sets/${id}/restore`, { method: 'POST' }),

  uses: (days: { from: string; to: string }, page: Page = {}) =>
    ask(useList, `/uses?${queryOf({ ...days, after: page.after, limit: '200' })}`, signalOf(page)),
  sungKeys: (songs: readonly string[], except: string | null) =>
    ask(sungKeys, `/uses/keys?${queryOf({ songs: songs.join(','), except, until: today() })}`),

  moves: () => ask(moveList, '/moves'),
  keepMoves: (moves: readonly KeptMove[]) =>
    ask(moveList, '/moves', { method: 'POST', body: { moves } }),
  forgetMove: (id: string) => ask(nothing, `/moves/${id}`, { method: 'DELETE' }),

  runs: () => ask(runList, '/runs'),
  keepRuns: (runs: readonly WrittenRun[]) =>
    ask(runList, '/runs', { method: 'POST', body: { runs } }),
  forgetRun: (id: string) => ask(nothing, `/runs/${id}`, { method: 'DELETE' }),

  versions: ({ kind, id }: ShareTarget, page: Page = {}) =>
    ask(versionList, `/${kind}s/${id}/versions?${queryOf({ after: page.after })}`, signalOf(page)),
  nameVersion: ({ kind, id }: ShareTarget, revision: number, name: string | null) =>
    ask(nothing, `/${kind}s/${id}/versions/${revision}/name`, { method: 'PUT', body: { name } }),
  songVersion: (id: string, revision: number) =>
    ask(songVersion, `/songs/${id}/versions/${revision}`),
  setVersion: (id: string, revision: number) => ask(setVersion, `/sets/${id}/versions/${revision}`),

  songLengths: (songs: readonly string[]) =>
    ask(songLengths, `/uses/lengths?${queryOf({ songs: songs.join(',') })}`),
  shows: (setId: string) => ask(showList, `/sets/${setId}/shows`),
  stageOfLink: (token: string) => ask(stageNow, `/shared/${token}/stage`),

  shares: ({ kind, id }: ShareTarget) => ask(shareList, `/shares?kind=${kind}&id=${id}`),
  openShare: (wished: NewShare) => ask(share, '/shares', { method: 'POST', body: wished }),
  sends: ({ kind, id }: ShareTarget) => ask(sendList, `/sends?kind=${kind}&id=${id}`),
  noteSent: (target: ShareTarget, note: string) =>
    ask(send, '/sends', { method: 'POST', body: { ...target, note } }),
  sent: (id: string) => ask(sharedPage, `/sends/${id}`),
  revokeShare: (id: string) => ask(nothing, `/shares/${id}`, { method: 'DELETE' }),
  shared: (token: string) => ask(sharedPage, `/shared/${encodeURIComponent(token)}`),
};
