import type { KeptKey, SetDraft, SetItem, SungKey } from '@intervallum/contract';
import { createContext, useContext } from 'react';
import type { ServiceView } from '../../parts/service/servicePlan.ts';
import type { KnownSongs } from '../../parts/service/knownSongs.ts';
import type { SungBefore } from './sungBefore.ts';

/** What is opened over the desk: of the set, or of one of its items. */
export type Opened =
  | { readonly what: 'share' | 'songs' | 'versions' | 'duplicate' }
  | { readonly what: 'item' | 'bridge' | 'road'; readonly id: string };

/**
 * What the parts of a set's desk share. Not given to the list of items as a property: a list that is made anew loses an item
 * that is being moved in it.
 */
export interface DeskState {
  readonly draft: SetDraft;
  readonly songs: KnownSongs;
  readonly view: ServiceView;
  readonly before: SungBefore;
  /** The keys that those of the team sing these songs in. */
  readonly kept: readonly KeptKey[];
  readonly change: (changed: Partial<SetDraft>, kind?: string | null) => void;
  readonly changeItem: (id: string, changed: Partial<SetItem>, kind?: string) => void;
  readonly open: (opened: Opened | null) => void;
}

export const DeskContext = createContext<DeskState | null>(null);

export function useDesk(): DeskState {
  const state = useContext(DeskContext);
  if (!state) throw new Error('Only on the desk of a set.');
  return state;
}

const noKeys: readonly SungKey[] = [];

/** The keys that a song was sung in before, the latest first. */
export function useSung(songId: string): readonly SungKey[] {
  return useDesk().before.get(songId) ?? noKeys;
}
