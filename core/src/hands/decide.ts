import type { Chord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { TextSlot } from '../chart/places.ts';
import type { Key } from '../pitch/key.ts';
import type { WalkKind } from './search/voiced.ts';
import type { SectionHands } from './shapes/leftShapes.ts';
import { toDegrees, type HandDegrees, type PaletteShape } from './shapes/pins.ts';
import type { School } from './shapes/schools.ts';
import type { SongHands } from './songHands.ts';

/** A chord slot of the text that is worked on. */
export interface HandsPlace {
  readonly slot: TextSlot;
  readonly chord: Chord;
}

interface Notes {
  readonly left: readonly number[] | null;
  readonly right: readonly number[] | null;
}

const off = <Mark extends { readonly slot: number }>(marks: readonly Mark[], slot: number) =>
  marks.filter((mark) => mark.slot !== slot);

function pinned(hands: SongHands, { slot, chord }: HandsPlace, degrees: HandDegrees): SongHands {
  const { register, left, right } = degrees;
  const pin = { slot, chord: formatChord(chord), register, left, right };
  return { ...hands, pins: [...off(hands.pins, slot), pin] };
}

/** The hands with these notes of a key held at a place. */
export function withPin(hands: SongHands, place: HandsPlace, notes: Notes, key: Key): SongHands {
  return pinned(hands, place, toDegrees(notes, key));
}

export function withoutPin(hands: SongHands, slot: number): SongHands {
  const pins = off(hands.pins, slot);
  return pins.length === hands.pins.length ? hands : { ...hands, pins };
}

export function withSchool(hands: SongHands, school: School): SongHands {
  return school === hands.school ? hands : { ...hands, school };
}

/** How far a section may be moved from where its school plays it, in octaves. */
export const farthest = 2;

/** A section moved by octaves; `slots` are those of the section, and one of them carries the mark. */
export function withRegister(hands: SongHands, slots: readonly number[], by: number): SongHands {
  const now = Math.max(-farthest, Math.min(farthest, registerOf(hands, slots) + by));
  const others = hands.registers.filter(({ slot }) => !slots.includes(slot));
  const registers = now === 0 ? others : [...others, { slot: slots[0]!, octaves: now }];
  return { ...hands, registers };
}

/** Octaves that a section is moved. */
export function registerOf(hands: SongHands, slots: readonly number[]): number {
  return hands.registers.findLast(({ slot }) => slots.includes(slot))?.octaves ?? 0;
}

/** What is said of a section; `slots` are those of the section, and one of them carries it. */
export function withSection(
  hands: SongHands,
  slots: readonly number[],
  said: Partial<Pick<SectionHands, 'school' | 'left'>>,
): SongHands {
  const [slot] = slots;
  if (slot === undefined) return hands;
  const { school, left } = { ...sectionHandsOf(hands, slots), ...said };
  const others = hands.sections.filter((one) => !slots.includes(one.slot));
  const sections = school || left ? [...others, { slot, school, left }] : others;
  return { ...hands, sections };
}

/** What is said of the section with these slots. */
export function sectionHandsOf(
  hands: SongHands,
  slots: readonly number[],
): Pick<SectionHands, 'school' | 'left'> {
  const found = hands.sections.findLast(({ slot }) => slots.includes(slot));
  return { school: found?.school ?? null, left: found?.left ?? null };
}

/** The walk-in at a slot put there, changed, or taken away by asking for it again. */
export function withWalk(hands: SongHands, slot: number, kind: WalkKind): SongHands {
  const isThere = hands.walks.some((walk) => walk.slot === slot && walk.kind === kind);
  const others = off(hands.walks, slot);
  return { ...hands, walks: isThere ? others : [...others, { slot, kind }] };
}

/** A hand shape named; the same name again means the new shape. */
export function withShape(hands: SongHands, name: string, notes: Notes, key: Key): SongHands {
  const shape: PaletteShape = { name, ...toDegrees(notes, key) };
  return { ...hands, palette: [...withoutShape(hands, name).palette, shape] };
}

export function withoutShape(hands: SongHands, name: string): SongHands {
  return { ...hands, palette: hands.palette.filter((shape) => shape.name !== name) };
}

/** A shape of the palette used at a place; a hand that it leaves open is found. */
export function withShapeAt(hands: SongHands, place: HandsPlace, shape: PaletteShape): SongHands {
  return pinned(hands, place, shape);
}

/** A note chosen on the keys joins the hand that is nearer to it, or leaves the hand that holds it. */
export function toggleNote(
  { left, right }: { readonly left: readonly number[]; readonly right: readonly number[] },
  note: number,
): { left: number[]; right: number[] } {
  const without = (hand: readonly number[]) => hand.filter((one) => one !== note);
  const withNote = (hand: readonly number[]) => [...hand, note].sort((one, other) => one - other);
  if (left.includes(note) || right.includes(note))
    return { left: without(left), right: without(right) };
  const distance = (hand: readonly number[], usual: number) =>
    Math.min(...(hand.length > 0 ? hand : [usual]).map((one) => Math.abs(one - note)));
  return distance(left, 48) < distance(right, 64)
    ? { left: withNote(left), right: [...right] }
    : { left: [...left], right: withNote(right) };
}
