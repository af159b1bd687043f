/** How fast something is practised, in beats a minute, up to the tempo that it is to have. */
export interface Staircase {
  readonly tempo: number;
  readonly goal: number;
  /** It goes no lower. */
  readonly from: number;
  /** Clean rounds at this tempo since the last step. */
  readonly clean: number;
  /** A clean round was played at the goal. */
  readonly isReached: boolean;
}

/** Slow before fast: from this part of the tempo on, in such steps (common practice, no published source). */
const begins = 0.6;
const step = 4;
const cleanRounds = 2;
const slowest = 20;

/**
 * @param goal the tempo that it is to have
 * @param at where to begin, or to go on; three fifths of the goal where it is left out
 */
export function beginStaircase(goal: number, at?: number): Staircase {
  const usual = Math.round(goal * begins);
  const tempo = Math.max(slowest, Math.min(goal, at ?? usual));
  return { tempo, goal, from: Math.min(tempo, usual), clean: 0, isReached: false };
}

/** After a round: up with each second clean one, back with one that was not. */
export function afterRound(stairs: Staircase, isClean: boolean): Staircase {
  const { tempo, goal, from } = stairs;
  if (!isClean) return { ...stairs, tempo: Math.max(from, tempo - step), clean: 0 };
  const clean = stairs.clean + 1;
  if (tempo >= goal) return { ...stairs, clean, isReached: true };
  if (clean < cleanRounds) return { ...stairs, clean };
  return { ...stairs, tempo: Math.min(goal, tempo + step), clean: 0 };
}
