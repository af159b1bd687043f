import {
  barTicks,
  formatMeter,
  metersOf,
  ordinalOf,
  pushCount,
  shareParts,
  soundingAfter,
  type Bar,
  type Feel,
  type Meter,
  type Phrase,
  type PhraseWhen,
  type Section,
  type Slot,
  type Song,
  type TuneBar,
  type TuneNote,
} from '@intervallum/core';

/** A slot where it stands in its bar, with what the page says of its time. */
export interface LaidSlot {
  readonly slot: Slot;
  /** Counts the slots of the song from 0, as core's `placedSlots` does. */
  readonly index: number;
  /** How much of its bar the slot takes, 0 to 1. */
  readonly share: number;
  /** When it comes in, if it is pushed: `4&`. */
  readonly count: string | null;
}

export interface LaidBar {
  /** Counts the bars of the song from 0, as core's `barPlaces` does. */
  readonly index: number;
  readonly same: boolean;
  readonly pickup: boolean;
  /** The metre announced before this bar. */
  readonly change: string | null;
  /** How time goes from this bar on, where that changes: `rit.`, `free`. */
  readonly feel: string | null;
  readonly slots: readonly LaidSlot[];
  /** The words under the bar, one text for each line of words. */
  readonly words: readonly string[];
  /** The tune of the bar; nothing where none is written. */
  readonly tune: TuneBar;
  readonly meter: Meter;
  /** What a staff needs to know of the bars beside it: what is tied in and out, and that a line begins. */
  readonly before: TuneNote | null;
  readonly goesOn: boolean;
  readonly startsRail: boolean;
}

export interface LaidSection {
  readonly section: Section;
  /** What its layout depends on besides: what is counted before it, and the tune's note that may go on into it. */
  readonly after: {
    readonly meter: Meter;
    readonly bars: number;
    readonly slots: number;
    readonly sounding: TuneNote | null;
  };
  readonly rails: readonly LaidRail[];
}

/** A rail carries a phrase, or four bars of a longer one. */
export interface LaidRail {
  /** When it is played, where it is not played every time; on the first rail of a phrase only. */
  readonly when: string | null;
  readonly isTimed: boolean;
  /** The phrase of the section that it carries. */
  readonly phrase: number;
  readonly bars: readonly LaidBar[];
}

const feelInWords: Readonly<Record<Feel, string>> = {
  'half-time': 'half-time feel',
  rit: 'rit.',
  free: 'free',
  'in time': 'in time',
};

/** The most bars of a phrase that stand on one rail; a longer phrase goes on below, four bars at a time. */
const mostOnRail = 5;

/**
 * Prepares a song for the page: where each slot stands, what is counted, which words stand under which bar.
 * @param before the layout of before: what an edit did not change is taken from it
 */
export function layOut(song: Song, before: readonly LaidSection[] = []): LaidSection[] {
  let index = 0;
  let slots = 0;
  let sounding: TuneNote | null = null;
  return song.sections.map((section, place) => {
    const after = { meter: song.meter, bars: index, slots, sounding };
    const old = before[place];
    if (old?.section === section && shareParts(old.after, after) === old.after) {
      for (const bar of old.rails.flatMap(({ bars }) => bars)) {
        index += 1;
        slots += bar.slots.length;
        sounding = soundingAfter(bar.tune, sounding);
      }
      return old;
    }
    const lines = metersOf(section, song.meter);
    const rails = lines.flatMap(({ phrase, meters }, line): LaidRail[] => {
      const bars = phrase.bars.map((bar, place): LaidBar => {
        const meter = meters[place]!;
        const isLast = place === phrase.bars.length - 1;
        const next = (isLast ? lines[line + 1]?.phrase.tune[0] : phrase.tune[place + 1])?.[0];
        const sung = { before: sounding, goesOn: next?.kind === 'held' };
        const laid = layBar(bar, meter, phrase, place, index, slots, sung);
        sounding = soundingAfter(laid.tune, sounding);
        slots += laid.slots.length;
        index += 1;
        return laid;
      });
      const when = phrase.when && whenInWords(phrase.when);
      const rows = bars.length <= mostOnRail ? [bars] : inFours(bars);
      return rows.map((row, place) => ({
        when: place === 0 ? when : null,
        isTimed: when !== null,
        phrase: line,
        bars: row.map((bar, inRow) => ({ ...bar, startsRail: inRow === 0 })),
      }));
    });
    return { section, after, rails: shareParts(old?.rails, rails) };
  });
}

/** @example whenInWords({ kind: 'ending', times: [1, 2] }) // '1st and 2nd ending' */
function whenInWords(when: PhraseWhen): string {
  const times = when.times.map(ordinalOf).join(' and ');
  return when.kind === 'ending' ? `${times} ending` : `${times} time, from bar ${when.bar}`;
}

function inFours(bars: readonly LaidBar[]): LaidBar[][] {
  return Array.from({ length: Math.ceil(bars.length / 4) }, (_, row) =>
    bars.slice(4 * row, 4 * row + 4),
  );
}

function layBar(
  bar: Bar,
  meter: Meter,
  phrase: Phrase,
  place: number,
  index: number,
  firstSlot: number,
  sung: Pick<LaidBar, 'before' | 'goesOn'>,
): LaidBar {
  const words = phrase.words.map((cells) => cells[place] ?? '');
  const feel = bar.feel && feelInWords[bar.feel];
  const tune = phrase.tune[place] ?? [];
  const always = { index, feel, words, tune, meter, ...sung, startsRail: false };
  if (bar.kind === 'same') return { ...always, same: true, pickup: false, change: null, slots: [] };
  let due = 0;
  const slots = bar.slots.map((slot, inBar): LaidSlot => {
    const push = slot.kind === 'chord' ? slot.push : null;
    const count = push && pushCount(meter, due, push);
    due += slot.ticks;
    return { slot, index: firstSlot + inBar, share: slot.ticks / barTicks(meter), count };
  });
  const change = bar.meter && formatMeter(bar.meter);
  return { ...always, same: false, pickup: bar.pickup, change, slots };
}

/** True for a slot among those from one to another. */
export function isWithin(
  range: { readonly from: number; readonly to: number } | null,
  index: number,
): boolean {
  return range !== null && index >= range.from && index <= range.to;
}
