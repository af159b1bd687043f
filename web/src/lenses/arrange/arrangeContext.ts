import type { Level, Locks, PartMeasure } from '@intervallum/core';
import { createContext, useContext } from 'react';
import type { ArrangementSeen, ChoiceSeen } from '../../workers/arranger.ts';

/** A time through a section, by its place on the road. */
export interface RoadPart {
  readonly part: number;
  readonly section: number;
  /** Its section, and which time through it where there are several; both in one. */
  readonly title: string;
  readonly time: string;
  readonly name: string;
  /** How full it is to be, from 0 to 1; and whether somebody drew that. */
  readonly wanted: number;
  readonly isDrawn: boolean;
}

/** What is heard: the song as it stands, as it is arranged, as it was arranged before. */
export type Heard = 'standing' | 'arranged' | 'before';

export interface ArrangeState {
  readonly parts: readonly RoadPart[];
  /** From where it is heard. */
  readonly from: number;
  /** How far it is, from 0 to 1; null while nothing is asked. */
  readonly progress: number | null;
  /** The one for the player that is chosen. */
  readonly found: ArrangementSeen | null;
  /** The same for other players, as far as it was found; null where nothing was. */
  readonly players: Readonly<Partial<Record<Level, ArrangementSeen>>> | null;
  /** There is another one to compare it with. */
  readonly hasBefore: boolean;
  /** Why there is none. */
  readonly why: string | null;
  /** The chart was changed since, so that nothing of it can be taken. */
  readonly isStale: boolean;
  /** Choices that are not taken with the others. */
  readonly left: ReadonlySet<string>;
  /** What stays when one asks again: choices, and places that were left as they are. */
  readonly locks: Locks;
  readonly heard: Heard | null;
  /** Each part as it is played when it is arranged; null until that is known. */
  readonly measured: readonly PartMeasure[] | null;
  readonly actions: ArrangeActions;
}

export interface ArrangeActions {
  readonly ask: () => void;
  readonly stop: () => void;
  readonly forLevel: (level: Level) => void;
  readonly leave: (id: string, isLeft: boolean) => void;
  readonly keep: (choice: ChoiceSeen, isKept: boolean) => void;
  /** What was left away may come again. */
  readonly bringBack: () => void;
  readonly take: (choices: readonly ChoiceSeen[]) => void;
  readonly hear: (what: Heard) => void;
  readonly silence: () => void;
  readonly hearFrom: (part: number) => void;
  /** Null for what is usual. */
  readonly draw: (part: number, level: number | null) => void;
  readonly drawAnew: () => void;
}

export const ArrangeContext = createContext<ArrangeState | null>(null);

export function useArrangeLens(): ArrangeState {
  const state = useContext(ArrangeContext);
  if (!state) throw new Error('Only under the frame of the arrange lens.');
  return state;
}
