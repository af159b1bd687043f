import {
  commonToneInWords,
  commonTones,
  noteNamer,
  stepMovement,
  type Voiced,
  type VoicedSlot,
} from '@intervallum/core';
import type { HandsMark } from '../chart/HandsAbove.tsx';
import type { ChartView } from '../chart/view.ts';

/**
 * The marks of a song: by slot of its text, each as it is met the first time; or as it is played, by slot of the timeline.
 */
export function handsMarks(
  voiced: Voiced,
  view: ChartView,
  asPlayed = false,
): ReadonlyMap<number, HandsMark> {
  const { slots, problems } = voiced;
  const row = slots.filter((slot) => slot !== null);
  const runs = commonTones(row);
  const marks = new Map<number, HandsMark>();
  const problemAt = (slot: number) =>
    problems.find((problem) => problem.slot === slot)?.message ?? null;
  for (const [index, slot] of row.entries()) {
    const place = asPlayed ? slot.at : slot.slot;
    if (marks.has(place)) continue;
    const name = noteNamer(slot, view.letterStyle);
    const run = runs.find(({ from, to }) => index >= from && index <= to);
    marks.set(place, {
      movement: stepMovement(row[index - 1] ?? null, slot),
      top: name(slot.right.at(-1) ?? slot.left.at(-1)!),
      pinned: slot.pinned,
      stays: run
        ? {
            said: commonToneInWords(name(run.note), run.to - run.from + 1),
            begins: index === run.from,
          }
        : null,
      problem: problemAt(slot.slot),
    });
  }
  for (const { slot, message } of asPlayed ? [] : problems) {
    if (!marks.has(slot)) marks.set(slot, { ...nothing, problem: message });
  }
  return marks;
}

/** The chosen slot in time: what is held there, before and after, and which time through it is. */
export interface ChosenHands {
  readonly at: number;
  readonly now: VoicedSlot;
  readonly before: VoicedSlot | null;
  readonly after: VoicedSlot | null;
  readonly passes: number;
}

/** Finds a slot of the text in the voiced song, at one of the times it is played; null where it is not voiced. */
export function chosenHands(voiced: Voiced, slot: number, pass: number): ChosenHands | null {
  const all = voiced.slots.filter((one) => one?.slot === slot);
  const now = all[Math.min(pass, all.length) - 1];
  if (!now) return null;
  const row = voiced.slots.filter((one) => one !== null);
  const index = row.indexOf(now);
  return {
    at: now.at,
    now,
    before: row[index - 1] ?? null,
    after: row[index + 1] ?? null,
    passes: all.length,
  };
}

const nothing: HandsMark = {
  movement: { kind: 'start', held: 0, notes: 0, semitones: 0, jump: 0 },
  top: '',
  pinned: false,
  stays: null,
  problem: null,
};
