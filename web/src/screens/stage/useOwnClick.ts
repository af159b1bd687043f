import { clickBeats, type Program } from '@intervallum/core';
import { useEffect } from 'react';
import { clickAlong } from '../../device/audio/stageClick.ts';
import type { Stage } from '../../queries/stage.ts';
import { stageSettings } from '../../settings/stage.ts';
import { useSteady } from '../../ui/useSteady.ts';

/** The click in one's own ear, where one wants it, as long as the band plays with one. */
export function useOwnClick(stage: Stage, program: Program, isClicking: boolean): void {
  const { hearsClick } = stageSettings.use('hearsClick');
  const { beats } = useSteady({
    beats: (from: number, to: number) =>
      clickBeats(program, stage.store.getState().cues, { from, to }),
  });
  const isHeard = hearsClick && isClicking;
  useEffect(() => (isHeard ? clickAlong(stage.now, beats) : undefined), [stage, isHeard, beats]);
}
