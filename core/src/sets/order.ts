/** What is put in order: whether it stays where it is. */
export interface Placed {
  readonly isFixed: boolean;
}

/** Up to so many places that are free, the order found is the best there is; beyond, the best of a search. */
export const mostExact = 12;

/** An order of places, what it costs, and whether no other costs less. */
export interface Order {
  readonly places: readonly number[];
  readonly cost: number;
  readonly isBest: boolean;
}

/**
 * What it costs, 0 or more, that one stands right before the other, each by where it stands now.
 * @param gap which gap between two places it is, from 0: what is between them may matter
 */
export type GapCost = (before: number, after: number, gap: number) => number;

/**
 * The cheapest order of what is free around what is fixed.
 * @param items in the order that stands
 */
export function bestOrder(items: readonly Placed[], cost: GapCost): Order {
  const free = items.flatMap(({ isFixed }, place) => (isFixed ? [] : [place]));
  return free.length <= mostExact ? exact(items, free, cost) : searched(items, free, cost);
}

/** What an order costs. */
export function orderCost(places: readonly number[], cost: GapCost): number {
  let sum = 0;
  for (let gap = 0; gap + 1 < places.length; gap += 1)
    sum += cost(places[gap]!, places[gap + 1]!, gap);
  return sum;
}

interface State {
  readonly cost: number;
  readonly last: number;
  readonly used: number;
  readonly before: State | null;
}

/**
 * Held and Karp (1962, A dynamic programming approach to sequencing problems), place by place: for each set of those that
 * are used and the one that stands last what that costs at least.
 */
function exact(items: readonly Placed[], free: readonly number[], cost: GapCost): Order {
  let states: State[] = [{ cost: 0, last: -1, used: 0, before: null }];
  for (const [place, { isFixed }] of items.entries()) {
    const next = new Map<number, State>();
    const put = (one: number, used: number, from: State) => {
      const more = from.last < 0 ? 0 : cost(from.last, one, place - 1);
      const name = used * items.length + one;
      const known = next.get(name);
      if (known && known.cost <= from.cost + more) return;
      next.set(name, { cost: from.cost + more, last: one, used, before: from });
    };
    for (const state of states)
      if (isFixed) put(place, state.used, state);
      else
        for (const [index, one] of free.entries())
          if ((state.used & (1 << index)) === 0) put(one, state.used | (1 << index), state);
    states = [...next.values()];
  }
  const best = states.reduce((found, one) => (one.cost < found.cost ? one : found));
  const places: number[] = [];
  for (let state: State | null = best; state && state.last >= 0; state = state.before)
    places.unshift(state.last);
  return { places, cost: best.cost, isBest: true };
}

/** Two that are free change places, or a stretch of them turns about, for as long as that makes it cheaper. */
function searched(items: readonly Placed[], free: readonly number[], cost: GapCost): Order {
  let places = items.map((_, place) => place);
  let least = orderCost(places, cost);
  for (let isBetter = true; isBetter;) {
    isBetter = false;
    for (const one of free)
      for (const other of free) {
        if (one >= other) continue;
        for (const tried of [swapped(places, one, other), turned(places, one, other, free)]) {
          const now = orderCost(tried, cost);
          // What is less by a rounding only would go on for ever.
          if (now < least - 1e-9) [places, least, isBetter] = [tried, now, true];
        }
      }
  }
  return { places, cost: least, isBest: false };
}

function swapped(places: readonly number[], one: number, other: number): number[] {
  const tried = [...places];
  [tried[one], tried[other]] = [tried[other]!, tried[one]!];
  return tried;
}

/** What stands on the free places from one to another, the other way about. */
function turned(
  places: readonly number[],
  one: number,
  other: number,
  free: readonly number[],
): number[] {
  const between = free.filter((place) => place >= one && place <= other);
  const tried = [...places];
  for (const [index, place] of between.entries())
    tried[place] = places[between[between.length - 1 - index]!]!;
  return tried;
}
