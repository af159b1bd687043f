import {
  placedSlots,
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

/** Which section a bar is in; both counted over the song from 0. */
export function sectionOfBar({ sections }: Song, bar: number): number {
  let first = 0;
  return sections.findIndex(({ phrases }) => {
    first += phrases.reduce((sum, { bars }) => sum + bars.length, 0);
    return bar < first;
  });
}

/** Where a section begins. */
export function firstOf({ sections }: Song, section: number): Cursor {
  const before = sections.slice(0, section).flatMap(({ phrases }) => phrases);
  return { bar: before.reduce((sum, { bars }) => sum + bars.length, 0), slot: 0 };
}

/** The words under a bar, one text for each line of words. */
export function wordsAt(song: Song, bar: number): readonly string[] {
  let first = 0;
  for (const { phrases } of song.sections) {
    for (const { bars, words } of phrases) {
      if (bar < first + bars.length) return words.map((line) => line[bar - first] ?? '');
      first += bars.length;
    }
  }
  return [];
}
