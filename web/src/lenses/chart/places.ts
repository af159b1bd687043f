import {
  placedSlots,
  placeOfBar,
  textSlotAt,
  type ChartResult,
  type Cursor,
  type Song,
} from '@intervallum/core';

/** The chord of a slot as the chart's text has it; nothing for silence. */
export function chordText({ song, text, lines, barPlaces }: ChartResult, at: Cursor): string {
  const slot = textSlotAt(song, at);
  const written = slot === null ? undefined : placedSlots(song)[slot]?.is;
  const place = barPlaces[at.bar]?.slots[at.slot];
  if (!place || (written?.kind !== 'chord' && written?.kind !== 'unread')) return '';
  const { from, to } = lines.rangeOf(place);
  return text.slice(from, to);
}

/** The words under a bar, one text for each line of words. */
export function wordsAt(song: Song, bar: number): readonly string[] {
  const place = placeOfBar(song, bar);
  return place ? place.of.words.map((line) => line[place.inPhrase] ?? '') : [];
}
