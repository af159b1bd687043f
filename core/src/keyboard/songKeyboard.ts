import type { TextSlot, TimelineIndex } from '../chart/places.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { carryMarks, joinMarks, type DecisionKind } from '../marks/decision.ts';
import type { Key } from '../pitch/key.ts';
import { isSameSound, isSilent, type KeyboardSound } from './sound.ts';

/** What a section sounds like, by a slot of it. */
export interface SectionSound {
  readonly slot: TextSlot;
  readonly sound: KeyboardSound;
}

/** How a player's keyboard is set for one song. */
export interface SongKeyboard {
  /** The key that the hands play in, whatever it sounds in; null for the same. */
  readonly playedIn: Key | null;
  /** A section of which nothing is said goes on with the sound before it. */
  readonly sounds: readonly SectionSound[];
}

/** As it stands there: nothing is set. */
export const plainKeyboard: SongKeyboard = { playedIn: null, sounds: [] };

/** How the keyboard is set, as a kind of decision. */
export const keyboardKind: DecisionKind<SongKeyboard> = {
  name: 'keyboard',
  version: 1,
  empty: plainKeyboard,
  anchors: ({ sounds }) => sounds.map(({ slot }) => slot),
  carry: (keyboard, follow) => {
    const sounds = carryMarks(keyboard.sounds, follow);
    return sounds === keyboard.sounds ? keyboard : { ...keyboard, sounds };
  },
  join: (keyboard, more) => {
    const sounds = joinMarks(keyboard.sounds, more.sounds);
    return sounds === keyboard.sounds ? keyboard : { ...keyboard, sounds };
  },
};

export function withPlayedIn(keyboard: SongKeyboard, playedIn: Key | null): SongKeyboard {
  return { ...keyboard, playedIn };
}

/** What is said of a section; `slots` are those of the section. Null where nothing is. */
export function soundOf(
  { sounds }: Pick<SongKeyboard, 'sounds'>,
  slots: readonly TextSlot[],
): KeyboardSound | null {
  return sounds.findLast(({ slot }) => slots.includes(slot))?.sound ?? null;
}

/** Says what a section sounds like; a silent sound, or null, takes it back. */
export function withSound(
  keyboard: SongKeyboard,
  slots: readonly TextSlot[],
  sound: KeyboardSound | null,
): SongKeyboard {
  const [slot] = slots;
  if (slot === undefined) return keyboard;
  const others = keyboard.sounds.filter((one) => !slots.includes(one.slot));
  const said = sound && !isSilent(sound) ? [{ slot, sound }] : [];
  return {
    ...keyboard,
    sounds: [...others, ...said].sort((one, other) => one.slot - other.slot),
  };
}

/** Where the sound becomes another one. */
export interface SoundChange {
  /** The first slot of the timeline that has it, and which part of the way through the song begins there. */
  readonly at: TimelineIndex;
  readonly part: number;
  readonly sound: KeyboardSound;
}

/** How the sound changes along the way through a song, time by time; a section of which nothing is said changes nothing. */
export function soundChanges(
  { parts, slots }: Timeline,
  keyboard: Pick<SongKeyboard, 'sounds'>,
): SoundChange[] {
  const changes: SoundChange[] = [];
  if (keyboard.sounds.length === 0) return changes;
  for (const [part, { from, to }] of parts.entries()) {
    const sound = soundOf(
      keyboard,
      slots.slice(from, to).map(({ slot }) => slot),
    );
    const last = changes.at(-1);
    if (sound && !(last && isSameSound(last.sound, sound))) changes.push({ at: from, part, sound });
  }
  return changes;
}
