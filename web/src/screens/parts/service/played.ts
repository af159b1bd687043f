import {
  asPlayed,
  carryDecisions,
  compareTexts,
  followSlots,
  hasAnchors,
  parseChart,
  type Arrangement,
  type Decisions,
  type Song,
} from '@intervallum/core';
import { useMemo } from 'react';

/** A chart as it goes in one service, with what of that cannot be played. */
export interface PlayedChart {
  readonly song: Song;
  readonly text: string;
  readonly problems: readonly string[];
}

/** A chart as it goes in one service: its way there, and what leads into it. */
export function useChartPlayed(text: string, { road, bridge }: Arrangement): PlayedChart {
  return useMemo(() => {
    const played = asPlayed(text, { road, bridge });
    return { ...played, song: parseChart(played.text).song };
  }, [text, road, bridge]);
}

/** A player's decisions on the slots that the chart has where it goes otherwise in a service. */
export function useDecisionsPlayed(
  decisions: Decisions,
  { before, after }: { readonly before: string; readonly after: string },
): Decisions {
  return useMemo(() => {
    if (before === after || !hasAnchors(decisions)) return decisions;
    const edits = compareTexts(before, after);
    return carryDecisions(decisions, followSlots(parseChart(before), parseChart(after), edits));
  }, [decisions, before, after]);
}
