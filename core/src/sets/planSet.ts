import type { Song } from '../chart/song.ts';
import { expand, type Timeline } from '../chart/time/timeline.ts';
import { formatMeter } from '../chart/meter.ts';
import { formatKey, sameKey, type Key } from '../pitch/key.ts';
import { endsOf, flowBetween, type Flow } from './flow.ts';
import { seamBetween, type SongEnd } from './seam.ts';
import { assumedOpenTimes, minutesOf, songSeconds } from './length.ts';
import { bestOrder, orderCost, type GapCost } from './order.ts';

/** What a service has besides songs. */
export const momentKinds = ['reading', 'prayer', 'talk', 'moment'] as const;
export type MomentKind = (typeof momentKinds)[number];

/** Something in a service. */
export type ServiceItem = {
  readonly id: string;
  readonly name: string;
  /** It stays where it stands. */
  readonly isFixed?: boolean;
} &
  /** `songId` says which song it is, so that one that stands there twice is known. */
  (
    | {
        readonly kind: 'song';
        readonly songId: string;
        readonly song: Song;
        readonly key?: Key;
        /** What leads into it from another item, in its own numbers; only from there is it played. */
        readonly bridge?: { readonly from: string; readonly song: Song } | null;
        /** How long it lasted where it was played, in seconds; null where that is not known. */
        readonly lasted?: number | null;
      }
    /** What is played under it goes on for as long as it takes. */
    | { readonly kind: MomentKind; readonly minutes: number; readonly bed?: Song | null }
  );

/** Something in a service with when it begins and how long it takes, in seconds from the beginning. */
export interface TimedItem {
  readonly id: string;
  readonly begins: number;
  readonly seconds: number;
  /** Its length leans on how often something open is played. */
  readonly isOpen: boolean;
  /** Its length is that of the times it was played. */
  readonly isMeasured: boolean;
}

/** How a song goes into the next one, and what is spoken between them. */
export interface Seam {
  readonly before: string;
  readonly after: string;
  /** Ids of what stands between the two songs. */
  readonly between: readonly string[];
  readonly flow: Flow;
  /** A bridge is played there. */
  readonly isLed: boolean;
}

/** Something to think about, and why. */
export interface SetWarning {
  readonly kind:
    | 'far key'
    | 'tempo'
    | 'slow in a row'
    | 'long'
    | 'empty'
    | 'twice'
    | 'idle bridge'
    | 'bed in another key';
  /** What it is about. */
  readonly ids: readonly string[];
  readonly words: string;
}

/** A better order, and by how much. */
export interface BetterOrder {
  readonly ids: readonly string[];
  /** What its seams are heard less than those that stand. */
  readonly gain: number;
  /** No other order has less. */
  readonly isBest: boolean;
  readonly words: string;
}

export interface SetPlan {
  readonly items: readonly TimedItem[];
  readonly seconds: number;
  readonly seams: readonly Seam[];
  /** By what is spoken: something open-ended to play under it, in the key of what comes; none where no song comes. */
  readonly beds: ReadonlyMap<string, Bed>;
  readonly warnings: readonly SetWarning[];
  /** Null where nothing better was found. */
  readonly order: BetterOrder | null;
}

interface PlanWishes {
  /** How often what goes on until the signal is taken to be played. */
  readonly openTimes?: number;
  /** Minutes that the whole may take. */
  readonly most?: number;
}

/** A third is heard of a seam that bars lead over (common practice, no published source). */
const led = 1 / 3;
/** Half as much is heard of a seam where something is spoken over it (common practice, no published source). */
const spoken = 0.5;
/** A tempo under this, in felt beats a minute, is slow; so many in a row are many (common practice, no published source). */
const slow = 72;
const manySlow = 3;

/** A service: when everything is, how each song goes into the next, what to think about, and a better order. */
export function planSet(
  items: readonly ServiceItem[],
  { openTimes = assumedOpenTimes, most }: PlanWishes = {},
): SetPlan {
  // Each song is unrolled once.
  const timelines = items.map((item) =>
    item.kind === 'song' ? expand(item.song, { key: item.key ?? item.song.key }) : null,
  );
  const timed = timesOf(items, timelines, openTimes);
  const seconds = timed.reduce((sum, one) => sum + one.seconds, 0);
  const ends = timelines.map((timeline) => timeline && endsOf(timeline));
  const seams = seamsOf(items, ends);
  return {
    items: timed,
    seconds,
    seams,
    beds: bedsOf(items, ends),
    warnings: [...warningsOf(items, seams, seconds, most ?? null), ...misplaced(items, ends)],
    order: betterOrder(items, ends),
  };
}

