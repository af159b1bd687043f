import {
  expand,
  findMoves,
  handsOfMove,
  type Key,
  type MoveForm,
  type MoveHands,
  type MoveKind,
  type MoveWishes,
  type Song,
  type VoiceOptions,
} from '@intervallum/core';
import { breath, pause } from './breath.ts';

/** What kinds of ideas the gap behind a slot of the timeline holds. */
export interface GapIdeas {
  readonly after: number;
  readonly kinds: readonly MoveKind[];
}

/** Milliseconds after which what is found so far is told. */
const patience = 700;

/** Looks into the gaps of a song, one song at a time: a later one overtakes the one under way. */
export function createMovesSearcher() {
  let latest = 0;
  let latestOfHands = 0;

  return {
    /**
     * The kinds of ideas of every gap that has one.
     * @param eachTime every time through a section is told apart; else a gap is looked into the first time it is met
     * @param onSome is told now and then what is found so far, where there is much to look into
     * @returns null where a later song has overtaken this one
     */
    async ideas(
      song: Song,
      key: Key,
      wishes: MoveWishes,
      eachTime: boolean,
      onSome: (found: readonly GapIdeas[]) => void,
    ): Promise<GapIdeas[] | null> {
      latest += 1;
      const own = latest;
      const timeline = expand(song, { key });
      const found: GapIdeas[] = [];
      const seen = new Set<number>();
      let last = performance.now();
      let told = last;
      for (const [after, { slot, is }] of timeline.slots.entries()) {
        if (is.kind !== 'chord' || (!eachTime && seen.has(slot))) continue;
        seen.add(slot);
        const kinds = findMoves(timeline, { after }, wishes).moves.map(({ kind }) => kind);
        if (kinds.length > 0) found.push({ after, kinds });
        if (performance.now() - last < breath) continue;
        await pause();
        if (own !== latest) return null;
        last = performance.now();
        if (last - told < patience) continue;
        onSome(found);
        told = last;
      }
      return found;
    },

    /**
     * How far the fingers of both hands go through each of some moves, in half steps; null for one that they cannot hold.
     * @returns null where a later question has overtaken this one
     */
    async movements(
      song: Song,
      key: Key,
      after: number,
      moves: readonly MoveForm['chords'][],
      options: VoiceOptions,
    ): Promise<(number | null)[] | null> {
      latestOfHands += 1;
      const own = latestOfHands;
      const timeline = expand(song, { key });
      const found: (number | null)[] = [];
      for (const chords of moves) {
        found.push(handsOfMove(timeline, after, { chords }, options)?.semitones ?? null);
        await pause();
        if (own !== latestOfHands) return null;
      }
      return found;
    },

    /** Both hands through a move; null where they cannot hold a chord of it. */
    hands(
      song: Song,
      key: Key,
      after: number,
      chords: MoveForm['chords'],
      options: VoiceOptions,
    ): MoveHands | null {
      return handsOfMove(expand(song, { key }), after, { chords }, options);
    },
  };
}

export type MovesSearcher = ReturnType<typeof createMovesSearcher>;
