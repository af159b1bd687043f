import {
  barTicks,
  formatMeter,
  metersOf,
  pushCount,
  shareParts,
  linesOfBars,
  soundingAfter,
  type Bar,
  type Feel,
  type LineOfBar,
  type Meter,
  type Phrase,
  type Section,
  type Slot,
  type Song,
  type TuneBar,
  type TuneNote,
} from '@intervallum/core';
import { ordinal, t } from '../../words/words.ts';

/** When a pushed chord comes in: `4&`; and whether the right hand alone comes early. */
export interface Early {
  readonly count: string;
  readonly rightAlone: boolean;
}

/** A slot where it stands in its bar, with what the page says of its time. */
export interface LaidSlot {
  readonly slot: Slot;
  /** How much of its bar the slot takes, 0 to 1. */
  readonly share: number;
  /** It is pushed. It stands where it belongs; when it sounds is said at the end of what stands before it. */
  readonly early: Early | null;
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
  /** The chord that the next bar begins with comes in at the end of this one. */
  readonly nextEarly: Early | null;
  /** Its first chord is pushed, and no bar before it says so: what is played before is not what stands before. */
  readonly opensEarly: boolean;
  /** The words under the bar, one text for each line of words. */
  readonly words: readonly string[];
  /** The tune of the bar; nothing where none is written. */
  readonly tune: TuneBar;
  /** What hands play in it in the place of their chords, or over them. */
  readonly lines: readonly LineOfBar[];
  readonly meter: Meter;
  /** What a staff needs to know of the bars beside it: what is tied in and out. */
  readonly before: TuneNote | null;
  readonly goesOn: boolean;
  /** What its reader pencilled under it; left out where nothing is. */
  readonly pencilled?: string;
}

export interface LaidSection {
  readonly section: Section;
  /** Keeps telling the section from others while some come and go before it. */
  readonly id: number;
  /** How many bars and slots of the song stand before it, as core's `barPlaces` and `placedSlots` count them. */
  readonly bars: number;
  readonly slots: number;
  /** What its rails depend on besides: the song's metre and its named lines, and the tune's note that may go on into it. */
  readonly meter: Meter;
  readonly sounding: TuneNote | null;
  readonly named: Song['lines'];
  readonly rails: readonly LaidRail[];
  /** Tells each rail from others, as `id` does for sections. */
  readonly ids: readonly number[];
}

/** A rail carries a phrase: a line of the text. How it is broken is the page's affair (`rows.ts`). */
export interface LaidRail {
  /** When it is played, where it is not played every time. */
  readonly when: string | null;
  readonly kind: 'always' | 'ending' | 'instead';
  /** The bar that it takes the place of, counted from 0 over those that all times share; null where it takes none. */
  readonly insteadOf: number | null;
  readonly bars: readonly LaidBar[];
}

