import { song as songSchema, type Song as StoredSong } from '@intervallum/contract';
import { noDecisions } from '@intervallum/core';
import { savesElsewhere, tellOtherTabs } from '../../device/storage/otherTabs.ts';
import { openDrafts, type FoundDrafts } from '../../document/drafts.ts';
import { createLeftOpen } from '../../document/leftOpen.ts';
import { songShape, type SongDraft, type SongRevision } from '../../document/songDraft.ts';
import {
  openSong,
  type SendSong,
  type SongDocument,
  type SongOptions,
} from '../../document/songDocument.ts';
import { isBack, keepSong, keptNames, orKeptApi } from '../../queries/kept.ts';
import { answered } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { notify } from '../../ui/notices.tsx';
import { isBegun, isMade } from '../parts/freshSongs.ts';
import { newChart } from './newChart.ts';
import { t } from '../../words/words.ts';

/** A song as its screen holds it. */
export interface OpenedSong {
  readonly id: string;
  readonly document: SongDocument;
  readonly saver: SongDocument['saver'];
  /** How many more drafts of it this browser keeps. */
  readonly otherDrafts: number;
  /** How often another tab had saved it when it was fetched. */
  readonly savesBefore: number;
}

/** Songs whose screen was left before all of them was saved. */
export const leftSongs = createLeftOpen<OpenedSong>('song');

/** Opens a song: as it was left, or as the server has it, with what an earlier visit could not save. */
export async function fetchSong(id: string): Promise<OpenedSong> {
  const left = leftSongs.find(id);
  if (left) return left;
  const savesBefore = savesElsewhere({ kind: 'song', id });
  const song = isBegun(id) ? await madeOrBegun(id) : await answered(orKeptApi.song(id));
  const drafts = await openDrafts({ kind: 'song', id }, songShape(song.part.revision));
  const document = openSong(songOptions(song, drafts));
  return { id, document, saver: document.saver, otherDrafts: drafts.others, savesBefore };
}

/** A song that was begun in this tab: as the server has it, or as nothing was written in it yet. */
async function madeOrBegun(
  id: string,
): Promise<Pick<StoredSong, 'id' | 'text' | 'revision' | 'part'>> {
  const answer = await api.song(id);
  if (answer.kind !== 'missing') {
    const song = await answered(Promise.resolve(answer));
    isMade(id);
    return song;
  }
  return { id, text: newChart, revision: unmade, part: { revision: 0, decisions: noDecisions } };
}

/** The revision of a song that the server does not have. */
const unmade = 0;

export function isUnmade({ song }: SongRevision): boolean {
  return song === unmade;
}

/** Has the server make a song that was begun, though nothing was written in it: what is done next needs it there. */
export async function makeSure({ saver }: Pick<OpenedSong, 'saver'>): Promise<void> {
  const { revision, draft } = saver.store.getState();
  if (isUnmade(revision)) saver.edit(draft);
  await saver.flush();
}

/** Takes over what was saved from somewhere else, unless something here is not saved yet. */
export async function followSong(opened: OpenedSong): Promise<void> {
  const { id, document, saver } = opened;
  const before = saver.store.getState().revision;
  const answer = await api.song(id);
  // Saved here while it was fetched: what came may be older than that.
  if (saver.store.getState().revision !== before) return followSong(opened);
  if (answer.kind !== 'unreachable') isBack(keptNames.song(id));
  // What could not be fetched now is offered when this tab saves: no word is lost by it.
  if (answer.kind !== 'ok') return;
  document.follow(draftOf(answer.value), revisionOf(answer.value));
  keepSong(answer.value);
}

/** How a fetched song is opened: what it begins as, what an earlier visit left, how it is sent. */
export function songOptions(
  song: Pick<StoredSong, 'id' | 'text' | 'revision' | 'part'>,
  { kept, keeper }: FoundDrafts<SongDraft, SongRevision>,
): SongOptions {
  return {
    draft: draftOf(song),
    revision: revisionOf(song),
    kept,
    keeper,
    equal: sameDraft,
    send: sender(song.id),
    onJoined: () =>
      notify(t('What was written on another screen meanwhile is in it too, beside your own.')),
  };
}

function draftOf({ text, part }: Pick<StoredSong, 'text' | 'part'>): SongDraft {
  return { text, decisions: part.decisions };
}

function revisionOf({ revision, part }: Pick<StoredSong, 'revision' | 'part'>): SongRevision {
  return { song: revision, part: part.revision };
}

function sender(id: string): SendSong {
  return async (draft, revision, { changes, isDecided }) => {
    if (isUnmade(revision)) return make(id, draft);
    const answer = await api.saveSong(
      id,
      {
        text: draft.text,
        ...(changes ? { changes: [...changes] } : {}),
        ...(isDecided ? { part: draft.decisions, partRevision: revision.part } : {}),
      },
      revision.song,
    );
    switch (answer.kind) {
      case 'ok':
        tellOtherTabs({ kind: 'song', id });
        keepSong(answer.value);
        isBack(keptNames.song(id));
        return { kind: 'saved', revision: revisionOf(answer.value) };
      case 'stale': {
        const current = songSchema.parse(answer.current);
        return { kind: 'stale', theirs: draftOf(current), revision: revisionOf(current) };
      }
      case 'missing':
        return {
          kind: 'refused',
          message: t(
            'the song was deleted. Your version stays in this browser; Songs and Sets lead to it.',
          ),
        };
      case 'refused':
      case 'unreachable':
        return answer;
    }
  };
}

/** Sends a song for the first time. An answer that was lost may have made it: then it is as the server has it. */
async function make(id: string, draft: SongDraft): ReturnType<SendSong> {
  const answer = await api.makeSong({ id, text: draft.text, part: draft.decisions });
  if (answer.kind === 'ok') {
    isMade(id);
    keepSong(answer.value);
    return { kind: 'saved', revision: revisionOf(answer.value) };
  }
  if (answer.kind === 'refused' && answer.isTaken) {
    const there = await api.song(id);
    if (there.kind === 'ok') {
      isMade(id);
      return { kind: 'stale', theirs: draftOf(there.value), revision: revisionOf(there.value) };
    }
  }
  return answer.kind === 'unreachable' || answer.kind === 'refused'
    ? answer
    : { kind: 'refused', message: t('the song could not be made.') };
}

/** Decisions are plain data whose parts stand in an order of their own on either side of the wire. */
function sameDraft(one: SongDraft, other: SongDraft): boolean {
  return (
    one.text === other.text &&
    (one.decisions === other.decisions || inWords(one.decisions) === inWords(other.decisions))
  );
}

function inWords(value: unknown): string {
  return JSON.stringify(value, (_name, part: unknown) =>
    typeof part === 'object' && part !== null && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([one], [other]) => (one < other ? -1 : 1)))
      : part,
  );
}
