import { formatChord } from '../chord/formatChord.ts';
import type { Bar, Phrase, Slot, Song } from '../chart/song.ts';
import { nothingSaidOfHands } from '../chart/saidHands.ts';
import { noTextures } from '../chart/texture.ts';

/**
 * A song in which a chord that is the one before it in its bar, and that nothing is done to, is held: where chords were made
 * simpler, what was written as two is one.
 */
export function withChordsJoined(song: Song): Song {
  return withPhrases(song, (phrase) => ({ ...phrase, bars: phrase.bars.map(joinedIn) }));
}

function joinedIn(bar: Bar): Bar {
  if (bar.kind !== 'played') return bar;
  const slots: Slot[] = [];
  let sounding: Slot | null = null;
  for (const slot of bar.slots) {
    const goesOn =
      slot.kind === 'chord' &&
      sounding?.kind === 'chord' &&
      formatChord(slot.chord) === formatChord(sounding.chord) &&
      !(slot.push || slot.ring || slot.stop || slot.accent || slot.fermata);
    slots.push(goesOn ? { kind: 'held', ticks: slot.ticks } : slot);
    if (slot.kind === 'chord') sounding = slot.ring || slot.stop || slot.fermata ? null : slot;
    else if (slot.kind !== 'held') sounding = null;
  }
  return { ...bar, slots };
}

/** A song without what is said to the hands of a keyboard player. */
export function withoutHands(song: Song, keeps: 'nothing' | 'left' = 'nothing'): Song {
  const plain = withPhrases(song, ({ played, ...phrase }) => {
    const kept = keeps === 'left' ? played?.filter(({ hand }) => hand === 'left') : [];
    return kept && kept.length > 0 ? { ...phrase, played: kept } : phrase;
  });
  return {
    ...plain,
    textures: noTextures,
    hands: nothingSaidOfHands,
    sections: plain.sections.map((section) => ({
      ...section,
      textures: noTextures,
      hands: nothingSaidOfHands,
    })),
  };
}

function withPhrases(song: Song, other: (phrase: Phrase) => Phrase): Song {
  return {
    ...song,
    sections: song.sections.map((section) => ({
      ...section,
      phrases: section.phrases.map(other),
    })),
  };
}
