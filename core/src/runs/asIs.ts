import type { TimelineIndex } from '../chart/places.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { instruments } from '../hands/shapes/player.ts';
import { besideOf, startsIn, type RunFit, type RunWishes } from './fitRuns.ts';
import type { Run } from './model/run.ts';
import { cleanTempo, strikesASecond } from './pace.ts';
import { runPlaces } from './places.ts';
import { jumpsOf, registerFor } from './register.ts';
import { runNotes } from './runNotes.ts';
import { oneOf } from './runTones.ts';

/**
 * A run in the time of a chord whether it fits or not, so that one that is being made is seen and heard. Where it fits it lies as
 * `fitRuns` has it; else it begins with the chord. Null where there is no chord, or no octave for it on the keyboard.
 */
export function runAsIs(
  timeline: Timeline,
  { at }: { readonly at: TimelineIndex },
  run: Run,
  { instrument = instruments[88], voiced }: Pick<RunWishes, 'instrument' | 'voiced'> = {},
): RunFit | null {
  const found = runPlaces(timeline)[at];
  if (!found?.ok) return null;
  const { place } = found;
  const one = oneOf(run, place.chord, place.next);
  if (!one) return null;
  const start = startsIn(place, run)[0] ?? place.from;
  const beside = besideOf(voiced, place, run);
  const register =
    registerFor(run, one, place.key, instrument, beside) ??
    registerFor(run, one, place.key, instrument, { before: null, after: null });
  if (!register) return null;
  return {
    run,
    at: place.at,
    start,
    notes: runNotes(run, start, register),
    register,
    perSecond: strikesASecond(run, place.tempo),
    cleanTempo: cleanTempo(run, place.tempo.beat),
    jump: jumpsOf(run, register, beside),
    why: run.why,
  };
}
