import { song as songSchema, type Song as StoredSong } from '@intervallum/contract';
import { tellOtherTabs } from '../../device/storage/otherTabs.ts';
import { openDrafts, type FoundDrafts } from '../../document/drafts.ts';
import { createLeftOpen } from '../../document/leftOpen.ts';
import { songShape } from '../../document/songDraft.ts';
import {
  openSong,
  type SendSong,
  type SongDocument,
  type SongDraft,
  type SongOptions,
  type SongRevision,
} from '../../document/songDocument.ts';
import { answered } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';

/** A song as its screen holds it. */
export interface OpenedSong {
  readonly id: string;
  readonly document: SongDocument;
  readonly saver: SongDocument['saver'];
  /** How many more drafts of it this browser keeps. */
  readonly otherDrafts: number;
}

/** Songs whose screen was left before all of them was saved. */
export const leftSongs = createLeftOpen<OpenedSong>('song');

/** Opens a song: as it was left, or as the server has it, with what an earlier visit could not save. */
export async function fetchSong(id: string): Promise<OpenedSong> {
  const left = leftSongs.find(id);
  if (left) return left;
  const song = await answered(api.song(id));
  const drafts = await openDrafts({ kind: 'song', id }, songShape(song.part.revision));
  const document = openSong(songOptions(song, drafts));
  return { id, document, saver: document.saver, otherDrafts: drafts.others };
}

/** Takes over what another tab saved, unless something here is not saved yet. */
export async function followSong({ id, document }: OpenedSong): Promise<void> {
  const answer = await api.song(id);
  // What could not be fetched now is offered when this tab saves: no word is lost by it.
  if (answer.kind === 'ok') document.follow(draftOf(answer.value), revisionOf(answer.value));
}

/** How a fetched song is opened: what it begins as, what an earlier visit left, how it is sent. */
export function songOptions(
  song: StoredSong,
  { kept, keeper }: FoundDrafts<SongDraft, SongRevision>,
): SongOptions {
  return {
    draft: draftOf(song),
    revision: revisionOf(song),
    kept,
    keeper,
    equal: sameDraft,
    send: sender(song.id),
  };
}

function draftOf({ text, part }: StoredSong): SongDraft {
  return { text, decisions: part.decisions };
}

function revisionOf({ revision, part }: StoredSong): SongRevision {
  return { song: revision, part: part.revision };
}

function sender(id: string): SendSong {
  return async (draft, revision, { changes, isDecided }) => {
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
        return { kind: 'saved', revision: revisionOf(answer.value) };
      case 'stale': {
        const current = songSchema.parse(answer.current);
        return { kind: 'stale', theirs: draftOf(current), revision: revisionOf(current) };
      }
      case 'missing':
        return {
          kind: 'refused',
          message:
            'the song was deleted. Your version stays in this browser; Songs and Sets lead to it.',
        };
      case 'refused':
      case 'unreachable':
        return answer;
    }
  };
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
