import type { RungKind } from './ladder.ts';

/** How fast something was clean, and how many days ago. */
export interface CleanOnce {
  readonly tempo: number;
  readonly daysAgo: number;
}

/** How far a section has come, of all that was practised of it as it is written. */
export interface SectionPractised {
  readonly name: string;
  /** The tempo that it is to have, in felt beats a minute. */
  readonly goal: number;
  readonly steps: readonly {
    readonly rung: RungKind;
    /** It was all of its bars. */
    readonly isWhole: boolean;
    readonly clean: CleanOnce | null;
    readonly fromMemory: CleanOnce | null;
    /** Places that were to be mended in the last round. */
    readonly weak: number;
    readonly daysAgo: number;
  }[];
}

/** Why a section is where it is. */
export type ReadyReason = { readonly section: string } & (
  | { readonly kind: 'never' }
  /** It was practised, and no round of all of it as it is written was clean. */
  | { readonly kind: 'not clean'; readonly daysAgo: number }
  | {
      readonly kind: 'slower';
      readonly tempo: number;
      readonly goal: number;
      readonly rounds: number;
    }
  | { readonly kind: 'long ago'; readonly daysAgo: number }
  | { readonly kind: 'weak'; readonly places: number }
  | { readonly kind: 'ready'; readonly tempo: number; readonly fromMemory: boolean }
);

export type ReadyState = 'ready' | 'nearly' | 'begun' | 'not begun';

export interface Readiness {
  readonly state: ReadyState;
  /** What there is to do first stands first. */
  readonly reasons: readonly ReadyReason[];
  /** The section to go on with; null where all are ready. */
  readonly next: string | null;
}

/** What was clean so many days before the day it is for has to be clean once more (common practice, no published source). */
const freshDays = 14;
/** From this part of its tempo on a section is nearly there. */
const nearly = 0.85;
/** So close to the tempo is at it: a band's clock is not nicer. */
const atTempo = 0.97;
/** Two clean rounds to a step of four, as the staircase has it. */
const roundsToStep = 2;
const step = 4;

/**
 * How ready a song is for a day, by what was practised of it: a section is as ready as its fastest clean round as written of late,
 * and a song as its section that is least so.
 * @param days until it is played; 0 where that is not said
 */
export function readinessOf(sections: readonly SectionPractised[], days = 0): Readiness {
  const all = sections.map((section) => ofSection(section, days));
  const states: readonly ReadyState[] = ['not begun', 'begun', 'nearly', 'ready'];
  const rank = ({ state }: { readonly state: ReadyState }) => states.indexOf(state);
  const sorted = [...all].sort((one, other) => rank(one) - rank(other));
  const [first] = sorted;
  const isBegun = all.some(({ state }) => state !== 'not begun');
  // A song with a section that nobody touched is begun as soon as another one is.
  const state = !first
    ? 'not begun'
    : first.state === 'not begun' && isBegun
      ? 'begun'
      : first.state;
  return {
    state,
    reasons: sorted.map(({ reason }) => reason),
    next: first && first.state !== 'ready' ? first.reason.section : null,
  };
}

function ofSection(
  { name: section, goal, steps }: SectionPractised,
  days: number,
): { readonly state: ReadyState; readonly reason: ReadyReason } {
  if (steps.length === 0) return { state: 'not begun', reason: { section, kind: 'never' } };
  const written = steps.filter(({ rung, isWhole }) => rung === 'written' && isWhole);
  const best = written
    .flatMap(({ clean }) => clean ?? [])
    .reduce<CleanOnce | null>((most, one) => (!most || one.tempo > most.tempo ? one : most), null);
  if (!best) {
    const daysAgo = Math.min(...steps.map((one) => one.daysAgo));
    return { state: 'begun', reason: { section, kind: 'not clean', daysAgo } };
  }
  const { tempo, daysAgo } = best;
  if (tempo < atTempo * goal) {
    const rounds = roundsToStep * Math.ceil((goal - tempo) / step) + 1;
    const state = tempo >= nearly * goal ? 'nearly' : 'begun';
    return { state, reason: { section, kind: 'slower', tempo, goal, rounds } };
  }
  if (daysAgo + days > freshDays)
    return { state: 'nearly', reason: { section, kind: 'long ago', daysAgo } };
  const last = written.reduce((one, other) => (other.daysAgo < one.daysAgo ? other : one));
  if (last.weak > 0)
    return { state: 'nearly', reason: { section, kind: 'weak', places: last.weak } };
  const fromMemory = written.some((one) => (one.fromMemory?.tempo ?? 0) >= atTempo * goal);
  return { state: 'ready', reason: { section, kind: 'ready', tempo, fromMemory } };
}
