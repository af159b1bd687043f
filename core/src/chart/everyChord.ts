import type { Chord, NamedChord } from '../chord/chord.ts';
import type { Bar, Phrase, Slot, Song } from './song.ts';

/** A song with another chord in the place of each: what is done to them and when stays, those that lead into a lift too. */
export function withEveryChord(song: Song, other: (chord: Chord) => NamedChord): Song {
  const inSlot = (slot: Slot): Slot =>
    slot.kind === 'chord' ? { ...slot, chord: other(slot.chord) } : slot;
  const inBar = (bar: Bar): Bar =>
    bar.kind === 'played' ? { ...bar, slots: bar.slots.map(inSlot) } : bar;
  const inPhrase = (phrase: Phrase): Phrase => ({ ...phrase, bars: phrase.bars.map(inBar) });
  return {
    ...song,
    road:
      song.road?.map((step) =>
        step.kind === 'lift' && step.by ? { ...step, by: step.by.map(other) } : step,
      ) ?? null,
    sections: song.sections.map((section) => ({
      ...section,
      phrases: section.phrases.map(inPhrase),
    })),
  };
}
