import { Memo } from '../../kit/memo.ts';
import type { TimedSlot, Timeline } from '../../chart/time/timeline.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatKey } from '../../pitch/key.ts';
import { fold } from '../../pitch/note.ts';
import { VoicingRequests, withDefaults, type Hands, type FullOptions } from './requests.ts';
import {
  candidateSet,
  findCandidates,
  handCandidatesName,
  handCandidatesOf,
  isUnderBells,
  stepWeights,
  type CandidateSet,
  type HandCandidates,
  type VoicingRequest,
} from './candidates.ts';
import { candidate, stepCost, totalOf, type Candidate, type StepCost } from './cost.ts';
import { Lattice, StepTable } from './lattice.ts';
import { inOnePlace, type Placed } from './onePlace.ts';
import { maskOf } from '../shapes/material.ts';
import { hasBassPlayer, type Reach } from '../shapes/player.ts';
import { staleTops, withPriceOnTop } from './topLine.ts';
import { unlikeProblem, whyNone } from './troubles.ts';
import { dressed, isUnderLine, wishTroubles } from './wishTroubles.ts';
import type {
  HandsProblem,
  OtherVoicing,
  Progress,
  Voiced,
  VoicedSlot,
  VoiceOptions,
} from './voiced.ts';

/** A chord of the timeline with the voicings that are open to it. */
interface ChordNode {
  readonly at: number;
  readonly slot: TimedSlot;
  readonly chord: Chord;
  readonly request: VoicingRequest;
  readonly isSung: boolean;
  readonly pinned: boolean;
  readonly leftPinned: boolean;
  readonly set: CandidateSet;
}

/** Sets and tables that are remembered at most. */
const mostSets = 2_000;
const mostTables = 1_000;
/** So often a top line that stays too long is looked for: each time is a search, of what is new in it only. */
const mostTopRounds = 6;

/**
 * Finds the hands of a song, and remembers what it found: after an edit only what changed is searched again.
 * A search that is given up leaves the last finished one in place.
 */
