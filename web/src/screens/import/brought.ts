import type { KnownSong } from './useKnown.ts';
import type { SourceHints } from '../../workers/readSource.ts';
import { uuidv7 } from 'uuidv7';
import type { NoteLanguage } from '@intervallum/core';

/** Something that is brought: a file, or a text that was pasted. */
export interface Brought {
  /** The song that becomes of it has this id, however often it is sent. */
  readonly id: string;
  readonly name: string;
  readonly bytes: Blob;
  readonly isPasted: boolean;
  readonly hints: SourceHints;
  /** What becomes of it; null while nobody said: a song of its own, or nothing where that very song is there. */
  readonly fate: Fate | null;
}

export type Fate =
  | { readonly kind: 'new' }
  | { readonly kind: 'version'; readonly of: string }
  | { readonly kind: 'left out' };

/** So many files are brought at once. */
export const mostFiles = 500;

/** What is said of a source before anybody says anything. @param chordsInBar as it was answered the last time */
export function firstHints(language: NoteLanguage, chordsInBar: string): SourceHints {
  return {
    key: null,
    language,
    answers: { 'chords in a bar': chordsInBar },
    title: null,
    names: {},
  };
}

export function bring(
  source: Pick<Brought, 'name' | 'bytes' | 'isPasted'>,
  hints: SourceHints,
): Brought {
  return { id: uuidv7(), ...source, hints, fate: null };
}

/** What becomes of a song: what was said, else nothing where a song of its title has this very text. */
export function fateOf(
  { fate }: Pick<Brought, 'fate'>,
  chart: string,
  known: readonly KnownSong[],
): Fate {
  if (fate) return fate;
  return known.some(({ text }) => text === chart) ? { kind: 'left out' } : { kind: 'new' };
}