const feelInWords: Readonly<Record<Feel, string>> = {
  'half-time': t('half-time feel'),
  rit: t('rit.'),
  free: t('free'),
  'in time': t('in time'),
};

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
  const named = sameLines(before[0]?.named, song.lines);
  return sections.map((section, place) => {
    const { id, old } = olds[place]!;
    const isKept =
      old?.section === section &&
      old.meter === meter &&
      old.sounding === sounding &&
      old.named === named;
    const rails = isKept
      ? old.rails
      : shareParts(old?.rails, railsOf(section, meter, sounding, named));
    const ids = isKept ? old.ids : keepIds(old?.rails ?? [], old?.ids ?? [], rails);
    const laid = { section, id, ...counted, meter, sounding, named, rails, ids };
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

/** The named lines of before, where those of now say the same: they are read anew with each key press. */
function sameLines(before: Song['lines'] | undefined, now: Song['lines']): Song['lines'] {
  return before && JSON.stringify(before) === JSON.stringify(now) ? before : now;
}

function railsOf(
  section: Section,
  meter: Meter,
  before: TuneNote | null,
  named: Song['lines'],
): LaidRail[] {
  let sounding = before;
  const lines = metersOf(section, meter);
  return lines.map(({ phrase, meters }, line): LaidRail => {
    const next = lines[line + 1];
    const goesOn = next?.phrase.tune[0]?.[0]?.kind === 'held';
    const follows = line > 0 && goesOnInto(lines[line - 1]!.phrase, phrase);
    const nextEarly =
      next && goesOnInto(phrase, next.phrase)
        ? openingEarly(next.phrase.bars[0], next.meters[0]!)
        : null;
    const laid = laidPhrase({
      phrase,
      meters,
      before: sounding,
      goesOn,
      follows,
      nextEarly,
      named,
    });
    phrase.bars.forEach((_, bar) => (sounding = soundingAfter(phrase.tune[bar] ?? [], sounding)));
    return laid;
  });
}

/** After a phrase always comes the next one, where both are played every time. */
function goesOnInto(phrase: Phrase, next: Phrase): boolean {
  return phrase.when === null && next.when === null;
}

/** A phrase with what it depends on besides itself. */
interface PlacedPhrase {
  readonly phrase: Phrase;
  /** Its bars' metres, and what is tied into it and out of it. */
  readonly meters: readonly Meter[];
  readonly before: TuneNote | null;
  readonly goesOn: boolean;
  /** The phrase before it always leads into it; the push that the next one begins with. */
  readonly follows: boolean;
  readonly nextEarly: Early | null;
  /** The song's named lines, which it may have. */
  readonly named: Song['lines'];
}

const laidPhrases = new WeakMap<Phrase, PlacedPhrase & { readonly rail: LaidRail }>();

/** The rail of a phrase, laid out once for as long as it and what it depends on stay the same. */
function laidPhrase(placed: PlacedPhrase): LaidRail {
  const kept = laidPhrases.get(placed.phrase);
  const isSame =
    kept?.before === placed.before &&
    kept.goesOn === placed.goesOn &&
    kept.follows === placed.follows &&
    (!placed.phrase.played || kept.named === placed.named) &&
    sameEarly(kept.nextEarly, placed.nextEarly) &&
    kept.meters.every((meter, bar) => meter === placed.meters[bar]);
  if (isSame) return kept.rail;
  const rail = layPhrase(placed);
  laidPhrases.set(placed.phrase, { ...placed, rail });
  return rail;
}

function sameEarly(one: Early | null, other: Early | null): boolean {
  return one === other || (one?.count === other?.count && one?.rightAlone === other?.rightAlone);
}

function layPhrase(placed: PlacedPhrase): LaidRail {
  const { phrase, meters, goesOn, follows } = placed;
  let sounding = placed.before;
  const lines = linesOfBars(phrase.played ?? [], phrase.bars.length, placed.named);
  const bars = phrase.bars.map((bar, place): LaidBar => {
    const isLast = place === phrase.bars.length - 1;
    const laid = layBar(bar, meters[place]!, phrase, place, {
      before: sounding,
      goesOn: isLast ? goesOn : phrase.tune[place + 1]?.[0]?.kind === 'held',
      nextEarly: isLast
        ? placed.nextEarly
        : openingEarly(phrase.bars[place + 1], meters[place + 1]!),
      lines: lines[place]!,
      isLedInto: place > 0 || follows,
    });
    sounding = soundingAfter(laid.tune, sounding);
    return laid;
  });
  return {
    when: whenInWords(phrase),
    kind: phrase.when?.kind ?? 'always',
    insteadOf: phrase.when?.kind === 'instead' ? phrase.when.bar - 1 : null,
    bars,
  };
}

/** When the first chord of a bar comes in, if it is pushed. */
function openingEarly(bar: Bar | undefined, meter: Meter): Early | null {
  const slot = bar?.kind === 'played' ? bar.slots[0] : undefined;
  return slot ? earlyOf(slot, meter, 0) : null;
}

/** @param due the tick of the bar where it stands */
function earlyOf(slot: Slot, meter: Meter, due: number): Early | null {
  const push = slot.kind === 'chord' ? slot.push : null;
  return push && { count: pushCount(meter, due, push), rightAlone: push.hands === 'right' };
}

/** What is said of time before a bar; null where nothing is. */
function timeInWords({ feel, tempo, slowTo }: Bar): string | null {
  const words = [
    ...(tempo === undefined
      ? []
      : [tempo === 'a tempo' ? t('a tempo') : t('tempo {{tempo}}', { tempo })]),
    ...(feel === 'rit' && slowTo !== undefined
      ? [t('rit. to {{tempo}}', { tempo: slowTo })]
      : feel
        ? [feelInWords[feel]]
        : []),
  ];
  return words.length > 0 ? words.join(', ') : null;
}

/** When a line is played that is not played every time, such as “1st and 2nd ending”. */
function whenInWords({ when, bars }: Phrase): string | null {
  if (when === null) return null;
  const times = when.times.map(ordinal).join(` ${t('and')} `);
  if (when.kind === 'instead') return t('{{times}} time, bar {{bar}}', { times, bar: when.bar });
  if (bars.length === 0) return t('{{times}} ending: none', { times });
  return when.only ? t('{{times}} ending only', { times }) : t('{{times}} ending', { times });
}

function layBar(
  bar: Bar,
  meter: Meter,
  phrase: Phrase,
  place: number,
  beside: Pick<LaidBar, 'before' | 'goesOn' | 'nextEarly' | 'lines'> & {
    readonly isLedInto: boolean;
  },
): LaidBar {
  const words = phrase.words.map((cells) => cells[place] ?? '');
  const feel = timeInWords(bar);
  const tune = phrase.tune[place] ?? [];
  const { isLedInto, ...around } = beside;
  const always = { feel, words, tune, meter, ...around };
  if (bar.kind === 'same')
    return { ...always, same: true, pickup: false, change: null, slots: [], opensEarly: false };
  let due = 0;
  const slots = bar.slots.map((slot): LaidSlot => {
    const early = earlyOf(slot, meter, due);
    due += slot.ticks;
    return { slot, share: slot.ticks / barTicks(meter), early };
  });
  const change = bar.meter && formatMeter(bar.meter);
  const opensEarly = !isLedInto && Boolean(slots[0]?.early);
  return { ...always, same: false, pickup: bar.pickup, change, slots, opensEarly };
}
