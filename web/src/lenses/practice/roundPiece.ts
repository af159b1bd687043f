import {
  beatsOfBar,
  countSaid,
  dueStrikes,
  practiceClicks,
  type ClickSteps,
  type DueStrike,
  type Performance,
  type PracticeClick,
  type Timeline,
} from '@intervallum/core';
import type { Click } from '../../device/audio/player.ts';
import type { Piece } from '../../device/audio/transport.ts';
import type { TimedKey } from '../../device/midi/sources.ts';
import { t, wordLanguage } from '../../words/words.ts';

/** A round as it is run through: its beats are heard, its notes are not. */
export function roundPiece(
  performance: Performance,
  given: {
    readonly timeline: Timeline;
    readonly range: { readonly from: number; readonly to: number };
    readonly quarters: number;
    readonly click: ClickSteps | 'off';
    /** It is counted aloud, in the steps of the click; in beats where there is none. */
    readonly isCounted: boolean;
    readonly onBegin: (at: number) => void;
  },
): Piece {
  const { timeline, range, quarters, click, isCounted, onBegin } = given;
  const meter = timeline.slots[range.from]!.meter;
  const steps = click !== 'off' ? click : isCounted ? 'beats' : null;
  return {
    performance: { ...performance, notes: [], tune: [], pedal: [], open: [] },
    options: {
      quarters,
      // Without a click one has to know all the same when it begins.
      countIn: beatsOfBar(meter).map((beat) =>
        isCounted ? { ...beat, said: saidAloud(countSaid(meter, beat.inBar)) } : beat,
      ),
      clicks: steps
        ? clicksOf(practiceClicks(timeline, range, steps, performance.notes), isCounted)
        : [],
      pedal: false,
      loop: false,
      onBegin,
    },
    isOpenAt: () => false,
  };
}

/** A section to improvise over: heard as its hands play it, round and round. */
export function loopPiece(
  performance: Performance,
  given: Parameters<typeof roundPiece>[1],
): Piece {
  const round = roundPiece(performance, given);
  const { tempos, notes, pedal, starts, ticks } = performance;
  return {
    ...round,
    performance: { notes, pedal, starts, tempos, ticks, tune: [], open: [] },
    options: { ...round.options, pedal: true, loop: true },
  };
}

function clicksOf(clicks: readonly PracticeClick[], isCounted: boolean): Click[] {
  return clicks.map(({ onset, kind, said }) => ({
    onset,
    strong: kind === 'bar',
    ...(kind === 'between' || kind === 'push' ? { is: kind } : {}),
    ...(isCounted ? { said: saidAloud(said) } : {}),
  }));
}

/** Counts between numbers, as they are said. */
const counts: Readonly<Record<string, string>> = {
  '&': t('and'),
  // One, i, and, a: `e` is the and there (common practice, no published source).
  e: wordLanguage === 'portuguese' ? 'i' : 'e',
};

const saidAloud = (count: string) => counts[count] ?? count;

/** What the simulated keyboard can be told to play in a round. */
export const simulatedRounds = ['nothing', 'clean', 'wrong', 'missing', 'late', 'apart'] as const;
export type SimulatedRound = (typeof simulatedRounds)[number];

/** A key lies down for so much of the time until the next strike, and no longer than that, in milliseconds. */
const keyShare = 0.8;
const longestKey = 600;

/**
 * A round as the simulated keyboard plays it, with one fault in its middle, in milliseconds from its beginning: so that whoever has
 * no keyboard at hand sees what a round is like.
 */
export function simulatedKeys(
  performance: Pick<Performance, 'notes' | 'tempos'>,
  quarters: number,
  how: SimulatedRound,
): TimedKey[] {
  const strikes = how === 'nothing' ? [] : dueStrikes(performance, quarters);
  const half = strikes.length >> 1;
  const middle = strikes.slice(half).find((one) => onceThere(one) >= 0) ?? strikes[half];
  return strikes.flatMap((strike, place) => {
    const { due, hand, notes, onset } = strike;
    const next = strikes.slice(place + 1).find((one) => one.hand === hand)?.due ?? due + longestKey;
    const isThere = middle?.onset === onset;
    const isHand = strike === middle;
    const late = how === 'late' && isThere ? 160 : how === 'apart' && isHand ? 110 : 0;
    return notes.flatMap(({ note, due: own }, index): TimedKey[] => {
      const isFault = isHand && index === Math.max(0, onceThere(strike));
      if (how === 'missing' && isFault) return [];
      const from = Math.max(0, own + late);
      const to = from + Math.min(longestKey, Math.max(40, keyShare * (next - due)));
      return [{ note: how === 'wrong' && isFault ? note + 1 : note, from, to }];
    });
  });
}

/** Which note of a strike has a tone that its hand has once: one that is there twice would not be missed. -1 where none has. */
function onceThere({ notes }: DueStrike): number {
  return notes.findIndex(
    (one) => notes.filter((other) => other.note % 12 === one.note % 12).length === 1,
  );
}
