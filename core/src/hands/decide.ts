import type { HandDegrees, PaletteShape } from '../chart/namedShapes.ts';
import type { SaidHands, School } from '../chart/saidHands.ts';
import type { Chord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { TextSlot } from '../chart/places.ts';
import type { Degree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import type { WalkKind } from './search/voiced.ts';
import { shapeOn } from './shapes/namedShapes.ts';
import { toDegrees } from './shapes/pins.ts';
import { nothingSaidOfSection, type SaidOfSection, type SongHands } from './songHands.ts';

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

export function withSchool(hands: SongHands, school: School | null): SongHands {
  return school === hands.school ? hands : { ...hands, school };
}

/** How far a section may be moved from where its school plays it, in octaves. */
export const farthest = 2;

/**
 * A section moved by octaves; `slots` are those of the section, and one of them carries the mark.
 * @param usual where the section is without a mark: what the chart says
 */
export function withRegister(
  hands: SongHands,
  slots: readonly number[],
  by: number,
  usual = 0,
): SongHands {
  const now = Math.max(-farthest, Math.min(farthest, registerOf(hands, slots, usual) + by));
  const others = hands.registers.filter(({ slot }) => !slots.includes(slot));
  const registers = now === usual ? others : [...others, { slot: slots[0]!, octaves: now }];
  return { ...hands, registers };
}

/** Octaves that a section is moved; what the chart says where the player says nothing. */
export function registerOf(hands: SongHands, slots: readonly number[], usual = 0): number {
  return hands.registers.findLast(({ slot }) => slots.includes(slot))?.octaves ?? usual;
}

/** Says something of a section; `slots` are those of the section, and one of them carries it. */
export function withSection(
  hands: SongHands,
  slots: readonly number[],
  said: Partial<SaidOfSection>,
): SongHands {
  const [slot] = slots;
  if (slot === undefined) return hands;
  const now = { ...sectionHandsOf(hands, slots), ...said };
  const others = hands.sections.filter((one) => !slots.includes(one.slot));
  const isSaid = Object.values(now).some((one) => one !== null);
  return { ...hands, sections: isSaid ? [...others, { slot, ...now }] : others };
}

/** What is said of the section with these slots. */
export function sectionHandsOf(hands: SongHands, slots: readonly number[]): SaidOfSection {
  const found = hands.sections.findLast(({ slot }) => slots.includes(slot));
  if (!found) return nothingSaidOfSection;
  const { slot: _, ...said } = found;
  return said;
}

/** The same said of several sections, each by its slots; an octave that is left out stays as it is. */
export function withSections(
  hands: SongHands,
  sections: readonly (readonly number[])[],
  { octaves, ...said }: SaidHands,
): SongHands {
  return sections.reduce((now, slots) => {
    const told = withSection(now, slots, said);
    const [slot] = slots;
    if (octaves === null || slot === undefined) return told;
    const others = told.registers.filter((one) => !slots.includes(one.slot));
    return { ...told, registers: [...others, { slot, octaves }] };
  }, hands);
}

/** The walk-in at a slot put there, changed, or taken away by asking for it again. */
export function withWalk(hands: SongHands, slot: number, kind: WalkKind): SongHands {
  const isThere = hands.walks.some((walk) => walk.slot === slot && walk.kind === kind);
  const others = off(hands.walks, slot);
  return { ...hands, walks: isThere ? others : [...others, { slot, kind }] };
}

/** The same walk at several slots; gone again where all of them have it. */
export function withWalks(hands: SongHands, slots: readonly number[], kind: WalkKind): SongHands {
  const has = (slot: number) =>
    hands.walks.some((walk) => walk.slot === slot && walk.kind === kind);
  const others = hands.walks.filter(({ slot }) => !slots.includes(slot));
  if (slots.every(has)) return { ...hands, walks: others };
  return { ...hands, walks: [...others, ...slots.map((slot) => ({ slot, kind }))] };
}

/**
 * A hand shape named; the same name again means the new shape.
 * @param over the root of the chord it is held on, where it shall go with the root; null where it is one of the key
 */
export function withShape(
  hands: SongHands,
  name: string,
  notes: Notes,
  key: Key,
  over: Degree | null = null,
): SongHands {
  const shape: PaletteShape = { name, over, ...toDegrees(notes, key) };
  return { ...hands, palette: [...withoutShape(hands, name).palette, shape] };
}

export function withoutShape(hands: SongHands, name: string): SongHands {
  return { ...hands, palette: hands.palette.filter((shape) => shape.name !== name) };
}

/** A shape of the palette used at a place, as it is on the chord there; a hand that it leaves open is found. */
export function withShapeAt(hands: SongHands, place: HandsPlace, shape: PaletteShape): SongHands {
  return pinned(hands, place, shapeOn(shape, place.chord));
}

/** What is pinned at a place pinned at other places as well; nothing is changed where nothing is pinned. */
export function withPinAt(
  hands: SongHands,
  slot: number,
  places: readonly HandsPlace[],
): SongHands {
  const pin = hands.pins.find((one) => one.slot === slot);
  return pin ? places.reduce((now, place) => pinned(now, place, pin), hands) : hands;
}

/**
 * One hand takes the nearest note of the other: the left hand the lowest of the right, the right hand the highest of the left.
 * @returns null where the other hand has none to give
 */
export function takeNote(
  { left, right }: { readonly left: readonly number[]; readonly right: readonly number[] },
  to: 'left' | 'right',
): { left: number[]; right: number[] } | null {
  if (to === 'left')
    return right.length > 0 ? { left: [...left, right[0]!], right: right.slice(1) } : null;
  return left.length > 0 ? { left: left.slice(0, -1), right: [left.at(-1)!, ...right] } : null;
}

/** A held note goes to the other hand; null for one that no hand holds. */
export function giveNote(
  { left, right }: { readonly left: readonly number[]; readonly right: readonly number[] },
  note: number,
): { left: number[]; right: number[] } | null {
  if (left.includes(note)) return { left: less(left, note), right: more(right, note) };
  return right.includes(note) ? { left: more(left, note), right: less(right, note) } : null;
}

/**
 * A held note dragged to another key: on a note of the other hand it goes to that hand, on a free key it moves there in its own
 * hand, on a note of its own hand nothing changes.
 */
export function draggedNote(
  hands: { readonly left: readonly number[]; readonly right: readonly number[] },
  note: number,
  to: number,
): { left: readonly number[]; right: readonly number[] } {
  const from = hands.left.includes(note) ? 'left' : 'right';
  const other = from === 'left' ? 'right' : 'left';
  if (!hands[from].includes(note) || hands[from].includes(to)) return hands;
  if (hands[other].includes(to)) return giveNote(hands, note) ?? hands;
  return { ...hands, [from]: more(less(hands[from], note), to) };
}

/** A note chosen on the keys joins the hand that is nearer to it, or leaves the hand that holds it. */
export function toggleNote(
  { left, right }: { readonly left: readonly number[]; readonly right: readonly number[] },
  note: number,
): { left: number[]; right: number[] } {
  if (left.includes(note) || right.includes(note))
    return { left: less(left, note), right: less(right, note) };
  const distance = (hand: readonly number[], usual: number) =>
    Math.min(...(hand.length > 0 ? hand : [usual]).map((one) => Math.abs(one - note)));
  return distance(left, 48) < distance(right, 64)
    ? { left: more(left, note), right: [...right] }
    : { left: [...left], right: more(right, note) };
}

const less = (hand: readonly number[], note: number) => hand.filter((one) => one !== note);
const more = (hand: readonly number[], note: number) =>
  [...hand, note].sort((one, other) => one - other);