export class Voicer {
  readonly #handCandidates = new Memo<HandCandidates>(mostSets);
  readonly #sets = new Memo<CandidateSet>(mostSets);
  readonly #tables = new Memo<StepTable>(mostTables);
  #nextId = 1;
  #found: {
    readonly lattice: Lattice;
    readonly nodes: readonly ChordNode[];
    readonly voiced: Voiced;
    readonly options: FullOptions;
  } | null = null;

  /** Searches step by step, so that a caller can show progress, let others work, or stop. */
  *search(timeline: Timeline, wished: VoiceOptions = {}): Generator<Progress, Voiced> {
    const options = withDefaults(wished);
    const problems: HandsProblem[] = [];
    const chords = timeline.slots.flatMap((slot, at) =>
      slot.is.kind === 'chord' ? [{ at, slot, chord: slot.is.chord }] : [],
    );
    const of = 2 * chords.length;
    const requests = new VoicingRequests(timeline, options);
    const nodes: ChordNode[] = [];
    for (const [index, { at, slot, chord }] of chords.entries()) {
      const request = requests.at(slot, chord, chords[index + 1]?.chord ?? null);
      const { hands, problem } = requests.pinned(slot, chord);
      if (problem)
        problems.push(...withoutRepeats(problems, { slot: slot.slot, message: problem }));
      const set = this.#setFor(request, hands);
      if (set.candidates.length > 0) {
        // Bells are the same throughout, and a hand that climbs goes where it is told.
        const isSung = request.taste.melody !== null || request.right !== null;
        nodes.push({
          at,
          slot,
          chord,
          request,
          isSung,
          pinned: hands !== null,
          leftPinned: (hands?.left ?? null) !== null,
          set,
        });
      } else {
        const message = whyNone({ ...request, fixed: hands }, options.numbers);
        problems.push(...withoutRepeats(problems, { slot: slot.slot, message }));
      }
      yield { done: index + 1, of };
    }
    const steps = (from: CandidateSet, to: CandidateSet) => this.#table(from, to);
    let lattice = new Lattice(
      nodes.map(({ set }) => set),
      steps,
    );
    for (const done of lattice.search(this.#found?.lattice ?? null))
      yield { done: chords.length + done, of };

    let path = lattice.path();
    // What is dull is only heard in the whole row: it is priced where it was found, and searched for again.
    const priced = new Set<string>();
    for (let round = 0; round < mostTopRounds; round += 1) {
      const stale = staleTops(nodes, path).filter(({ at, top }) => !priced.has(`${at} ${top}`));
      if (stale.length === 0) break;
      for (const { at, top } of stale) {
        priced.add(`${at} ${top}`);
        nodes[at] = { ...nodes[at]!, set: this.#staleSet(nodes[at]!.set, top) };
      }
      const again = new Lattice(
        nodes.map(({ set }) => set),
        steps,
      );
      for (const _ of again.search(lattice)) yield { done: of, of };
      lattice = again;
      path = lattice.path();
    }
    if (nodes.some(({ set }) => set.school === 'beginner'))
      path = inOnePlace(nodes.map(placedOf), path, steps);
    const slots: (VoicedSlot | null)[] = timeline.slots.map(() => null);
    let before: Candidate | null = null;
    let cost = 0;
    for (const [index, node] of nodes.entries()) {
      const found: Candidate = node.set.candidates[path[index]!]!;
      const chosen = node.pinned ? found : dressed(node.request, found);
      const own = node.set.own[path[index]!]!;
      const step = before ? stepCost(before, chosen, node.set.weights) : noStep;
      cost += own + totalOf(step);
      const { request, pinned } = node;
      const candidates = this.#candidatesOf(request);
      for (const message of wishTroubles(request, candidates, found, pinned, options.numbers))
        problems.push(...withoutRepeats(problems, { slot: node.slot.slot, message }));
      if (pinned) {
        const held = { left: chosen.left.notes, right: chosen.right.notes };
        const bassPlayer = hasBassPlayer(options.lineup);
        const unlike = unlikeProblem(held, node.chord, node.slot.key, bassPlayer, options.numbers);
        if (unlike)
          problems.push(...withoutRepeats(problems, { slot: node.slot.slot, message: unlike }));
      }
      const contradiction = requests.contradiction(node.slot, node.at);
      if (contradiction)
        problems.push(
          ...withoutRepeats(problems, { slot: node.slot.slot, message: contradiction }),
        );
      const walk = requests.walk(node.slot, node.chord, chosen, node.leftPinned);
      if (typeof walk === 'string')
        problems.push(...withoutRepeats(problems, { slot: node.slot.slot, message: walk }));
      slots[node.at] = {
        ...voicedSlot(node, chosen, options.reach),
        walk: typeof walk === 'string' ? null : walk,
        line: isUnderLine(request, chosen) ? requests.line(node.slot) : null,
        loudness: requests.loudness(node.slot),
        pedalling: requests.pedalling(node.slot),
        cost: { own, step },
      };
      before = chosen;
    }
    const { reach, lineup, instrument } = options;
    const voiced: Voiced = { timeline, slots, problems, cost, reach, lineup, instrument };
    this.#found = { lattice, nodes, voiced, options };
    return voiced;
  }

  /** The search in one go. */
  voice(timeline: Timeline, options: VoiceOptions = {}): Voiced {
    const search = this.search(timeline, options);
    for (;;) {
      const { done, value } = search.next();
      if (done) return value;
    }
  }

  /**
   * Other ways to play a slot of the timeline that was voiced last, cheapest first, `most` of them. A pin on it is
   * passed over, so that one sees what the search would offer there. Of one right hand no more than two are listed.
   */
  alternatives(at: number, most = 9): OtherVoicing[] {
    const found = this.#found;
    const index = found?.nodes.findIndex((node) => node.at === at) ?? -1;
    const node = found?.nodes[index];
    if (!found || !node) return [];
    const set = node.pinned ? this.#setFor(node.request, null) : node.set;
    if (set.candidates.length === 0) return [];
    const others: OtherVoicing[] = [];
    const seen = new Map<string, number>();
    for (const { index: one, cost } of found.lattice.prices(index, set)) {
      const { left, right } = dressed(node.request, set.candidates[one]!);
      // Under bells all have the same right hand.
      const name = (isUnderBells(node.request) ? left : right).notes.join();
      const times = seen.get(name) ?? 0;
      if (times >= 2) continue;
      seen.set(name, times + 1);
      others.push({
        left: left.notes,
        right: right.notes,
        leftFamily: left.family,
        rightFamily: right.family,
        rolled: rolledHands(left.notes, right.notes, found.options.reach),
        over: cost,
      });
      if (others.length === most) break;
    }
    return others;
  }

  #setFor(request: VoicingRequest, hands: Hands | null): CandidateSet {
    return this.#sets.get(nameOf(request, hands), () => {
      const found =
        hands?.left && hands.right
          ? { candidates: [pinnedCandidate(hands.left, hands.right)], own: [0] }
          : findCandidates({ ...request, fixed: hands }, this.#candidatesOf(request));
      const { school } = request.taste;
      const weights = stepWeights({ ...request, fixed: hands });
      return candidateSet(this.#nextId++, school, found, weights);
    });
  }

  #staleSet(set: CandidateSet, top: number): CandidateSet {
    return this.#sets.get(`${set.id} with ${top} on top`, () =>
      candidateSet(
        this.#nextId++,
        set.school,
        { candidates: set.candidates, own: withPriceOnTop(set, top, set.weights.stale) },
        set.weights,
      ),
    );
  }

  #candidatesOf(request: VoicingRequest): HandCandidates {
    return this.#handCandidates.get(handCandidatesName(request), () => handCandidatesOf(request));
  }

  #table(from: CandidateSet, to: CandidateSet): StepTable {
    return this.#tables.get(`${from.id}:${to.id}`, () => new StepTable(from, to, to.weights));
  }
}

