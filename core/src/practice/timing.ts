import { middleOf } from '../kit/middle.ts';
import type { Hand } from '../playing/struck.ts';
import type { DueNote, DueStrike } from './due.ts';
import type { Fault, KeyDown } from './fault.ts';
import type { Tolerances } from './tolerances.ts';

/** A strike that was played, and by how many milliseconds it came later than it was due. */
interface Timed {
  readonly strike: DueStrike;
  readonly late: number;
}

/** So many notes at least make a row that is even or not. */
const fewestInRow = 4;
/** Over so many strikes it is asked how even they are: about as many as one hears as a figure. */
const stretch = 6;

/** What came early or late, where the hands lay apart, where even notes were uneven. */
export function timingFaults(
  strikes: readonly DueStrike[],
  paired: ReadonlyMap<DueNote, KeyDown>,
  tolerances: Tolerances,
): { readonly offset: number; readonly faults: Fault[] } {
  const timed = strikes.flatMap((strike): Timed[] => {
    const lates = strike.notes.flatMap((note) => {
      const key = paired.get(note);
      return key ? [key.at - note.due] : [];
    });
    return lates.length > 0 ? [{ strike, late: middleOf(lates) }] : [];
  });
  const together = new Map<number, Timed[]>();
  for (const one of timed)
    together.set(one.strike.onset, [...(together.get(one.strike.onset) ?? []), one]);
  const faults: Fault[] = [];
  const apart = new Set<Timed>();
  const outOfTime = new Set<Timed>();
  for (const all of together.values()) {
    const left = all.find(({ strike }) => strike.hand === 'left');
    const right = all.find(({ strike }) => strike.hand === 'right');
    const isApart = left && right && Math.abs(left.late - right.late) > tolerances.together;
    if (isApart) {
      const farther = Math.abs(left.late) > Math.abs(right.late) ? left : right;
      const other = farther === left ? right : left;
      faults.push(fault('apart', farther, farther.late - other.late));
      apart.add(left).add(right);
    }
    for (const one of all) {
      if (apart.has(one) || Math.abs(one.late) <= tolerances.inTime) continue;
      outOfTime.add(one);
      faults.push(fault(one.late > 0 ? 'late' : 'early', one, one.late));
    }
  }
  const offBeat = new Set([...apart, ...outOfTime]);
  for (const hand of ['left', 'right'] as const)
    for (const row of evenRows(timed, hand)) {
      // What is out of time is not uneven besides.
      const worst = worstStretch(row, (one) => offBeat.has(one));
      if (worst && worst.uneven > tolerances.even)
        faults.push(fault('uneven', worst.from, worst.uneven));
    }
  return { offset: middleOf(timed.map(({ late }) => late)), faults };
}

function fault(kind: Fault['kind'], { strike }: Timed, ms: number): Fault {
  const { hand, at } = strike;
  return { kind, hand, at, note: strike.notes[0]!.note, played: null, ms };
}

/** Rows of strikes of one hand that follow one another in even steps, not slower than quarters. */
function evenRows(timed: readonly Timed[], hand: Hand): Timed[][] {
  const own = timed.filter(({ strike }) => strike.hand === hand);
  const rows: Timed[][] = [];
  let row: Timed[] = [];
  let step = 0;
  const end = () => {
    if (row.length >= fewestInRow) rows.push(row);
  };
  for (const one of own) {
    const before = row.at(-1);
    const next = before ? one.strike.onset - before.strike.onset : 0;
    if (before && next > 0 && next <= slowestStep && (row.length === 1 || next === step)) {
      row.push(one);
      step = next;
    } else {
      end();
      const isFromBefore = before && next > 0 && next <= slowestStep;
      row = isFromBefore ? [before, one] : [one];
      step = next;
    }
  }
  end();
  return rows;
}

const slowestStep = 480;

/** The most uneven of all stretches of a row of so many strikes that are in time; null where there is none. */
function worstStretch(
  row: readonly Timed[],
  isOff: (one: Timed) => boolean,
): { readonly from: Timed; readonly uneven: number } | null {
  let worst: { from: Timed; uneven: number } | null = null;
  const length = Math.min(stretch, row.length);
  for (let from = 0; from + length <= row.length; from += 1) {
    const here = row.slice(from, from + length);
    if (here.some(isOff)) continue;
    const uneven = unevenness(here.map(({ late }) => late));
    if (!worst || uneven > worst.uneven) worst = { from: here[0]!, uneven };
  }
  return worst;
}

/** How far each lies from between its neighbours, the mean over a stretch. */
function unevenness(lates: readonly number[]): number {
  const inner = lates.slice(1, -1);
  const sum = inner.reduce(
    (all, late, place) => all + Math.abs(late - (lates[place]! + lates[place + 2]!) / 2),
    0,
  );
  return sum / Math.max(1, inner.length);
}
