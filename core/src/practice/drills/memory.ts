import { createEmptyCard, fsrs, Rating, State, type Card, type Grade } from 'ts-fsrs';

/** How a drill went: not known, known with trouble, known, known at once. */
export const drillGrades = ['again', 'hard', 'good', 'easy'] as const;
export type DrillGrade = (typeof drillGrades)[number];

/** How well a drill is remembered, as the model of ts-fsrs says it. Moments are in milliseconds since 1970. */
export interface DrillMemory {
  readonly last: number;
  readonly due: number;
  /** In so many days nine of ten would still be known. */
  readonly stability: number;
  /** From 1 to 10. */
  readonly difficulty: number;
  /** How often it was done, and how often it was forgotten. */
  readonly reps: number;
  readonly lapses: number;
}

/** Nothing is away for longer than a year: a player forgets keys that no song was in. */
const longestDays = 365;

/**
 * FSRS-6 with its own parameters and nine of ten to be remembered; by days, since a drill comes once a day; without chance, so that
 * the same log says the same everywhere.
 */
const scheduler = fsrs({
  enable_fuzz: false,
  enable_short_term: false,
  maximum_interval: longestDays,
});

const ratings: Readonly<Record<DrillGrade, Grade>> = {
  again: Rating.Again,
  hard: Rating.Hard,
  good: Rating.Good,
  easy: Rating.Easy,
};

/**
 * A drill was done: how it is remembered from now on.
 * @param memory null the first time
 * @param now milliseconds since 1970; before the last time counts as then
 */
export function afterDrill(
  memory: DrillMemory | null,
  grade: DrillGrade,
  now: number,
): DrillMemory {
  const at = Math.max(now, memory?.last ?? now);
  const { card } = scheduler.next(cardOf(memory, at), at, ratings[grade]);
  const { due, stability, difficulty, reps, lapses } = card;
  return { last: at, due: due.getTime(), stability, difficulty, reps, lapses };
}

/** How likely it is still known, from 0 to 1. */
export function stillKnown(memory: DrillMemory, now: number): number {
  const at = Math.max(now, memory.last);
  return scheduler.get_retrievability(cardOf(memory, at), at, false);
}

const dayMs = 86_400_000;

function cardOf(memory: DrillMemory | null, now: number): Card {
  if (!memory) return createEmptyCard(now);
  const { last, due, stability, difficulty, reps, lapses } = memory;
  return {
    ...createEmptyCard(last),
    state: State.Review,
    due: new Date(due),
    last_review: new Date(last),
    scheduled_days: Math.round((due - last) / dayMs),
    stability,
    difficulty,
    reps,
    lapses,
  };
}
