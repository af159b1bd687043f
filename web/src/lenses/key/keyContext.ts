import type { VoiceList } from '@intervallum/contract';
import type { Key, NoKeyFits, RankedKey, Singer, SungRange } from '@intervallum/core';
import { createContext, useContext } from 'react';

/** A voice of the team, as the lens asks for it. */
export type KnownVoice = Singer & { readonly personId: string; readonly notedAt: string };

/** What the parts of the key lens share. */
export interface KeyLensState {
  /** What is sung, in the key that the song is written in; null where no tune is. */
  readonly range: SungRange | null;
  /** The same by section, with its name, in the order of the chart. */
  readonly sections: readonly { readonly name: string; readonly range: SungRange }[];
  /** The sections without a tune, of which it can be said: by their place in the chart, with what is said now. */
  readonly tuneless: readonly {
    readonly section: number;
    readonly name: string;
    readonly range: SungRange | null;
  }[];
  readonly written: Key;
  /** The key that the song is looked at in. */
  readonly current: Key;
  /** All voices that are noted, those who have none, and of whom the key is asked. */
  readonly voices: readonly KnownVoice[];
  readonly others: VoiceList['others'];
  readonly singing: readonly KnownVoice[];
  /** What the lists of the team could not be asked for; null where they could, or are on their way. */
  readonly trouble: string | null;
  /** All twelve keys, the best first. */
  readonly ranked: readonly RankedKey[];
  /** Why no key suits everybody, and what would help; null where one does. */
  readonly why: NoKeyFits | null;
  readonly setSinging: (personId: string, sings: boolean) => void;
  readonly look: (key: Key) => void;
  readonly write: (key: Key) => void;
  /**
   * Writes into the chart from where to where it is sung: MIDI numbers in the key it is written in.
   * @param section its place in the chart; null for the song
   */
  readonly writeRange: (
    said: { low: number; high: number; usual: number },
    section: number | null,
  ) => void;
}

export const KeyContext = createContext<KeyLensState | null>(null);

export function useKeyLens(): KeyLensState {
  const state = useContext(KeyContext);
  if (!state) throw new Error('Only under the frame of the key lens.');
  return state;
}