/** A chord by its name, its key and its height: what is equal is held alike where one chord has one place. */
function placedOf({ set, pinned, chord, slot, request }: ChordNode): Placed {
  const name = JSON.stringify([chord, formatKey(slot.key), request.taste.octaves]);
  const isFree = !pinned && request.right?.kind !== 'line';
  return { set, name: isFree && set.school === 'beginner' ? name : null };
}

const noStep: StepCost = { right: 0, left: 0, jump: 0, topLine: 0, parallel: 0, line: 0 };

function nameOf({ chord, key, next, taste, ...rest }: VoicingRequest, hands: Hands | null): string {
  const { weights: _, palette, ...plain } = taste;
  return JSON.stringify([chord, formatKey(key), next, plain, [...palette], rest, hands]);
}

function pinnedCandidate(left: readonly number[], right: readonly number[]): Candidate {
  return candidate(
    { notes: left, family: 'other tone', mask: maskOf(left) },
    { notes: right, family: 'close', mask: maskOf(right) },
  );
}

function voicedSlot(
  { at, slot, chord, pinned, request }: ChordNode,
  { left, right, highest }: Candidate,
  reach: Reach,
) {
  return {
    at,
    slot: slot.slot,
    chord,
    key: slot.key,
    left: left.notes,
    right: right.notes,
    leftFamily: left.family,
    rightFamily: right.family,
    pinned,
    offTune: request.taste.melody !== null && fold(highest, 12) !== request.taste.melody,
    rolled: rolledHands(left.notes, right.notes, reach),
  };
}

function rolledHands(left: readonly number[], right: readonly number[], reach: Reach) {
  const span = (notes: readonly number[]) => (notes.length === 0 ? 0 : notes.at(-1)! - notes[0]!);
  return { left: span(left) > reach.left.held, right: span(right) > reach.right.held };
}

function withoutRepeats(problems: readonly HandsProblem[], next: HandsProblem): HandsProblem[] {
  return problems.some(({ slot, message }) => slot === next.slot && message === next.message)
    ? []
    : [next];
}
