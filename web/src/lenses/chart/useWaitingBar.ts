import type { ChartResult } from '@intervallum/core';
import { useEffect, useMemo } from 'react';
import { useDocument } from '../../document/DocumentContext.tsx';
import type { SongDocument } from '../../document/songDocument.ts';

/**
 * The bar behind the last one, which typing opens before there is a chord for it. Whoever goes on without one gives it back:
 * the step that made it is taken back, so that no silent bar is left.
 */
export interface WaitingBar {
  /** The edit that was just made left such a bar. @param isMeant what is silent in it is meant, so that it stays */
  readonly begins: (isMeant?: boolean) => void;
  readonly waits: () => boolean;
  /** @returns whether there was one */
  readonly giveBack: () => boolean;
}

export function useWaitingBar(): WaitingBar {
  const songDocument = useDocument();
  const waiting = useMemo(() => waitingBarOf(songDocument), [songDocument]);
  useEffect(() => {
    const leave = () => void waiting.giveBack();
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, [waiting]);
  return waiting;
}

function waitingBarOf(songDocument: SongDocument): WaitingBar {
  /** What was read when the bar began to wait: with any other edit it waits no longer. */
  let since: ChartResult | null = null;
  const waits = () => since !== null && since === songDocument.store.getState().read;
  return {
    begins: (isMeant = false) => {
      since = isMeant ? null : songDocument.store.getState().read;
    },
    waits,
    giveBack: () => {
      if (!waits()) return false;
      since = null;
      songDocument.undo();
      return true;
    },
  };
}
