import type { PressedKey } from '@intervallum/core';
import { useRef, useState } from 'react';
import type { KeyMessage } from '../../../device/midi/messages.ts';

/** Keys as they go down and up. */
export interface Take {
  /** What is down now. */
  readonly down: ReadonlySet<number>;
  readonly onMessage: (message: KeyMessage, at: number) => void;
}

interface Heard {
  /** A key has gone down and up, in seconds by the clock of the page. */
  readonly onKey: (key: PressedKey) => void;
  /** All keys that went down since the hands last lay still are up again. */
  readonly onStrike: (notes: readonly number[]) => void;
}

/** Follows the keys of a keyboard in time, and what of it goes down together. */
export function useTake({ onKey, onStrike }: Heard): Take {
  const [down, setDown] = useState<ReadonlySet<number>>(new Set());
  /** Keys come faster than drawings: since when each of them is down, and what is struck so far. */
  const now = useRef({ since: new Map<number, number>(), struck: new Set<number>() });
  return {
    down,
    onMessage: ({ kind, note }, at) => {
      const { since, struck } = now.current;
      if (kind === 'down') {
        since.set(note, at);
        struck.add(note);
      } else {
        const from = since.get(note);
        if (from === undefined) return;
        since.delete(note);
        onKey({ note, from: from / 1000, to: at / 1000 });
        if (since.size === 0) {
          onStrike([...struck]);
          struck.clear();
        }
      }
      setDown(new Set(since.keys()));
    },
  };
}
