import {
  chosenHands,
  chosenSlot,
  type ChosenHands,
  type ChosenSlot,
  type OtherVoicing,
  type Voiced,
} from '@intervallum/core';
import { useEffect, useMemo, useState } from 'react';
import { useSong } from '../../document/DocumentContext.tsx';
import { useFirstChord } from '../parts/useFirstChord.ts';
import type { HandsSearch } from './useHands.ts';

/** The chosen chord, and what is known of the hands there. */
export interface Chosen {
  readonly slot: ChosenSlot | null;
  /** What the hands hold there; null until it is found. */
  readonly hands: ChosenHands | null;
  /** The other ways to hold it; null until they come. */
  readonly others: readonly OtherVoicing[] | null;
}

/**
 * The chosen chord, found again wherever one goes.
 * @param pass which time through its section is looked at
 */
export function useChosen({ voiced, alternatives }: HandsSearch, pass: number): Chosen {
  const read = useSong((state) => state.read);
  const place = useSong((state) => state.place);
  const slot = useMemo(() => chosenSlot(read.song, read, place), [read, place]);
  const hands = useMemo(
    () => (voiced && slot ? chosenHands(voiced, slot.index, pass) : null),
    [voiced, slot, pass],
  );
  useFirstChord(slot === null);
  const others = useOthers(alternatives, voiced, hands);
  return { slot, hands, others };
}

/** How long a chord is stayed at before its other ways are asked for, in milliseconds. */
const pause = 60;

/**
 * The other ways of the chosen slot, asked of the worker whenever what was found or chosen changes; null until they come:
 * those of what was found before are not to be taken.
 */
function useOthers(
  ask: (at: number, most: number) => Promise<OtherVoicing[]>,
  voiced: Voiced | null,
  chosen: ChosenHands | null,
): readonly OtherVoicing[] | null {
  const [found, setFound] = useState<{
    readonly voiced: Voiced | null;
    readonly at: number;
    readonly others: OtherVoicing[];
  } | null>(null);
  const at = chosen?.at ?? null;
  useEffect(() => {
    if (at === null) return;
    let current = true;
    // Who goes on from chord to chord asks for none of those in between.
    const timer = setTimeout(
      () =>
        ask(at, 9).then(
          (others) => {
            if (current) setFound({ voiced, at, others });
          },
          (error: unknown) => console.error('Other ways could not be asked for.', error),
        ),
      pause,
    );
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [ask, voiced, at]);
  return found && found.at === at && found.voiced === voiced ? found.others : null;
}
