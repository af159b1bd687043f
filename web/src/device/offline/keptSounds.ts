import { createStore, type StoreApi } from 'zustand/vanilla';
import { offline } from '../../settings/offline.ts';
import {
  canKeepFiles,
  fileLists,
  fileListsBefore,
  forgetFiles,
  keepFiles,
  missingFiles,
} from './keptFiles.ts';

/** What is known of the sounds on this device. `away`: not all are here, and there is no network to fetch them. */
export type SoundsKept =
  | { readonly kind: 'unknown' | 'none' | 'away' | 'failed' }
  | { readonly kind: 'keeping'; readonly done: number; readonly of: number }
  | { readonly kind: 'kept' };

interface Known {
  readonly state: SoundsKept;
  /** How much they are, before they are packed for their way; null where that is not known. */
  readonly bytes: number | null;
}

/** The sounds that are kept for when there is no network: of links a click and single notes, of players the piano too. */
export interface KeptSounds {
  readonly store: StoreApi<Known>;
  /** Looks what is there, and keeps what is missing where somebody wants that. */
  readonly look: () => Promise<void>;
  /** Whoever does not want them any more has their room back; what is under way is stopped. */
  readonly want: (wanted: boolean) => Promise<void>;
}

/** @param who who reads links needs less than who plays */
function keptSounds(who: 'reader' | 'player'): KeptSounds {
  const store = createStore<Known>(() => ({ state: { kind: 'unknown' }, bytes: null }));
  let underWay: AbortController | null = null;
  const set = (state: SoundsKept) => store.setState({ state });

  async function keep(names: readonly string[]): Promise<void> {
    const ending = new AbortController();
    // Two looks at once would fetch everything twice.
    underWay?.abort();
    underWay = ending;
    const of = (await missingFiles(names)).length;
    let done = 0;
    if (of > 0) set({ kind: 'keeping', done, of });
    await keepFiles(names, {
      signal: ending.signal,
      onKept: () => {
        done += 1;
        if (!ending.signal.aborted) set({ kind: 'keeping', done, of });
      },
    });
    if (!ending.signal.aborted) set({ kind: 'kept' });
  }

  const failed = (error: unknown) => {
    console.warn('Sounds could not be kept.', error);
    set({ kind: 'failed' });
  };

  async function look(): Promise<void> {
    if (!canKeepFiles()) return;
    try {
      const now = await fileLists();
      const known = now ?? (await fileListsBefore());
      const { files, bytes } = known?.sounds[who] ?? { files: null, bytes: null };
      store.setState({ bytes });
      if (!offline.now().sounds) set({ kind: 'none' });
      else if (now) await keep(now.sounds[who].files);
      else set({ kind: files && (await missingFiles(files)).length === 0 ? 'kept' : 'away' });
    } catch (error) {
      if (!(error instanceof DOMException && error.name === 'AbortError')) failed(error);
    }
  }

  async function want(wanted: boolean): Promise<void> {
    offline.change({ sounds: wanted });
    underWay?.abort();
    if (wanted) return look();
    set({ kind: 'none' });
    try {
      const lists = await fileListsBefore();
      if (lists) await forgetFiles(lists.sounds[who].files);
    } catch (error) {
      failed(error);
    }
  }

  return { store, look, want };
}

export const soundsOfLinks = keptSounds('reader');
export const soundsOfPlayers = keptSounds('player');