function timesOf(
  items: readonly ServiceItem[],
  timelines: readonly (Timeline | null)[],
  openTimes: number,
): TimedItem[] {
  let begins = 0;
  let last: string | null = null;
  return items.map((item, place) => {
    const timeline = timelines[place];
    const spokenFor = item.kind === 'song' ? 0 : 60 * Math.max(0, item.minutes);
    const bridge = item.kind === 'song' ? bridgeFrom(item, last) : null;
    const lead = bridge && expand(bridge, { key: bridge.key });
    const lasted = item.kind === 'song' ? (item.lasted ?? null) : null;
    const itself = timeline ? (lasted ?? songSeconds(timeline, openTimes)) : spokenFor;
    const seconds = (lead ? songSeconds(lead, openTimes) : 0) + itself;
    const leans = [lead, lasted === null ? timeline : null];
    const isOpen = leans.some((one) => one?.parts.some(({ open }) => open));
    const one = { id: item.id, begins, seconds, isOpen, isMeasured: lasted !== null };
    begins += seconds;
    if (item.kind === 'song') last = item.id;
    return one;
  });
}

/** What leads into a song from the one before it; null where nothing does, or it was made for coming from another one. */
function bridgeFrom({ bridge }: SongItem, last: string | null): Song | null {
  return bridge && bridge.from === last ? bridge.song : null;
}

type Ends = ReturnType<typeof endsOf>;

function seamsOf(items: readonly ServiceItem[], ends: readonly (Ends | null)[]): Seam[] {
  const seams: Seam[] = [];
  let last: number | null = null;
  for (const [place, one] of ends.entries()) {
    if (!one) continue;
    const before = last === null ? null : ends[last];
    if (last !== null && before) {
      const between = items.slice(last + 1, place).map(({ id }) => id);
      seams.push({
        before: items[last]!.id,
        after: items[place]!.id,
        between,
        flow: flowBetween(before.end, one.begin),
        isLed: bridgeFrom(items[place] as SongItem, items[last]!.id) !== null,
      });
    }
    last = place;
  }
  return seams;
}

/** Chart text of what is played under words, and its key. */
export interface Bed {
  readonly key: Key;
  readonly text: string;
}

function bedsOf(
  items: readonly ServiceItem[],
  ends: readonly (Ends | null)[],
): ReadonlyMap<string, Bed> {
  const beds = new Map<string, Bed>();
  for (const [place, { id, kind }] of items.entries()) {
    const comes = ends.slice(place).find((one) => one !== null)?.begin;
    if (kind !== 'song' && comes) beds.set(id, { key: comes.key, text: bedFor(comes) });
  }
  return beds;
}

/** Open-ended playing under speech, in the key of what comes: home without its third, and nothing that would ask for an end. */
export function bedFor({ key, meter, tempo }: SongEnd): string {
  const chords = key.mode === 'minor' ? '6sus2~ | 4add2~' : '1sus2~ | 4add2~';
  const fields = `key: ${formatKey(key)}\nmeter: ${formatMeter(meter)}\ntempo: ${tempo}\n`;
  return `${fields}\nBed x2 open:\n  * soft, under the words\n  ${chords}\n`;
}

function warningsOf(
  items: readonly ServiceItem[],
  seams: readonly Seam[],
  seconds: number,
  most: number | null,
): SetWarning[] {
  const found: SetWarning[] = [];
  const nameOf = (id: string) => items.find((item) => item.id === id)!.name;
  if (items.length === 0)
    found.push({ kind: 'empty', ids: [], words: 'Nothing stands in it yet: add a song first.' });
  for (const { before, after, between, flow, isLed } of seams) {
    if (between.length > 0 || isLed) continue;
    const pair = `${nameOf(before)} into ${nameOf(after)}`;
    if (flow.relation.kind === 'far')
      found.push({
        kind: 'far key',
        ids: [before, after],
        words: `${pair}: ${flow.relation.words}`,
      });
    if (flow.tempo.kind === 'faster' || flow.tempo.kind === 'slower')
      found.push({ kind: 'tempo', ids: [before, after], words: `${pair}: ${flow.tempo.words}` });
  }
  const songs = items.filter((item) => item.kind === 'song');
  for (const run of slowRuns(songs))
    found.push({
      kind: 'slow in a row',
      ids: run.map(({ id }) => id),
      words: `${run.length} slow songs follow each other, from ${run[0]!.name} on.`,
    });
  const seen = new Map<string, string>();
  for (const { id, name, songId } of songs) {
    const before = seen.get(songId);
    if (before !== undefined)
      found.push({ kind: 'twice', ids: [before, id], words: `${name} stands in it twice.` });
    seen.set(songId, id);
  }
  if (most !== null && seconds > 60 * most)
    found.push({
      kind: 'long',
      ids: [],
      words: `It takes about ${minutesOf(seconds)}, ${minutesOf(seconds - 60 * most)} more than there is.`,
    });
  return found;
}

