import type { MidiNumber } from '../kit/ticks.ts';

/** A sound of a keyboard, by what its instrument calls it over MIDI. */
export interface Patch {
  /** What the player calls it. */
  readonly name: string;
  /** 1 to 128, as instruments count them. */
  readonly program: number;
  /** 0 to 16383, sent before the program; null where the instrument has one bank, or stays in the one it is in. */
  readonly bank: number | null;
}

/**
 * What can sound at once: what the hands play, something layered with it, another sound for the left of the keyboard, and a pad
 * that is held beneath.
 */
export const soundParts = ['main', 'layer', 'left', 'pad'] as const;
export type SoundPart = (typeof soundParts)[number];

/** What a keyboard sounds like; a part that is null is silent. */
export type KeyboardSound = Readonly<Record<SoundPart, Patch | null>> & {
  /** Keys below this one have the left sound, where there is one. Instruments are not told: no MIDI message of 1.0 splits. */
  readonly splitAt: MidiNumber;
};

export const noSound: KeyboardSound = {
  main: null,
  layer: null,
  left: null,
  pad: null,
  splitAt: 60,
};

export function isSilent(sound: KeyboardSound): boolean {
  return soundParts.every((part) => sound[part] === null);
}

export function isSameSound(one: KeyboardSound, other: KeyboardSound): boolean {
  return (
    (one.left === null || one.splitAt === other.splitAt) &&
    soundParts.every((part) => isSamePatch(one[part], other[part]))
  );
}

function isSamePatch(one: Patch | null, other: Patch | null): boolean {
  if (!one || !other) return one === other;
  return one.name === other.name && one.program === other.program && one.bank === other.bank;
}

/**
 * Sounds that church keyboards mostly have, by the programs of the General MIDI System Level 1 sound set (MIDI Manufacturers
 * Association, RP-003): an instrument that follows it needs no more.
 */
export const usualPatches = {
  'grand piano': 1,
  'bright piano': 2,
  'electric piano': 5,
  'bell piano': 6,
  celesta: 9,
  vibraphone: 12,
  organ: 17,
  'rock organ': 19,
  'church organ': 20,
  accordion: 22,
  'nylon guitar': 25,
  'acoustic bass': 33,
  'fingered bass': 34,
  strings: 49,
  'slow strings': 50,
  choir: 53,
  voices: 54,
  brass: 62,
  'warm pad': 90,
  'wide pad': 91,
  'choir pad': 92,
  'swelling pad': 96,
} as const satisfies Readonly<Record<string, number>>;

export type UsualPatch = keyof typeof usualPatches;
