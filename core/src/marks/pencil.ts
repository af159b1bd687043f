import { parseChart } from '../chart/read/parseChart.ts';
import { followBars } from './bars.ts';
import { compareTexts } from './compare.ts';
import { followSlots } from './follow.ts';

/** What a reader pencilled at a bar of a chart. */
export interface PencilMark {
  /** Counted over the whole song as it is written. */
  readonly bar: number;
  readonly words: string;
  readonly isMarked: boolean;
  /** The reader does not play there. */
  readonly isHidden: boolean;
}

/** All that a reader pencilled into one chart; at most one mark a bar, in their order. */
export interface Pencil {
  readonly marks: readonly PencilMark[];
  /** Words that stood at bars which are gone: nothing that was written is lost with them. */
  readonly lost: readonly string[];
}

export const noPencil: Pencil = { marks: [], lost: [] };

/** The pencil with another mark at a bar; without one where nothing is left of it. */
export function withPencilMark(pencil: Pencil, mark: PencilMark): Pencil {
  const others = pencil.marks.filter(({ bar }) => bar !== mark.bar);
  const isEmpty = mark.words === '' && !mark.isMarked && !mark.isHidden;
  const marks = isEmpty ? others : [...others, mark];
  return { ...pencil, marks: marks.sort((one, other) => one.bar - other.bar) };
}

/** The pencil in another state of the chart: each mark goes with its bar. The same one where none moved. */
export function carryPencil(pencil: Pencil, before: string, after: string): Pencil {
  if (before === after || pencil.marks.length === 0) return pencil;
  const [old, now] = [parseChart(before), parseChart(after)];
  const follow = followBars(old, now, followSlots(old, now, compareTexts(before, after)));
  let carried: Pencil = { ...pencil, marks: [] };
  const lost: string[] = [];
  for (const mark of pencil.marks) {
    const bar = follow(mark.bar);
    if (bar === null) {
      if (mark.words !== '') lost.push(mark.words);
      continue;
    }
    const there = carried.marks.find((one) => one.bar === bar);
    carried = withPencilMark(carried, there ? joined(there, mark) : { ...mark, bar });
  }
  const isSame =
    lost.length === 0 &&
    carried.marks.every((mark, place) => mark.bar === pencil.marks[place]?.bar) &&
    carried.marks.length === pencil.marks.length;
  return isSame ? pencil : { ...carried, lost: [...pencil.lost, ...lost] };
}

/** Two bars became one: all that was said of both. */
function joined(one: PencilMark, other: PencilMark): PencilMark {
  return {
    bar: one.bar,
    words: [one.words, other.words].filter((words) => words !== '').join(' · '),
    isMarked: one.isMarked || other.isMarked,
    isHidden: one.isHidden && other.isHidden,
  };
}
