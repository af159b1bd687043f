import type { SetItem, VoiceNoted } from '@intervallum/contract';
import {
  asPlayed,
  expand,
  isSingable,
  parseChart,
  pitchClass,
  planSet,
  rankKeys,
  readBridge,
  songRange,
  whyNoKey,
  type Key,
  type NoKeyFits,
  type KeyRequest,
  type RankedKey,
  type ServiceItem,
  type SetPlan,
  type Song,
} from '@intervallum/core';
import { keyNamed } from '../../../music/rails/view.ts';
import { isNamed } from '../../../lenses/parts/namedVoices.ts';

/** A song as it is played in a service. */
export interface SongHere {
  /** Its chart. */
  readonly text: string;
  /** As written, and with the way it goes in this service. */
  readonly written: Song;
  readonly song: Song;
  readonly key: Key;
  /** What of how it goes here cannot be played. */
  readonly problems: readonly string[];
  /** What leads into it, whether or not it is played where the song stands now. */
  readonly bridge: Song | null;
  /** The voices of those who sing it, as far as they are noted; none where no tune is. */
  readonly voices: readonly VoiceNoted[];
  /** Its key for them, and all keys, the best first; null where no voice was asked. */
  readonly sung: {
    readonly now: RankedKey;
    readonly ranked: readonly RankedKey[];
    /** Why no key suits them, and what would help; null where one does. */
    readonly why: NoKeyFits | null;
  } | null;
}

export interface ServiceView {
  readonly plan: SetPlan;
  /** By the ids of their places; those whose charts are not at hand have none. */
  readonly songs: ReadonlyMap<string, SongHere>;
  /** Some charts are still on their way. */
  readonly isWaiting: boolean;
}

interface AskedService {
  readonly items: readonly SetItem[];
  readonly most: number | null;
  /** Charts by the ids of songs: as they are, null on their way, absent where there is none. */
  readonly texts: Readonly<Record<string, string | null>>;
  readonly titles: ReadonlyMap<string, string>;
  readonly voices: readonly VoiceNoted[];
  readonly wishes: Omit<KeyRequest, 'song' | 'singers'>;
  /** How long songs lasted where they were played by their own way, in seconds, by their ids. */
  readonly lasted?: ReadonlyMap<string, number>;
}

/** Everything that is told of a service beside its items. */
export function viewService(asked: AskedService): ServiceView {
  const { items, most, texts, titles } = asked;
  const songs = new Map<string, SongHere>();
  const planned: ServiceItem[] = [];
  for (const item of items) {
    const { id, fixed: isFixed } = item;
    if (item.kind !== 'song') {
      const { kind, minutes, name } = item;
      const bed = item.bed === null ? null : parseChart(item.bed).song;
      planned.push({ id, name, isFixed, kind, minutes, bed });
      continue;
    }
    const { songId } = item;
    const text = texts[songId];
    if (text === undefined || text === null) continue;
    const here = songHere(item, text, asked);
    songs.set(id, here);
    const { song, key } = here;
    const bridge =
      item.bridge && here.bridge ? { from: item.bridge.from, song: here.bridge } : null;
    const name = titles.get(songId) ?? '';
    const lasted = item.road === null ? (asked.lasted?.get(songId) ?? null) : null;
    planned.push({ id, name, isFixed, kind: 'song', songId, song, key, bridge, lasted });
  }
  return {
    plan: planSet(planned, most === null ? {} : { most }),
    songs,
    isWaiting: Object.values(texts).includes(null),
  };
}

type SongItem = Extract<SetItem, { kind: 'song' }>;

function songHere(item: SongItem, text: string, { voices, wishes }: AskedService): SongHere {
  const written = parseChart(text).song;
  const played = asPlayed(text, { road: item.road, bridge: null });
  const song = parseChart(played.text).song;
  const key = keyNamed(item.key, song) ?? song.key;
  const led = item.bridge && readBridge(item.bridge.text, { ...song, key });
  const bridgeProblems = led && !led.ok ? [led.problems[0]!.message] : [];
  const singing = voices.filter(({ name }) => isNamed(item.who || song.details.singer, name));
  return {
    text,
    written,
    song,
    key,
    problems: [...played.problems, ...bridgeProblems],
    bridge: led && led.ok ? led.song : null,
    voices: singing,
    sung: sungIn(song, key, { request: { ...wishes, singers: singing }, voices }),
  };
}

function sungIn(
  song: Song,
  key: Key,
  asked: { readonly request: Omit<KeyRequest, 'song'>; readonly voices: readonly VoiceNoted[] },
): SongHere['sung'] {
  const { request, voices } = asked;
  if (request.singers.length === 0) return null;
  const range = songRange(expand(song));
  if (!range) return null;
  const ranked = rankKeys({ ...request, song: range });
  // A key may be written in another spelling than it is ranked in.
  const now = ranked.find((one) => sounds(one.key, key)) ?? ranked[0]!;
  const others = voices.filter((one) => !request.singers.includes(one));
  const why = isSingable(ranked[0]!) ? null : whyNoKey({ ...request, song }, others);
  return { now, ranked, why };
}

/** Whether two keys are the same on the keyboard, however they are written. */
export const sounds = (one: Key, other: Key) =>
  one.mode === other.mode && pitchClass(one.tonic) === pitchClass(other.tonic);

/** A key that is worth being offered: it can be sung, and the one that stands cannot, or lies clearly worse; null for none. */
export function offeredFor({ now, ranked }: NonNullable<SongHere['sung']>): RankedKey | null {
  const [best] = ranked;
  if (!best || best === now || !isSingable(best)) return null;
  return !isSingable(now) || best.score - now.score >= worthAsking ? best : null;
}

/** Points of 100 by which another key has to be better before anybody is asked. */
const worthAsking = 8;
