import type { Key } from '../pitch/key.ts';
import type { Meter } from './meter.ts';
import type { Bar, Slot, Song } from './song.ts';

/** A slot of the unrolled song, at its time. */
export interface TimedSlot {
  /** Which slot of the text it is, as `placedSlots` counts them; a repeated bar (`%`) has those of the bar it repeats. */
  readonly slot: number;
  /** The bar of the text it sounds in, counted over the whole song; of a repeated bar, the sign's own. */
  readonly bar: number;
  readonly section: number;
  /** Which time through its section, from 1. */
  readonly pass: number;
  /** Ticks from the beginning of the song. */
  readonly start: number;
  readonly meter: Meter;
  readonly key: Key;
  readonly is: Slot;
}

/** The song unrolled: every slot that sounds, in the order of time. */
export interface Timeline {
  readonly song: Song;
  readonly key: Key;
  readonly slots: readonly TimedSlot[];
  /** Length of the whole, in ticks. */
  readonly ticks: number;
}

interface NumberedSlot {
  readonly slot: number;
  readonly meter: Meter;
  readonly is: Slot;
}

/**
 * Unrolls a song in a key: sections as often as they are played, repeated bars written out.
 * A pickup begins with its first sound; the silence before it takes no time.
 */
export function expand(song: Song, { key = song.key }: { readonly key?: Key } = {}): Timeline {
  const slots: TimedSlot[] = [];
  let start = 0;
  let slotNumber = 0;
  let barNumber = 0;
  for (const [section, { phrases, times }] of song.sections.entries()) {
    let { meter } = song;
    let before: readonly NumberedSlot[] = [];
    const bars = phrases
      .flatMap((phrase) => phrase.bars)
      .map((bar) => {
        if (bar.kind === 'played') {
          meter = bar.meter ?? meter;
          const held = meter;
          before = bar.slots.map((is) => ({ slot: slotNumber++, meter: held, is }));
        }
        return { bar: barNumber++, slots: withoutLeadingSilence(bar, before) };
      });
    for (let pass = 1; pass <= times; pass += 1) {
      for (const { bar, slots: inBar } of bars) {
        for (const { slot, meter: held, is } of inBar) {
          slots.push({ slot, bar, section, pass, start, meter: held, key, is });
          start += is.ticks;
        }
      }
    }
  }
  return { song, key, slots, ticks: start };
}

function withoutLeadingSilence(bar: Bar, slots: readonly NumberedSlot[]): readonly NumberedSlot[] {
  if (bar.kind === 'same' || !bar.pickup) return slots;
  const first = slots.findIndex(({ is }) => is.kind === 'chord' || is.kind === 'unread');
  return first < 0 ? slots : slots.slice(first);
}
