import { compareTexts } from '../marks/compare.ts';
import { carryMarks, joinMarks, type DecisionKind } from '../marks/decision.ts';
import { followSlots, type Follow } from '../marks/follow.ts';
import type { PaletteShape } from '../chart/namedShapes.ts';
import { nothingSaidOfHands, type SaidHands, type School } from '../chart/saidHands.ts';
import type { TextSlot } from '../chart/places.ts';
import { parseChart } from '../chart/read/parseChart.ts';
import type { LineMark, WalkMark } from './search/voiced.ts';
import type { Pin } from './shapes/pins.ts';

/** Octaves that the section of a slot is played higher or, negative, lower. */
export interface SectionRegister {
  readonly slot: TextSlot;
  readonly octaves: number;
}

/** What a player says of a section; its octave has marks of its own. */
export type SaidOfSection = Omit<SaidHands, 'octaves'>;

/** What is said of a section, by a slot of it. */
export interface SectionHands extends SaidOfSection {
  readonly slot: TextSlot;
}

export const nothingSaidOfSection: SaidOfSection = (({ octaves: _, ...said }) => said)(
  nothingSaidOfHands,
);

/** What a player has decided about the hands of one song; all of it in degrees and slots, none of it in a key. */
export interface SongHands {
  /** Null for what the chart says, else block and plain. */
  readonly school: School | null;
  readonly pins: readonly Pin[];
  readonly palette: readonly PaletteShape[];
  readonly registers: readonly SectionRegister[];
  readonly walks: readonly WalkMark[];
  /** Inner lines in the right thumb, note by note. */
  readonly lines: readonly LineMark[];
  /** What is said of single sections. */
  readonly sections: readonly SectionHands[];
}

export const freeHands: SongHands = {
  school: null,
  pins: [],
  palette: [],
  registers: [],
  walks: [],
  lines: [],
  sections: [],
};

/** What a player decided about the hands, as a kind of decision. */
export const handsKind: DecisionKind<SongHands> = {
  name: 'hands',
  version: 4,
  empty: freeHands,
  anchors: ({ pins, registers, walks, lines, sections }) =>
    [...pins, ...registers, ...walks, ...lines, ...sections].map((mark) => mark.slot),
  carry: (hands, follow) => {
    const pins = carryMarks(hands.pins, follow);
    const registers = carryMarks(hands.registers, follow);
    const walks = carryMarks(hands.walks, follow);
    const lines = carryMarks(hands.lines, follow);
    const sections = carryMarks(hands.sections, follow);
    return sameOr(hands, { pins, registers, walks, lines, sections });
  },
  join: (hands, more) => {
    const pins = joinMarks(hands.pins, more.pins);
    const registers = joinMarks(hands.registers, more.registers);
    const walks = joinMarks(hands.walks, more.walks);
    const lines = joinMarks(hands.lines, more.lines);
    const sections = joinMarks(hands.sections, more.sections);
    return sameOr(hands, { pins, registers, walks, lines, sections });
  },
};

type Marks = Pick<SongHands, 'pins' | 'registers' | 'walks' | 'lines' | 'sections'>;

/** The hands with these marks; the very same where they have them. */
function sameOr(hands: SongHands, marks: Marks): SongHands {
  const same = (Object.keys(marks) as (keyof Marks)[]).every((name) => marks[name] === hands[name]);
  return same ? hands : { ...hands, ...marks };
}

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
