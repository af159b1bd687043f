import {
  barAt,
  followCues,
  partMs,
  standing,
  undoable,
  type Program,
  type StageState,
} from '@intervallum/core';
import { useEffect, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import type { Stage } from '../../queries/stage.ts';

/** Where the band is now, as this page follows it. */
export interface Band {
  readonly state: StageState;
  /** The cue that can be taken back now; null where none can. */
  readonly undo: string | null;
  /** With the click: which bar of the part, from 0; null without, and while it is counted in. */
  readonly bar: number | null;
  readonly isCountingIn: boolean;
}

/** So long, in milliseconds, it takes to see that a cue cannot be taken back any more. */
const undoLook = 500;
/** Timers come a little early now and then. */
const spare = 4;

/** Follows the band: by what is said, and with the click by what goes on by itself. */
export function useBand(stage: Stage, program: Program): Band {
  const { cues, ahead } = useStore(stage.store);
  const [now, setNow] = useState(() => stage.now());
  // What was said a moment ago is taken at its own moment, whatever the last look at the clock says.
  const seen = Math.max(now, (cues.at(-1)?.at ?? 0) + 1);
  const band = useMemo(() => bandAt(program, cues, seen), [program, cues, seen]);
  useEffect(() => {
    const at = stage.now();
    const change = nextChange(program, band, at);
    if (change === null) return;
    const timer = setTimeout(() => setNow(stage.now()), Math.max(0, change - at) + spare);
    return () => clearTimeout(timer);
  }, [stage, program, band, ahead]);
  return band;
}

function bandAt(program: Program, cues: Parameters<typeof followCues>[1], now: number): Band {
  const state = followCues(program, cues, now);
  const { item, part, since, isClicking, tempo } = state;
  const song = item === null ? undefined : program[item];
  const isCountingIn = isClicking && since > now;
  return {
    state,
    undo: undoable(program, standing(program, cues), now),
    bar:
      song && part !== null && isClicking && !isCountingIn
        ? barAt(song, part, { tempo, elapsed: now - since })
        : null,
    isCountingIn,
  };
}

/** When something becomes another thing by itself; null where nothing does. */
function nextChange(program: Program, { state, undo, bar }: Band, now: number): number | null {
  const { item, part, since, leaveAt, tempo } = state;
  const song = item === null ? undefined : program[item];
  const all = [
    leaveAt,
    since > now ? since : null,
    undo === null ? null : now + undoLook,
    song && part !== null && bar !== null
      ? now + partMs(song, part, tempo) / song.parts[part]!.bars.length / 4
      : null,
  ].filter((one) => one !== null && one !== undefined);
  return all.length === 0 ? null : Math.min(...all);
}
