import {
  readDecisions,
  song as songSchema,
  storeDecisions,
  type Song as StoredSong,
} from '@intervallum/contract';
import { z } from 'zod';
import { draftKeeper, keptDraft } from '../../document/drafts.ts';
import type {
  SendSong,
  SongDraft,
  SongOptions,
  SongRevision,
} from '../../document/songDocument.ts';
import { api } from '../../queries/resources.ts';

/** How a fetched song is opened: what it begins as, what an earlier visit left, how it is sent. */
export function songOptions(song: StoredSong): SongOptions {
  const name = `song:${song.id}`;
  const keeper = draftKeeper<object, SongRevision>(name);
  return {
    draft: draftOf(song),
    revision: revisionOf(song),
    kept: keptDraft(name, keptSong, keptRevision(song)),
    keeper: {
      keep: ({ text, decisions }, revision) =>
        keeper.keep({ text, decisions: storeDecisions(decisions) }, revision),
      forget: keeper.forget,
    },
    equal: sameDraft,
    send: sender(song.id),
  };
}

/** A draft as this browser keeps it, of whatever age: what is typed is never lost for what was decided. */
const keptSong = z
  .object({ text: z.string(), decisions: z.unknown().optional(), hands: z.unknown().optional() })
  .transform(({ text, decisions, hands }): SongDraft => {
    // Before there were parts the hands were kept by themselves.
    const stored =
      decisions ?? (hands === undefined ? undefined : { hands: { version: 1, value: hands } });
    return { text, decisions: readDecisions(stored).decisions };
  });

/** Before there were parts a draft knew the song's revision only; one that says none is asked about. */
function keptRevision({ part }: StoredSong) {
  const now = z.object({ song: z.int(), part: z.int() });
  const before = z.int().transform((song) => ({ song, part: part.revision }));
  return z.union([now, before]).catch({ song: 0, part: 0 });
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
        return { kind: 'saved', revision: revisionOf(answer.value) };
      case 'stale': {
        const current = songSchema.parse(answer.current);
        return { kind: 'stale', theirs: draftOf(current), revision: revisionOf(current) };
      }
      case 'missing':
        return {
          kind: 'refused',
          message: 'the song was deleted. Copy the chart text into a new song to keep it.',
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
