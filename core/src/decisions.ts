import { freeHands, handsKind, type SongHands } from './hands/songHands.ts';
import type { DecisionKind } from './marks/decision.ts';
import type { Follow } from './marks/follow.ts';

/** All that one player decided about one song: what makes a part. A new kind joins here, and in contract its shape. */
export interface Decisions {
  readonly hands: SongHands;
}

export const decisionKinds: {
  readonly [Name in keyof Decisions]: DecisionKind<Decisions[Name]>;
} = { hands: handsKind };

/** Where nothing was decided. */
export const noDecisions: Decisions = { hands: freeHands };

/** True where some decision hangs on a slot, so that an edit of the text has to be followed. */
export function hasAnchors(decisions: Decisions): boolean {
  return names.some((name) => decisionKinds[name].anchors(decisions[name]).length > 0);
}

/** The decisions after an edit of the text: each goes with its slot. The same value where none moved. */
export function carryDecisions(decisions: Decisions, follow: Follow): Decisions {
  let carried = decisions;
  for (const name of names) {
    const value = decisionKinds[name].carry(decisions[name], follow);
    if (value !== decisions[name]) carried = { ...carried, [name]: value };
  }
  return carried;
}

const names = Object.keys(decisionKinds) as (keyof Decisions)[];