/** What was made for another order than the one that stands: bridges from elsewhere, beds in another key than what comes. */
function misplaced(items: readonly ServiceItem[], ends: readonly (Ends | null)[]): SetWarning[] {
  let last: ServiceItem | null = null;
  return items.flatMap((item, place): SetWarning[] => {
    if (item.kind !== 'song') {
      const comes = ends.slice(place).find((one) => one !== null)?.begin.key;
      if (!item.bed || !comes || sameKey(item.bed.key, comes)) return [];
      const [is, next] = [formatKey(item.bed.key), formatKey(comes)];
      const words = `What is played under ${item.name} is in ${is}, what comes is in ${next}: make it anew.`;
      return [{ kind: 'bed in another key', ids: [item.id], words }];
    }
    const before = last;
    last = item;
    if (!item.bridge || item.bridge.from === before?.id) return [];
    const { from } = item.bridge;
    const meant = items.find(({ id }) => id === from)?.name ?? 'a song that is no longer here';
    const words = `What leads into ${item.name} was made for coming from ${meant}: it is not played.`;
    return [{ kind: 'idle bridge', ids: [item.id], words }];
  });
}

type SongItem = Extract<ServiceItem, { kind: 'song' }>;

/** Stretches of three slow songs and more. */
function slowRuns(songs: readonly SongItem[]): SongItem[][] {
  const runs: SongItem[][] = [];
  let run: SongItem[] = [];
  for (const one of songs) {
    if (one.song.tempo !== null && one.song.tempo < slow) run.push(one);
    else run = [];
    if (run.length === manySlow) runs.push(run);
  }
  return runs;
}

/**
 * A better order of what is free: songs among the places of songs, everything else where it stands, so that the seams
 * between songs are heard less.
 */
function betterOrder(
  items: readonly ServiceItem[],
  ends: readonly (Ends | null)[],
): BetterOrder | null {
  const songs = items.flatMap((item, place) =>
    item.kind === 'song' ? [{ item, place, ends: ends[place]! }] : [],
  );
  if (songs.length < 3) return null;
  // What is spoken after the song on a place weakens the seam behind it, whichever song stands there.
  const weights = songs.map(({ place }, index) => {
    const next = songs[index + 1];
    return next && next.place > place + 1 ? spoken : 1;
  });
  const seams = songs.map((one) =>
    songs.map((other) => {
      if (one === other) return 0;
      const { seam } = seamBetween(one.ends.end, other.ends.begin);
      return bridgeFrom(other.item, one.item.id) ? seam * led : seam;
    }),
  );
  const cost: GapCost = (before, after, gap) => weights[gap]! * seams[before]![after]!;
  const all = bestOrder(
    songs.map(({ item }) => ({ isFixed: item.isFixed === true })),
    cost,
  );
  const standing = orderCost(
    songs.map((_, index) => index),
    cost,
  );
  const gain = Math.round(10 * (standing - all.cost)) / 10;
  if (gain <= 0) return null;
  const order = [...all.places];
  const ids = items.map((item) =>
    item.kind === 'song' ? songs[order.shift()!]!.item.id : item.id,
  );
  const names = ids.flatMap((id) => items.filter((item) => item.id === id && item.kind === 'song'));
  return {
    ids,
    gain,
    isBest: all.isBest,
    words: `${names.map(({ name }) => name).join(', ')}: the seams are heard ${gain} less${all.isBest ? '' : ' (searched, not every order was tried)'}.`,
  };
}
