import { createContext, useContext, useRef } from 'react';
import { useStore } from 'zustand';
import type { SongDocument, SongState } from './songDocument.ts';

const DocumentContext = createContext<SongDocument | null>(null);

/** Gives the open song to everything under it. */
export const DocumentProvider = DocumentContext.Provider;

/** The open song. */
export function useDocument(): SongDocument {
  const songDocument = useContext(DocumentContext);
  if (!songDocument) throw new Error('Only under a DocumentProvider is there an open song.');
  return songDocument;
}

/**
 * Something of the open song; who asks is drawn anew when it changes.
 * @param equal when two values count as the same
 */
export function useSong<Value>(
  select: (state: SongState) => Value,
  equal: (one: Value, other: Value) => boolean = Object.is,
): Value {
  const kept = useRef<{ readonly value: Value } | null>(null);
  return useStore(useDocument().store, (state) => {
    const value = select(state);
    if (kept.current && equal(kept.current.value, value)) return kept.current.value;
    kept.current = { value };
    return value;
  });
}
