import { compareTexts } from '../marks/compare.ts';
import { carryMarks, joinMarks, type DecisionKind } from '../marks/decision.ts';
import { followSlots, type Follow } from '../marks/follow.ts';
import type { TextSlot } from '../chart/places.ts';
import { parseChart } from '../chart/read/parseChart.ts';
import type { WalkMark } from './search/voiced.ts';
import type { PaletteShape, Pin } from './shapes/pins.ts';
import type { School } from './shapes/schools.ts';

/** Octaves that the section of a slot is played higher or, negative, lower. */
export interface SectionRegister {
  readonly slot: TextSlot;
  readonly octaves: number;
}

/** What a player has decided about the hands of one song; all of it in degrees and slots, none of it in a key. */
export interface SongHands {
  readonly school: School;
  readonly pins: readonly Pin[];
  readonly palette: readonly PaletteShape[];
  readonly registers: readonly SectionRegister[];
  readonly walks: readonly WalkMark[];
}

export const freeHands: SongHands = {
  school: 'block and plain',
  pins: [],
  palette: [],
  registers: [],
  walks: [],
};

/** What a player decided about the hands, as a kind of decision. */
export const handsKind: DecisionKind<SongHands> = {
  name: 'hands',
  version: 1,
  empty: freeHands,
  anchors: ({ pins, registers, walks }) =>
    [...pins, ...registers, ...walks].map((mark) => mark.slot),
  carry: (hands, follow) => {
    const pins = carryMarks(hands.pins, follow);
    const registers = carryMarks(hands.registers, follow);
    const walks = carryMarks(hands.walks, follow);
    const same = pins === hands.pins && registers === hands.registers && walks === hands.walks;
    return same ? hands : { ...hands, pins, registers, walks };
  },
  join: (hands, more) => {
    const pins = joinMarks(hands.pins, more.pins);
    const registers = joinMarks(hands.registers, more.registers);
    const walks = joinMarks(hands.walks, more.walks);
    const same = pins === hands.pins && registers === hands.registers && walks === hands.walks;
    return same ? hands : { ...hands, pins, registers, walks };
  },
};

/** The same decisions in a text that came from outside: each goes with its slot, and is gone where the slot is. */
export function carryHands(hands: SongHands, before: string, after: string): SongHands {
  if (before === after || handsKind.anchors(hands).length === 0) return hands;
  const follow: Follow = followSlots(
    parseChart(before),
    parseChart(after),
    compareTexts(before, after),
  );
  return handsKind.carry(hands, follow);
}
