import type { DecisionKind } from '../marks/decision.ts';

/** What is done with a song before a service, in the order of the work. */
export const stepNames = ['chart', 'hands', 'moves', 'fills', 'key', 'share'] as const;
export type StepName = (typeof stepNames)[number];

/** Steps that are good as they are, whatever else could be done in them: each once, in the order of the work. */
export interface SongSettled {
  readonly steps: readonly StepName[];
}

export const nothingSettled: SongSettled = { steps: [] };

/** What a player says is good as it is, as a kind of decision. It is said of the song: it hangs on no slot. */
export const settledKind: DecisionKind<SongSettled> = {
  name: 'settled',
  version: 1,
  empty: nothingSettled,
  anchors: () => [],
  carry: (settled) => settled,
  join: (settled) => settled,
};

/** Says that a step is good as it is, or takes that back. */
export function withSettled(
  { steps }: SongSettled,
  step: StepName,
  isSettled: boolean,
): SongSettled {
  return { steps: stepNames.filter((one) => (one === step ? isSettled : steps.includes(one))) };
}
