import { diffArrays } from 'diff';
import { chordsOf, type WrittenBar } from './written.ts';

/** What stands in one row and what it is in the other; null where it is in one of both only. */
export type Paired<One> = readonly (readonly [old: One | null, now: One | null])[];

/** What is alike in both rows, and what is only in one of them. */
export function inPairs<One>(
  before: readonly One[],
  after: readonly One[],
  key: (one: One) => string,
): Paired<One> {
  const pairs: [One | null, One | null][] = [];
  let [old, now] = [0, 0];
  for (const { value, removed, added } of diffArrays(before.map(key), after.map(key)))
    for (const _ of value) {
      pairs.push([added ? null : before[old]!, removed ? null : after[now]!]);
      if (!added) old += 1;
      if (!removed) now += 1;
    }
  return pairs;
}

const partsOf = ({ parts }: WrittenBar) => JSON.stringify(parts);

/** Two sections of which so many pairs of bars would have to be looked at are compared bar by bar only. */
const mostPairs = 250_000;

/**
 * The bars of two states of a section, each with what it has become: in their order, so that as much as can be stays with its like.
 * What is only changed is no bar gone and another come.
 */
export function pairedBars(
  before: readonly WrittenBar[],
  after: readonly WrittenBar[],
): Paired<WrittenBar> {
  const isSame = (one: WrittenBar, other: WrittenBar) =>
    chordsOf(one) === chordsOf(other) && partsOf(one) === partsOf(other);
  const shorter = Math.min(before.length, after.length);
  let first = 0;
  while (first < shorter && isSame(before[first]!, after[first]!)) first += 1;
  let last = 0;
  while (last < shorter - first && isSame(before.at(-1 - last)!, after.at(-1 - last)!)) last += 1;
  const [olds, nows] = [
    before.slice(first, before.length - last),
    after.slice(first, after.length - last),
  ];
  const middle =
    olds.length * nows.length > mostPairs ? inPairs(olds, nows, chordsOf) : bestPairs(olds, nows);
  return [
    ...before.slice(0, first).map((bar, place) => [bar, after[place]!] as const),
    ...middle,
    ...before
      .slice(before.length - last)
      .map((bar, place) => [bar, after[after.length - last + place]!] as const),
  ];
}

/** How much two bars are one bar: by their chords sooner than by words and tune, and a little in any case. */
function likeness(one: WrittenBar, other: WrittenBar): number {
  const ofChords = chordsOf(one) === chordsOf(other) ? 6 : 0;
  return 1 + ofChords + (partsOf(one) === partsOf(other) ? 3 : 0);
}

/** The pairs in order that are most alike altogether. */
function bestPairs(olds: readonly WrittenBar[], nows: readonly WrittenBar[]): Paired<WrittenBar> {
  const width = nows.length + 1;
  const best = new Float64Array((olds.length + 1) * width);
  const at = (old: number, now: number) => best[old * width + now]!;
  for (let old = olds.length - 1; old >= 0; old -= 1)
    for (let now = nows.length - 1; now >= 0; now -= 1)
      best[old * width + now] = Math.max(
        at(old + 1, now + 1) + likeness(olds[old]!, nows[now]!),
        at(old + 1, now),
        at(old, now + 1),
      );
  const pairs: [WrittenBar | null, WrittenBar | null][] = [];
  let [old, now] = [0, 0];
  while (old < olds.length || now < nows.length) {
    const isPaired =
      old < olds.length &&
      now < nows.length &&
      at(old, now) === at(old + 1, now + 1) + likeness(olds[old]!, nows[now]!);
    const goes = old < olds.length && (now >= nows.length || at(old, now) === at(old + 1, now));
    pairs.push([isPaired || goes ? olds[old]! : null, isPaired || !goes ? nows[now]! : null]);
    if (isPaired || goes) old += 1;
    if (isPaired || !goes) now += 1;
  }
  return pairs;
}
