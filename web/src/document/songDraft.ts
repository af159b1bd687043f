import { readDecisions, storeDecisions } from '@intervallum/contract';
import type { Decisions } from '@intervallum/core';
import { z } from 'zod';
import type { DraftShape } from './drafts.ts';

/** What is edited and saved of a song: its chart, and what this player decided. */
export interface SongDraft {
  readonly text: string;
  readonly decisions: Decisions;
}

/** Both revisions that a save starts from: the song's, and that of the player's own part of it. */
export interface SongRevision {
  readonly song: number;
  readonly part: number;
}

/** What is typed is never lost for what was decided. Before there were parts the hands were kept by themselves. */
const keptSong = z
  .object({ text: z.string(), decisions: z.unknown().optional(), hands: z.unknown().optional() })
  .transform(({ text, decisions, hands }): SongDraft => {
    const stored =
      decisions ?? (hands === undefined ? undefined : { hands: { version: 1, value: hands } });
    return { text, decisions: readDecisions(stored).decisions };
  });

/**
 * How drafts of a song are kept in this browser.
 * @param part the revision of the player's part that stands: before there were parts a draft knew the song's only
 */
export function songShape(part: number): DraftShape<SongDraft, SongRevision> {
  const now = z.object({ song: z.int(), part: z.int() });
  const before = z.int().transform((song) => ({ song, part }));
  const revision = z.union([now, before]).catch({ song: 0, part: 0 });
  return {
    write: ({ text, decisions }) => ({ text, decisions: storeDecisions(decisions) }),
    read: (kept) => keptSong.safeParse(kept).data ?? null,
    readRevision: (kept) => revision.parse(kept),
  };
}
