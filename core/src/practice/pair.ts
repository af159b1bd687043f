/**
 * Pairs moments that are due with those that came, in their order, each at most once: as many as can be within the reach, and of
 * those the ones that lie nearest together. Both are in order and in one unit.
 * An exact alignment by dynamic programming (as for the distance between two texts: Wagner and Fischer 1974), kept to what lies
 * within reach: time in proportion to the moments and to how many lie within reach of one.
 * @returns for each that was due the place of the one that came; null where none did
 */
export function pairInTime(
  due: readonly number[],
  came: readonly number[],
  reach: number,
): (number | null)[] {
  /** What it costs up to here, by how many of those that came are behind; from `first` on. */
  let costs = [0];
  let first = 0;
  const rows: { readonly first: number; readonly steps: Step[] }[] = [];
  let low = 0;
  let high = 0;
  for (const moment of due) {
    while (low < came.length && came[low]! < moment - reach) low += 1;
    high = Math.max(high, low);
    while (high < came.length && came[high]! <= moment + reach) high += 1;
    const costAt = spread(costs, first, { from: low, to: high, reach });
    const steps: Step[] = [];
    const next: number[] = [];
    for (let behind = low; behind <= high; behind += 1) {
      const missed = costAt(behind) + reach;
      const gap = behind > low ? Math.abs(moment - came[behind - 1]!) : Infinity;
      const paired = behind > low ? costAt(behind - 1) + gap : Infinity;
      const skipped = behind > low ? next.at(-1)! + reach : Infinity;
      const best = Math.min(missed, paired, skipped);
      next.push(best);
      steps.push(best === paired ? 'paired' : best === missed ? 'missed' : 'skipped');
    }
    rows.push({ first: low, steps });
    costs = next;
    first = low;
  }
  return wayBack(rows, { costs, first, count: came.length, reach });
}

type Step = 'paired' | 'missed' | 'skipped';

/** Costs of the row before, reached on to where this one needs them: whatever came and is passed over costs its reach. */
function spread(
  costs: readonly number[],
  first: number,
  { from, to, reach }: { from: number; to: number; reach: number },
): (behind: number) => number {
  const all: number[] = [];
  let best = Infinity;
  for (let behind = first; behind <= to; behind += 1) {
    best = Math.min(costs[behind - first] ?? Infinity, best + reach);
    if (behind >= from) all.push(best);
  }
  return (behind) => all[behind - from] ?? Infinity;
}

function wayBack(
  rows: readonly { readonly first: number; readonly steps: readonly Step[] }[],
  last: { costs: readonly number[]; first: number; count: number; reach: number },
): (number | null)[] {
  const found: (number | null)[] = rows.map(() => null);
  let behind = last.first;
  let best = Infinity;
  for (const [place, cost] of last.costs.entries()) {
    const whole = cost + (last.count - last.first - place) * last.reach;
    if (whole < best) {
      best = whole;
      behind = last.first + place;
    }
  }
  for (let row = rows.length - 1; row >= 0; row -= 1) {
    const { first, steps } = rows[row]!;
    // What came beyond what this row could reach was passed over before it was asked.
    behind = Math.min(behind, first + steps.length - 1);
    while (steps[behind - first] === 'skipped') behind -= 1;
    if (steps[behind - first] === 'paired') {
      behind -= 1;
      found[row] = behind;
    }
  }
  return found;
}
