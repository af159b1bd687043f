import { placeAt, type PlaceAt, type Timeline } from '@intervallum/core';
import { ordinal, t } from '../../../words/words.ts';

/** A place of a song: `Verse, 3rd time, bar 4`. */
export function placeWords({ section: name, pass, times, bar }: PlaceAt): string {
  return times > 1
    ? t('{{name}}, {{pass}} time, bar {{bar}}', { name, pass: ordinal(pass), bar })
    : t('{{name}}, bar {{bar}}', { name, bar });
}

/** Where a slot of the timeline stands in the song. */
export function placeInWords(timeline: Timeline, at: number): string {
  const place = placeAt(timeline, at);
  return place ? placeWords(place) : '';
}
