import type { TextSlot } from '../chart/places.ts';
import type { Song } from '../chart/song.ts';
import { formatChord } from '../chord/formatChord.ts';
import { withPin } from '../hands/decide.ts';
import type { SongHands } from '../hands/songHands.ts';
import { placedSlots } from '../marks/slots.ts';
import type { Key } from '../pitch/key.ts';
import { slotsBefore } from '../writing/place.ts';
import type { MoveForm } from './move.ts';

/**
 * The hands with a move held as it was kept, once its chords stand in the chart; as they are where the move leaves the hands free.
 * @param from the slot of the text behind which they were taken: the nearest ones behind it are meant, or, where they were taken for
 * one time only, the last ones of its section
 * @param key in which the move was offered
 */
export function withMoveHands(
  hands: SongHands,
  song: Song,
  { from, once }: { readonly from: TextSlot; readonly once: boolean },
  { chords, hands: held }: Pick<MoveForm, 'chords' | 'hands'>,
  key: Key,
): SongHands {
  if (!held || chords.length === 0) return hands;
  const names = chords.map(({ chord }) => formatChord(chord));
  const section = song.sections.findIndex((_, place) => slotsBefore(song, place + 1) > from);
  const end = once ? slotsBefore(song, section + 1) : Infinity;
  const placed = placedSlots(song).flatMap(({ is }, slot) =>
    is.kind === 'chord' && slot > from && slot < end ? [{ slot, chord: is.chord }] : [],
  );
  const starts = placed.flatMap((_, at) =>
    names.every((name, place) => {
      const one = placed[at + place];
      return one !== undefined && formatChord(one.chord) === name;
    })
      ? [at]
      : [],
  );
  const first = (once ? starts.at(-1) : starts[0]) ?? -1;
  if (first < 0) return hands;
  return held.reduce(
    (now, notes, place) => withPin(now, placed[first + place]!, notes, key),
    hands,
  );
}
