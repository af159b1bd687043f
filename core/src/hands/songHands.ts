import { carrySlots } from '../chart/carry.ts';
import type { PaletteShape, Pin } from './pins.ts';
import type { School } from './schools.ts';
import type { WalkMark } from './voiced.ts';

/** Octaves that the section of a slot is played higher or, negative, lower. */
export interface SectionRegister {
  readonly slot: number;
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

/** The same decisions after an edit of the chart's text: each goes with its slot, and is gone where the slot is. */
export function carryHands(hands: SongHands, before: string, after: string): SongHands {
  const { pins, registers, walks } = hands;
  if (before === after || pins.length + registers.length + walks.length === 0) return hands;
  const carried = carrySlots(before, after);
  const carry = <Mark extends { readonly slot: number }>(
    marks: readonly Mark[],
  ): readonly Mark[] => {
    const kept = marks.flatMap((mark) => {
      const slot = carried(mark.slot);
      return slot === null ? [] : [slot === mark.slot ? mark : { ...mark, slot }];
    });
    const same = kept.length === marks.length && kept.every((mark, index) => mark === marks[index]);
    return same ? marks : kept;
  };
  const now = { ...hands, pins: carry(pins), registers: carry(registers), walks: carry(walks) };
  const same = now.pins === pins && now.registers === registers && now.walks === walks;
  return same ? hands : now;
}
