import {
  commonToneInWords,
  commonTones,
  nameDegree,
  noteNamer,
  stepMovement,
  withSigns,
  type Voiced,
} from '@intervallum/core';
import type { FillMark, HandsMark } from '../../music/rails/overMark.ts';
import type { ChartView } from '../../music/rails/view.ts';

/**
 * The marks of a song: by slot of its text, each as it is met the first time; or as it is played, by slot of the timeline.
 * @param placed the signs of the runs that are placed, by the same slots
 */
export function handsMarks(
  voiced: Voiced,
  view: ChartView,
  asPlayed = false,
  placed: ReadonlyMap<number, FillMark> | null = null,
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
      offTune: slot.offTune,
      walk: slot.walk && withSigns(slot.walk.kind, 'printed'),
      line: slot.line && {
        tone: nameDegree(slot.line, view.style),
        goesOn: (row[index + 1]?.line ?? null) !== null,
      },
      stays: run
        ? {
            said: commonToneInWords(name(run.note), run.to - run.from + 1),
            begins: index === run.from,
          }
        : null,
      run: placed?.get(place)?.run ?? null,
      problem: problemAt(slot.slot),
    });
  }
  for (const { slot, message } of asPlayed ? [] : problems) {
    if (!marks.has(slot)) marks.set(slot, { ...nothing, problem: message });
  }
  return marks;
}

const nothing: HandsMark = {
  movement: { kind: 'start', held: 0, notes: 0, semitones: 0, jump: 0 },
  top: '',
  pinned: false,
  offTune: false,
  walk: null,
  line: null,
  run: null,
  stays: null,
  problem: null,
};
