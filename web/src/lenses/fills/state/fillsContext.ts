import {
  withSigns,
  type Hand,
  type PlacedRun,
  type Run,
  type RunFit,
  type SongFills,
  type Timeline,
  type Voiced,
} from '@intervallum/core';
import { createContext, useContext, type Dispatch, type SetStateAction } from 'react';
import type { ChartView } from '../../../music/rails/view.ts';
import type { OpenPlace, RunFilter } from './openPlace.ts';
import type { RunDraft } from './runDraft.ts';

/** What the panel is about: one gap, where runs go in the whole song, or the runs of our own. */
export type About = 'here' | 'song' | 'own';

/** How a run is heard. */
export interface Hearing {
  /** In percent of the song's tempo. */
  readonly percent: number;
  readonly hand: Hand | 'both';
}

export interface FillsLensState {
  readonly view: ChartView;
  readonly timeline: Timeline;
  readonly voiced: Voiced | null;
  /** The hands are being found: the order of the runs waits for them. */
  readonly isBeingFound: boolean;
  readonly fills: SongFills;
  readonly about: About;
  readonly filter: RunFilter;
  readonly hearing: Hearing;
  readonly place: OpenPlace | null;
  /** The run that is open, in the form that is looked at. */
  readonly opened: RunFit | null;
  readonly heard: string | null;
  /** The runs of the team's own, and those with the library's. */
  readonly own: readonly Run[];
  readonly ownIds: ReadonlySet<string>;
  readonly runs: readonly Run[];
  /** The run that is being made. */
  readonly draft: RunDraft;
  readonly setDraft: Dispatch<SetStateAction<RunDraft>>;
  readonly isMaking: boolean;
  readonly setMaking: (isMaking: boolean) => void;
  readonly actions: FillsActions;
}

export interface FillsActions {
  readonly setAbout: (about: About) => void;
  readonly wish: (filter: Partial<RunFilter>) => void;
  readonly setHearing: (hearing: Partial<Hearing>) => void;
  /** Goes to a slot of the timeline. */
  readonly goTo: (at: number) => void;
  readonly setTime: (time: number) => void;
  readonly open: (fit: RunFit | null) => void;
  /** Hears a run in its place; the chord as it stands where none is said. */
  readonly hear: (fit: RunFit | null, at?: number) => void;
  readonly stop: () => void;
  /** Places runs, each at its time only or at every time. */
  readonly place: (fits: readonly RunFit[], always: boolean) => void;
  /** Writes a run in the chart, as this time's own bar where there are more. */
  readonly write: (fit: RunFit) => void;
  readonly change: (change: Partial<Pick<PlacedRun, 'over' | 'octaves'>>) => void;
  readonly remove: () => void;
  readonly step: (by: 1 | -1) => void;
}

export const FillsContext = createContext<FillsLensState | null>(null);

export function useFillsLens(): FillsLensState {
  const state = useContext(FillsContext);
  if (!state) throw new Error('Only under the frame of the fills lens.');
  return state;
}

/** Words of core with the signs that the reader sees. */
export function useSigned(): (words: string) => string {
  const { view } = useFillsLens();
  return (words) => withSigns(words, view.style.signs);
}

/** What is heard where nothing is added. */
export const asItStands = 'as it stands';
