import { beatsOfPart, partMs, type Program } from '@intervallum/core';
import { useEffect } from 'react';
import { clickAlong, type ClickBeat } from '../../device/audio/stageClick.ts';
import type { Stage } from '../../queries/stage.ts';
import { stageSettings } from '../../settings/stage.ts';
import type { Band } from './useBand.ts';

/** The click in one's own ear, where one wants it. */
export function useOwnClick(stage: Stage, program: Program, { state }: Band): void {
  const { hearsClick } = stageSettings.use('hearsClick');
  const { item, part, since, tempo, isClicking, leaveAt } = state;
  const song = item === null ? undefined : program[item];
  useEffect(() => {
    if (!hearsClick || !isClicking || !song || part === null) return;
    const beats = beatsOfPart(song, part, tempo);
    const round = partMs(song, part, tempo);
    return clickAlong(stage.now, (from, to) => {
      const last = Math.min(to, leaveAt ?? Infinity);
      const found: ClickBeat[] = [];
      const first = Math.max(0, Math.floor((from - since) / round));
      for (let start = since + first * round; start < last; start += round)
        for (const { at, isStrong } of beats) {
          const due = start + at;
          // The bar of count is before the first round only.
          const isDue = due >= from && due < last && (at >= 0 || start === since);
          if (isDue) found.push({ at: due, isStrong });
        }
      // A count-in lies before the part begins.
      if (from < since)
        for (const { at, isStrong } of beats)
          if (at < 0 && since + at >= from && since + at < to && since >= last)
            found.push({ at: since + at, isStrong });
      return found;
    });
  }, [stage, hearsClick, isClicking, song, part, since, tempo, leaveAt]);
}
