import { mostWeak, type LoggedRound, type LoggedTime, type WeakPlace } from '@intervallum/contract';
import { uuidv7 } from 'uuidv7';
import { today } from '../../ui/dates.ts';
import { formatChord, type Finding } from '@intervallum/core';
import { calledAt } from './called.ts';
import type { Step, Went } from './room.ts';

/**
 * What of a round is written down: whether it was clean and how fast, and the worst places.
 * @param ms how long it took
 */
export function roundEntry(went: Went, ms: number, ended = new Date()): LoggedRound {
  const { step } = went;
  return {
    id: uuidv7(),
    kind: 'round',
    at: new Date(ended.getTime() - ms).toISOString(),
    day: today(ended),
    seconds: Math.round(ms / 100) / 10,
    ...step.of,
    goal: step.stairs.goal,
    ...(went.kind === 'called' ? calledWent(went) : roundWent(went)),
  };
}

/** Time that somebody improvised over a step. */
export function timeEntry({ of, stairs }: Step, ms: number, ended = new Date()): LoggedTime {
  const { songId, title, section } = of;
  return {
    ...{ id: uuidv7(), kind: 'time', what: 'improvising', songId, title, section },
    at: new Date(ended.getTime() - ms).toISOString(),
    day: today(ended),
    seconds: Math.round(ms / 100) / 10,
    tempo: stairs.tempo,
  };
}

function calledWent({ step, wrong, isWhole, hardest }: Extract<Went, { kind: 'called' }>) {
  const weak = hardest.map(({ at }): WeakPlace => ({
    kind: 'wrong',
    hand: null,
    ...there(step, at),
    ms: 0,
  }));
  return { tempo: null, isClean: wrong === 0, isWhole, weak };
}

function roundWent({ step, isClean, isWhole, findings }: Extract<Went, { kind: 'round' }>) {
  const weak = isClean ? [] : findings.slice(0, mostWeak).map((finding) => weakOf(finding, step));
  return { tempo: step.stairs.tempo, isClean, isWhole, weak };
}

function weakOf({ kind, hand, at, ms }: Finding, step: Step): WeakPlace {
  const rounded = Math.max(-60_000, Math.min(60_000, Math.round(ms)));
  return { kind, hand, ...there(step, at), ms: rounded };
}

function there({ timeline, firstBar }: Step, at: number | null) {
  const called = at === null ? null : calledAt(timeline, firstBar, at);
  return { bar: called?.bar ?? null, chord: called ? formatChord(called.chord).slice(0, 60) : '' };
}
