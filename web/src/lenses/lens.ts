import type { Chord } from '@intervallum/core';
import type { ComponentType, KeyboardEvent, ReactNode } from 'react';
import type { OverMark } from '../music/rails/overMark.ts';
import type { CommandName } from './command.ts';

/** What a lens lays over the chart and does with it. */
export interface ChartMarks {
  readonly selection?: { readonly from: number; readonly to: number } | null;
  /** What is typed into the chosen slot. */
  readonly entry?: ReactNode;
  /** A chord that could stand in a slot. */
  readonly proposal?: { readonly bar: number; readonly slot: number; readonly chord: Chord } | null;
  /** What stands over each chord, by slot of the text, or of the timeline where the song is looked at as it is played. */
  readonly over?: ReadonlyMap<number, OverMark> | null;
  /** The slot that sounds, counted in the same way. */
  readonly playing?: number | null;
  /** Draws the name of a section of the text, where more is done with it than read it. */
  readonly sectionName?: (section: number, name: string) => ReactNode;
  /** Its bars stand there empty: what is in them is to be known from memory. */
  readonly isEmpty?: boolean;
  readonly onKey?: (event: KeyboardEvent) => void;
  /** A slot of the text was clicked; where the lens says nothing one goes there. */
  readonly onChoose?: (bar: number, slot: number, extend: boolean) => void;
}

export interface LensFrameProps {
  /** Draws the chart with what the lens lays over it; the frame puts it before its children. */
  readonly draw: (marks: ChartMarks) => ReactNode;
  /** The lens's own panel and strip. */
  readonly children: ReactNode;
}

export interface StripProps {
  /** The panel is out of sight and can be opened: on a phone it takes the chart's place. */
  readonly openPanel: (() => void) | null;
}

/** A way of working on an open song. Only the one that is open is mounted; the chart stays in the middle. */
export interface Lens {
  readonly id: string;
  readonly name: string;
  /** What of the song it works on: where it searches, the chart is drawn when there is time. */
  readonly needs: 'text' | 'search';
  /** What its side panel is called, and where it is kept that it is open. */
  readonly panelName: string;
  readonly panelKept:
    | 'textOpen'
    | 'handsOpen'
    | 'movesOpen'
    | 'fillsOpen'
    | 'keyOpen'
    | 'practiceOpen'
    | 'arrangeOpen';
  /** It is opened from the menu as well, and stands among the others only where there is room. */
  readonly isInMenu?: boolean;
  /**
   * Holds what its parts share, for as long as it is open, and says what it lays over the chart. The chart is drawn beside
   * the frame's context, not under it: at each change of a context React walks through all that stands under it.
   */
  readonly Frame: ComponentType<LensFrameProps>;
  /** Beside the chart. */
  readonly Panel: ComponentType;
  /** Under the chart: tools to work on it, and what else the lens has there. */
  readonly Tools?: ComponentType;
  readonly Strip: ComponentType<StripProps>;
  readonly commands: readonly CommandName[];
}
