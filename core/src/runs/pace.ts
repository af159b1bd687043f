import type { Ticks } from '../kit/ticks.ts';
import { strikesOf } from './model/readRun.ts';
import type { Run } from './model/run.ts';

/** How fast the hands of a run are at its quickest. */
export interface Pace {
  /** Ticks from one strike to the next; null for a run of a single strike in each hand. */
  readonly between: Ticks | null;
  /** Both of the two are grips: the whole hand moves. */
  readonly grips: boolean;
}

/**
 * Strikes a second that a practised hand plays cleanly: single notes (domain: above 10 to 12 nobody does), and whole grips (common
 * practice, no published source).
 */
export const cleanStrikes = { notes: 10, grips: 5 } as const;

const known = new WeakMap<Run, Pace>();

/** The quickest that one hand of a run goes, by what it asks of the hand: half as many grips as single notes. */
export function paceOf(run: Run): Pace {
  const before = known.get(run);
  if (before) return before;
  let found: Pace = { between: null, grips: false };
  for (const hand of ['right', 'left'] as const) {
    const strikes = strikesOf(
      run.events.filter((one) => one.hand === hand).sort((one, other) => one.start - other.start),
    );
    for (const [index, strike] of strikes.entries()) {
      const next = strikes[index + 1];
      if (!next) continue;
      const between = next[0]!.start - strike[0]!.start;
      const grips = strike.length > 1 && next.length > 1;
      const asks = (ticks: Ticks, isGrip: boolean) => ticks / (isGrip ? 2 : 1);
      if (found.between === null || asks(between, grips) < asks(found.between, found.grips))
        found = { between, grips };
    }
  }
  known.set(run, found);
  return found;
}

/** How fast time goes: felt beats a minute, and the ticks of the beat that they count. */
export interface Tempo {
  readonly beats: number;
  readonly beat: Ticks;
}

/** Strikes a second of the quicker hand at its quickest; 0 where each hand strikes once. */
export function strikesASecond(run: Run, { beats, beat }: Tempo): number {
  const { between } = paceOf(run);
  return between === null ? 0 : (beats * beat) / 60 / between;
}

/** The fastest tempo at which a run is played cleanly, in felt beats a minute, whole ones. */
export function cleanTempo(run: Run, beat: Ticks): number {
  const { between, grips } = paceOf(run);
  if (between === null) return 320;
  return Math.floor(((grips ? cleanStrikes.grips : cleanStrikes.notes) * between * 60) / beat);
}
