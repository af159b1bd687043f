import {
  set,
  setList,
  share,
  sharedPage,
  shareList,
  song,
  songList,
  type SetDraft,
  type SongDraft,
  type ShareTarget,
} from '@intervallum/contract';
import { z } from 'zod';
import { ask } from './client.ts';

const nothing = z.null();

/** Every question this application asks its server. */
export const api = {
  songs: (search: string, signal?: AbortSignal) =>
    ask(songList, `/songs?search=${encodeURIComponent(search)}`, { ...(signal ? { signal } : {}) }),
  song: (id: string) => ask(song, `/songs/${id}`),
  makeSong: (draft: SongDraft) => ask(song, '/songs', { method: 'POST', body: draft }),
  saveSong: (id: string, draft: SongDraft, revision: number) =>
    ask(song, `/songs/${id}`, { method: 'PUT', body: draft, revision }),
  deleteSong: (id: string) => ask(nothing, `/songs/${id}`, { method: 'DELETE' }),
  restoreSong: (id: string) => ask(song, `/songs/${id}/restore`, { method: 'POST' }),

  sets: () => ask(setList, '/sets'),
  set: (id: string) => ask(set, `/sets/${id}`),
  makeSet: (draft: SetDraft) => ask(set, '/sets', { method: 'POST', body: draft }),
  saveSet: (id: string, draft: SetDraft, revision: number) =>
    ask(set, `/sets/${id}`, { method: 'PUT', body: draft, revision }),
  deleteSet: (id: string) => ask(nothing, `/sets/${id}`, { method: 'DELETE' }),
  restoreSet: (id: string) => ask(set, `/sets/${id}/restore`, { method: 'POST' }),

  shares: ({ kind, id }: ShareTarget) => ask(shareList, `/shares?kind=${kind}&id=${id}`),
  openShare: (target: ShareTarget) => ask(share, '/shares', { method: 'POST', body: target }),
  revokeShare: (id: string) => ask(nothing, `/shares/${id}`, { method: 'DELETE' }),
  shared: (token: string) => ask(sharedPage, `/shared/${encodeURIComponent(token)}`),
};
