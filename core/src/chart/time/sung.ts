import { ticksOf } from '../../kit/ticks.ts';
import { tempoBeat } from '../meter.ts';
import type { Timeline } from './timeline.ts';
import { cut, tunePitches } from '../tune.ts';
import type { Degree } from '../../pitch/degree.ts';

/** A note of the tune as it is sung, in ticks from the beginning of the song. */
export interface SungNote {
  readonly note: number;
  readonly degree: Degree;
  readonly onset: number;
  readonly ticks: number;
  readonly accent: boolean;
  /** The bar of the text it begins in, and the tick of that bar. */
  readonly bar: number;
  readonly inBar: number;
}

/** Every note of the tune in the order of time, in the key of the timeline; lifts raise it. */
export function sungNotes({ key, parts }: Pick<Timeline, 'key' | 'parts'>): SungNote[] {
  const pitchOf = tunePitches(key);
  const sung: SungNote[] = [];
  let start = 0;
  let sounds = false;
  for (const { bars, lift } of parts) {
    for (const { bar, slots, tune } of bars) {
      const length = ticksOf(slots.map(({ is }) => is));
      let at = start;
      // A bar that is played instead of another can be shorter than the tune it has from that one.
      for (const event of ticksOf(tune) > length ? cut(tune, 0, length) : tune) {
        const last = sung.at(-1);
        if (event.kind === 'note') {
          const { degree, accent } = event;
          const note = pitchOf(event) + lift;
          const inBar = at - start;
          sung.push({ note, degree, onset: at, ticks: event.ticks, accent, bar, inBar });
        } else if (event.kind === 'held' && sounds && last) {
          sung[sung.length - 1] = { ...last, ticks: last.ticks + event.ticks };
        }
        sounds = event.kind === 'note' || (event.kind === 'held' && sounds);
        at += event.ticks;
      }
      sounds &&= tune.length > 0;
      start += length;
    }
  }
  return sung;
}

/**
 * What is sung over each chord, by slot of the text: the note that sounds longest of those that are long (a felt beat or
 * more) or accented; passing notes count for nothing (common practice, no published source). A chord that is played
 * several times has the note of the first time.
 */
export function melodyOver(timeline: Timeline): ReadonlyMap<number, Degree> {
  const beat = tempoBeat(timeline.song.meter);
  const sung = sungNotes(timeline);
  const over = new Map<number, Degree>();
  let first = 0;
  for (const { slot, start, is } of timeline.slots) {
    const end = start + is.ticks;
    while (first < sung.length && sung[first]!.onset + sung[first]!.ticks <= start) first += 1;
    if (is.kind !== 'chord' || over.has(slot)) continue;
    let longest = 0;
    for (let index = first; index < sung.length && sung[index]!.onset < end; index += 1) {
      const { onset, ticks, accent, degree } = sung[index]!;
      const sounds = Math.min(onset + ticks, end) - Math.max(onset, start);
      const counts = sounds >= beat || (accent && onset >= start);
      if (!counts || sounds <= longest) continue;
      longest = sounds;
      over.set(slot, degree);
    }
  }
  return over;
}
