import { keyboardKind, plainKeyboard, type SongKeyboard } from '../keyboard/songKeyboard.ts';
import { freeHands, handsKind, type SongHands } from '../hands/songHands.ts';
import type { DecisionKind } from '../marks/decision.ts';
import { fillsKind, noFills, type SongFills } from '../runs/songFills.ts';
import type { Follow } from '../marks/follow.ts';
import { nothingSettled, settledKind, type SongSettled } from './settled.ts';

/** All that one player decided about one song: what makes a part. A new kind joins here, and in contract its shape. */
export interface Decisions {
  readonly hands: SongHands;
  readonly fills: SongFills;
  readonly keyboard: SongKeyboard;
  readonly settled: SongSettled;
}

export const decisionKinds: {
  readonly [Name in keyof Decisions]: DecisionKind<Decisions[Name]>;
} = { hands: handsKind, fills: fillsKind, keyboard: keyboardKind, settled: settledKind };

/** Where nothing was decided. */
export const noDecisions: Decisions = {
  hands: freeHands,
  fills: noFills,
  keyboard: plainKeyboard,
  settled: nothingSettled,
};

/** True where some decision hangs on a slot, so that an edit of the text has to be followed. */
export function hasAnchors(decisions: Decisions): boolean {
  return names.some((name) => kindOf(name).anchors(decisions[name]).length > 0);
}

/**
 * The decisions after an edit of the text: each goes with its slot. The same value where none moved.
 * @param copies where slots stand a second time, which have what was decided of the first
 */
export function carryDecisions(
  decisions: Decisions,
  follow: Follow,
  copies: Follow | null = null,
): Decisions {
  let carried = decisions;
  for (const name of names) {
    const kind = kindOf(name);
    const moved = kind.carry(decisions[name], follow);
    const value = copies ? kind.join(moved, kind.carry(decisions[name], copies)) : moved;
    if (value !== decisions[name]) carried = { ...carried, [name]: value };
  }
  return carried;
}

/** A kind for whoever does not ask which: its values come from it and go back to it. */
function kindOf(name: keyof Decisions): DecisionKind<Decisions[keyof Decisions]> {
  return decisionKinds[name] as unknown as DecisionKind<Decisions[keyof Decisions]>;
}

const names = Object.keys(decisionKinds) as (keyof Decisions)[];
