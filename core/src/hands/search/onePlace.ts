import type { CandidateSet } from './candidates.ts';
import type { StepTable } from './lattice.ts';

/** A chord of the song that is free: what it is held with, and which others are the same chord. */
export interface Placed {
  readonly set: CandidateSet;
  /** Equal names hold the same hands; null for one that is pinned. */
  readonly name: string | null;
}

/** So often all chords are looked at again: each round costs less than the one before, and few are needed. */
const mostRounds = 8;

/**
 * One chord, one shape, one place: a beginner's song, in which a chord is held the same way each time it comes. Begins with the
 * cheapest path and gives each chord, one after the other, the hands that cost least over all its times with the others as they
 * are, until nothing is gained. Not always the cheapest of all songs so held, but one that no single chord makes cheaper.
 * @param path the voicing of each chord, by its place in its set
 * @returns such a path with one shape for each name; a chord whose sets have no voicing in common keeps its own
 */
export function inOnePlace(
  nodes: readonly Placed[],
  path: readonly number[],
  steps: (from: CandidateSet, to: CandidateSet) => StepTable,
): number[] {
  const chosen = [...path];
  const groups = groupsOf(nodes).map((places) => ({ places, ways: sharedWays(nodes, places) }));
  for (let round = 0; round < mostRounds; round += 1) {
    let isChanged = false;
    for (const { places, ways } of groups) {
      let best: readonly number[] | null = null;
      let least = Infinity;
      for (const way of ways) {
        const cost = costOf(way, places);
        if (cost < least) [best, least] = [way, cost];
      }
      if (!best) continue;
      for (const [index, place] of places.entries()) {
        isChanged ||= chosen[place] !== best[index];
        chosen[place] = best[index]!;
      }
    }
    if (!isChanged) break;
  }
  return chosen;

  /** What a group costs with these hands: each in itself, and the steps into it and out of it. */
  function costOf(way: readonly number[], places: readonly number[]): number {
    const at = new Map(places.map((place, index) => [place, way[index]!]));
    const held = (place: number) => at.get(place) ?? chosen[place]!;
    let cost = 0;
    for (const place of places) {
      cost += nodes[place]!.set.own[held(place)]!;
      if (place > 0) cost += step(place - 1, held(place - 1), held(place));
      if (place + 1 < nodes.length && !at.has(place + 1))
        cost += step(place, held(place), held(place + 1));
    }
    return cost;
  }

  function step(place: number, one: number, next: number): number {
    const { costs, width } = steps(nodes[place]!.set, nodes[place + 1]!.set);
    return costs[one * width + next]!;
  }
}

/** The places of each chord that comes more than once. */
function groupsOf(nodes: readonly Placed[]): number[][] {
  const groups = new Map<string, number[]>();
  for (const [place, { name }] of nodes.entries())
    if (name !== null) groups.set(name, [...(groups.get(name) ?? []), place]);
  return [...groups.values()].filter((places) => places.length > 1);
}

/** The hands that all places of a chord can hold, each by where it stands in the set of each place. */
function sharedWays(nodes: readonly Placed[], places: readonly number[]): number[][] {
  const byHands = places.map((place) => {
    const { candidates } = nodes[place]!.set;
    return new Map(candidates.map(({ left, right }, at) => [`${left.notes}|${right.notes}`, at]));
  });
  const ways: number[][] = [];
  for (const hands of byHands[0]!.keys()) {
    const way = byHands.map((known) => known.get(hands));
    if (way.every((at) => at !== undefined)) ways.push(way);
  }
  return ways;
}
