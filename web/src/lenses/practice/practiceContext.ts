import type { DrillBars, Hand, Rung, RunPiece, Staircase, WayToPractise } from '@intervallum/core';
import { createContext, useContext } from 'react';
import type { ChartView } from '../../music/rails/view.ts';
import type { Played } from '../parts/usePlayed.ts';
import type { CalledNow } from './called.ts';
import type { RoomState } from './room.ts';
import type { AskedDrill } from './useAskedDrill.ts';
import type { Tapping } from './useTapping.ts';
import type { SimulatedRound } from './roundPiece.ts';

/** How a section is practised, or played over. */
export type Way = WayToPractise | 'improvise';

export type Bars = DrillBars;

export interface PracticeState extends Omit<RoomState, 'stairs'> {
  /** How chords are written and named. */
  readonly view: ChartView;
  readonly sections: readonly { readonly place: number; readonly name: string }[];
  readonly section: number;
  /** The drill of the day that one came for; null where one came by oneself. */
  readonly drill: AskedDrill | null;
  readonly ladder: readonly Rung[];
  readonly rung: number;
  /** How many bars the section has, and from which to which is practised, from 1. */
  readonly count: number;
  readonly bars: Bars;
  readonly way: Way;
  /** The hand that plays alone; null for what the step asks for. */
  readonly hand: Hand | null;
  /** Its rounds are begun one after the other by whoever leads through them. */
  readonly isLed: boolean;
  /** Runs are placed in the song; and what of them is practised alone, null for everything. */
  readonly hasRuns: boolean;
  readonly runs: RunPiece | null;
  readonly stairs: Staircase;
  readonly isSearching: boolean;
  /** What is called; null while nothing is under way. */
  readonly called: CalledNow | null;
  /** It is counted in. */
  readonly isCountingIn: boolean;
  readonly played: Played;
  readonly simulated: SimulatedRound;
  readonly tapping: Tapping;
  readonly actions: PracticeActions;
}

export interface PracticeActions {
  readonly toSection: (place: number) => void;
  readonly toRung: (rung: number) => void;
  readonly toBars: (bars: Bars) => void;
  readonly toWay: (way: Way) => void;
  readonly toHand: (hand: Hand | null) => void;
  readonly toRuns: (runs: RunPiece | null) => void;
  readonly toTempo: (tempo: number) => void;
  readonly simulateAs: (how: SimulatedRound) => void;
  /** Begins a round, or breaks it off. */
  readonly toggle: () => void;
  readonly assess: (isClean: boolean) => void;
  /** What comes late throughout is the delay of the keyboard: from now on it is counted. */
  readonly takeDelay: (ms: number) => void;
  readonly press: (note: number) => void;
  /** Lets the simulated keyboard play the chord that is waited for. */
  readonly playCalled: () => void;
}

export const PracticeContext = createContext<PracticeState | null>(null);

export function usePracticeLens(): PracticeState {
  const state = useContext(PracticeContext);
  if (!state) throw new Error('Only under the frame of the practice lens.');
  return state;
}
