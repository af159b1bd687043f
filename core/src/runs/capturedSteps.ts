import { ticksPerQuarter, type MidiNumber } from '../kit/ticks.ts';
import type { Result } from '../kit/result.ts';
import { captureRun, type CapturedRun, type CaptureWishes, type PressedKey } from './capture.ts';
import { runSteps, type RunStep } from './model/readRun.ts';

/** What goes down at one step, and for how many it is held; no notes are silence. */
export interface PressedStep {
  readonly notes: readonly MidiNumber[];
  /** Steps, from 1. */
  readonly steps: number;
}

/** Slow enough for no key to be taken for a crushed note, and for no second to have more keys than hands play. */
const secondsAStep = 0.5;

/** A run that is given step by step instead of in time: each is as long as is said, nothing is guessed. */
export function captureSteps(
  all: readonly PressedStep[],
  { step, ...wishes }: Omit<CaptureWishes, 'tempo' | 'swung' | 'step'> & { readonly step: RunStep },
): Result<CapturedRun> {
  const keys: PressedKey[] = [];
  let at = 0;
  for (const { notes, steps } of all) {
    const from = at * secondsAStep;
    for (const note of notes) keys.push({ note, from, to: from + steps * secondsAStep });
    at += steps;
  }
  const tempo = (60 / secondsAStep) * (runSteps[step] / ticksPerQuarter);
  return captureRun(keys, { ...wishes, step, tempo, swung: false });
}
