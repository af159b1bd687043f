import { useEffect } from 'react';
import { onLeaving } from '../device/pageLife.ts';
import type { DraftPlace } from '../device/storage/draftBox.ts';
import type { StoreApi } from 'zustand/vanilla';

/** Something open whose saver says when all of it is saved. */
interface Saved {
  readonly saver: {
    readonly store: Pick<StoreApi<{ readonly status: { readonly kind: string } }>, 'getState'> & {
      readonly subscribe: (listener: () => void) => () => void;
    };
    readonly flush: () => Promise<void>;
  };
}

export interface LeftOpen<Opened> {
  /** What was left of it, if anything. */
  readonly find: (id: string) => Opened | undefined;
  readonly leave: (id: string, opened: Opened) => void;
  readonly comeBack: (id: string) => void;
}

const left = new Map<string, Saved>();
const nameOf = ({ kind, id }: DraftPlace) => `${kind}:${id}`;

/** How a document stands whose screen was left before it was saved: the kind of its saver's status; null if it was not. */
export function statusOfLeft(place: DraftPlace): string | null {
  return left.get(nameOf(place))?.saver.store.getState().status.kind ?? null;
}

/**
 * Documents of one kind whose screen was left before the server had all of them. They go on being saved, and who comes back
 * finds them as they were: opened anew they would be in their own way.
 */
export function createLeftOpen<Opened extends Saved>(kind: DraftPlace['kind']): LeftOpen<Opened> {
  function leave(id: string, opened: Opened): void {
    const name = nameOf({ kind, id });
    const { store, flush } = opened.saver;
    void flush();
    if (store.getState().status.kind === 'saved') return;
    left.set(name, opened);
    const stop = store.subscribe(() => {
      if (left.get(name) !== opened) return stop();
      if (store.getState().status.kind !== 'saved') return;
      left.delete(name);
      stop();
    });
  }

  return {
    find: (id) => left.get(nameOf({ kind, id })) as Opened | undefined,
    leave,
    comeBack: (id) => {
      left.delete(nameOf({ kind, id }));
    },
  };
}

/** Saves what is waiting when the page is hidden or the screen is left, and keeps what was left until it is saved. */
export function useLeftOpen<Opened extends Saved>(
  leftOpen: LeftOpen<Opened>,
  id: string,
  opened: Opened,
): void {
  useEffect(() => {
    leftOpen.comeBack(id);
    const stay = onLeaving(() => void opened.saver.flush());
    return () => {
      stay();
      leftOpen.leave(id, opened);
    };
  }, [leftOpen, id, opened]);
}
