import {
  nameOfPitch,
  placedSlots,
  soundOf,
  sectionOfBar,
  usualPatches,
  type KeyboardSound,
  type Patch,
  type Song,
  type SongKeyboard,
  type UsualPatch,
} from '@intervallum/core';
import type { ReaderSettings } from '../settings/reader.ts';
import { usualPatchNames } from '../words/choiceNames.ts';
import { t } from '../words/words.ts';

type Names = Pick<ReaderSettings, 'language'>;

/** What a sound is called: a usual one in the language of the page, else as its player calls it. */
export function patchName({ name }: Pick<Patch, 'name'>): string {
  return Object.hasOwn(usualPatches, name) ? usualPatchNames[name as UsualPatch] : name;
}

/** What a keyboard sounds like, in a line: `grand piano + strings · acoustic bass below C3 · warm pad beneath`. */
export function soundInWords(sound: KeyboardSound, { language }: Names): string {
  const { main, layer, left, pad, splitAt } = sound;
  const hands = [main, layer].flatMap((one) => (one ? [patchName(one)] : [])).join(' + ');
  const note = nameOfPitch(splitAt, undefined, { language, signs: 'printed' });
  return [
    hands,
    left ? t('{{sound}} below {{note}}', { sound: patchName(left), note }) : '',
    pad ? t('{{sound}} beneath', { sound: patchName(pad) }) : '',
  ]
    .filter(Boolean)
    .join(' · ');
}

/** The song with its player's sounds said beside the names of its sections, to be looked at; what is heard goes by the song itself. */
export function withSoundsSaid(
  song: Song,
  keyboard: Pick<SongKeyboard, 'sounds'>,
  names: Names,
): Song {
  if (keyboard.sounds.length === 0) return song;
  const slots: number[][] = song.sections.map(() => []);
  for (const [slot, { bar }] of placedSlots(song).entries()) {
    const section = sectionOfBar(song, bar);
    if (section) slots[section.section]!.push(slot);
  }
  const sections = song.sections.map((section, index) => {
    const sound = soundOf(keyboard, slots[index]!);
    return sound
      ? { ...section, directions: [...section.directions, soundInWords(sound, names)] }
      : section;
  });
  return { ...song, sections };
}
