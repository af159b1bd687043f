import { printRoad } from '../chart/road.ts';
import type { RoadStep, Song } from '../chart/song.ts';
import { inPairs } from '../compare/pairs.ts';

/** A step of a song's way in a service, beside the way of its chart. */
export interface StepBeside {
  readonly step: RoadStep;
  readonly is: 'as written' | 'left out' | 'only here';
}

/** The steps of a song's way: by its road, or each section as it stands. */
export function stepsOf({ road, sections }: Song): readonly RoadStep[] {
  return (
    road ??
    sections.map(({ name }) => ({
      kind: 'play' as const,
      name,
      times: null,
      open: false,
      direction: '',
    }))
  );
}

/** What a way leaves out of another one, and what it has besides, in the order in which one plays it. */
export function roadDifference(
  written: readonly RoadStep[],
  here: readonly RoadStep[],
): StepBeside[] {
  return inPairs(written, here, (step) => printRoad([step]).toLowerCase()).map(([old, now]) =>
    old === null
      ? { step: now!, is: 'only here' }
      : { step: old, is: now === null ? 'left out' : 'as written' },
  );
}
