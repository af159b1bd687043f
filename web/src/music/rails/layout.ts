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
  /** How much of its bar the slot takes, 0 to 1. */
  readonly share: number;
  /** When it comes in, if it is pushed: `4&`. */
  readonly count: string | null;
}

/** A bar does not know its place in the song: it stays what it is when bars come or go before it. */
export interface LaidBar {
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
  /** Keeps telling the section from others while some come and go before it. */
  readonly id: number;
  /** How many bars and slots of the song stand before it, as core's `barPlaces` and `placedSlots` count them. */
  readonly bars: number;
  readonly slots: number;
  /** What its rails depend on besides: the song's metre, and the tune's note that may go on into it. */
  readonly meter: Meter;
  readonly sounding: TuneNote | null;
  readonly rails: readonly LaidRail[];
  /** Tells each rail from others, as `id` does for sections. */
  readonly ids: readonly number[];
}

/** A rail carries a phrase, or four bars of a longer one. */
export interface LaidRail {
  /** When it is played, where it is not played every time; on the first rail of a phrase only. */
  readonly when: string | null;
  readonly isTimed: boolean;
  /** It carries a phrase of the section from its beginning, or goes on with the one above. */
  readonly startsPhrase: boolean;
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
  const { meter, sections } = song;
  const olds = keepIds(
    before.map(({ section }) => section),
    before.map(({ id }) => id),
    sections,
  ).map((id) => ({ id, old: before.find((laid) => laid.id === id) }));
  let counted = { bars: 0, slots: 0 };
  let sounding: TuneNote | null = null;
  return sections.map((section, place) => {
    const { id, old } = olds[place]!;
    const isKept = old?.section === section && old.meter === meter && old.sounding === sounding;
    const rails = isKept ? old.rails : shareParts(old?.rails, railsOf(section, meter, sounding));
    const ids = isKept ? old.ids : keepIds(old?.rails ?? [], old?.ids ?? [], rails);
    const laid = { section, id, ...counted, meter, sounding, rails, ids };
    for (const { bars } of rails) {
      counted = { bars: counted.bars + bars.length, slots: counted.slots + slotsOf(bars) };
      for (const { tune } of bars) sounding = soundingAfter(tune, sounding);
    }
    return isKept && old.bars === laid.bars && old.slots === laid.slots ? old : laid;
  });
}

/** How many slots stand in some bars. */
export function slotsOf(bars: readonly LaidBar[]): number {
  return bars.reduce((sum, { slots }) => sum + slots.length, 0);
}

/**
 * Ids for the items of a list now: those that stood at its beginning or end before keep theirs, what changed between them
 * takes over those of what was there, and what is more gets new ones.
 */
export function keepIds<Item>(
  before: readonly Item[],
  ids: readonly number[],
  now: readonly Item[],
): number[] {
  const shorter = Math.min(before.length, now.length);
  let head = 0;
  while (head < shorter && before[head] === now[head]) head += 1;
  let tail = 0;
  while (tail < shorter - head && before.at(-1 - tail) === now.at(-1 - tail)) tail += 1;
  const between = ids.slice(head, ids.length - tail);
  let fresh = Math.max(-1, ...ids);
  return now.map((_, index) => {
    if (index < head) return ids[index]!;
    if (index >= now.length - tail) return ids[index - now.length + ids.length]!;
    return between[index - head] ?? (fresh += 1);
  });
}

function railsOf(section: Section, meter: Meter, before: TuneNote | null): LaidRail[] {
  let sounding = before;
  const lines = metersOf(section, meter);
  return lines.flatMap(({ phrase, meters }, line): readonly LaidRail[] => {
    const goesOn = lines[line + 1]?.phrase.tune[0]?.[0]?.kind === 'held';
    const laid = laidPhrase({ phrase, meters, before: sounding, goesOn });
    phrase.bars.forEach((_, bar) => (sounding = soundingAfter(phrase.tune[bar] ?? [], sounding)));
    return laid;
  });
}

/** A phrase with what it depends on besides itself: its bars' metres, and what is tied into it and out of it. */
interface PlacedPhrase {
  readonly phrase: Phrase;
  readonly meters: readonly Meter[];
  readonly before: TuneNote | null;
  readonly goesOn: boolean;
}

const laidPhrases = new WeakMap<Phrase, PlacedPhrase & { readonly rails: readonly LaidRail[] }>();

/** The rails of a phrase, laid out once for as long as it and what it depends on stay the same. */
function laidPhrase(placed: PlacedPhrase): readonly LaidRail[] {
  const kept = laidPhrases.get(placed.phrase);
  const isSame =
    kept?.before === placed.before &&
    kept.goesOn === placed.goesOn &&
    kept.meters.every((meter, bar) => meter === placed.meters[bar]);
  if (isSame) return kept.rails;
  const rails = layPhrase(placed);
  laidPhrases.set(placed.phrase, { ...placed, rails });
  return rails;
}

function layPhrase({ phrase, meters, before, goesOn }: PlacedPhrase): LaidRail[] {
  let sounding = before;
  const bars = phrase.bars.map((bar, place): LaidBar => {
    const isLast = place === phrase.bars.length - 1;
    const isTied = isLast ? goesOn : phrase.tune[place + 1]?.[0]?.kind === 'held';
    const laid = layBar(bar, meters[place]!, phrase, place, { before: sounding, goesOn: isTied });
    sounding = soundingAfter(laid.tune, sounding);
    return laid;
  });
  const when = phrase.when && whenInWords(phrase.when);
  const rows = bars.length <= mostOnRail ? [bars] : inFours(bars);
  return rows.map((row, place) => ({
    when: place === 0 ? when : null,
    isTimed: when !== null,
    startsPhrase: place === 0,
    bars: row.map((bar, inRow) => ({ ...bar, startsRail: inRow === 0 })),
  }));
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
  sung: Pick<LaidBar, 'before' | 'goesOn'>,
): LaidBar {
  const words = phrase.words.map((cells) => cells[place] ?? '');
  const feel = bar.feel && feelInWords[bar.feel];
  const tune = phrase.tune[place] ?? [];
  const always = { feel, words, tune, meter, ...sung, startsRail: false };
  if (bar.kind === 'same') return { ...always, same: true, pickup: false, change: null, slots: [] };
  let due = 0;
  const slots = bar.slots.map((slot): LaidSlot => {
    const push = slot.kind === 'chord' ? slot.push : null;
    const count = push && pushCount(meter, due, push);
    due += slot.ticks;
    return { slot, share: slot.ticks / barTicks(meter), count };
  });
  const change = bar.meter && formatMeter(bar.meter);
  return { ...always, same: false, pickup: bar.pickup, change, slots };
}
