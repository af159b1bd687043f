import {
  backingVoices,
  bandRoles,
  transposingInstruments,
  type TransposingInstrument,
} from '@intervallum/core';
import { z } from 'zod';
import { createSettings } from './createSettings.ts';
import { chartSizes } from './reader.ts';

/** The farthest fret a capo is put on. */
export const highestCapo = 9;

const horns = Object.keys(transposingInstruments) as TransposingInstrument[];

/** How one link is read on this device. Songs are named as the page names them. */
const linkSettings = z.object({
  /** When it was changed last, in milliseconds since 1970. */
  at: z.number().catch(0),
  /** Null where nobody chose: as suits what the reader plays. */
  hero: z.enum(['numbers', 'letters']).nullable().catch(null),
  /** What the reader plays, `everybody` for the charts as they are; null as the link says. */
  role: z
    .enum([...bandRoles, 'everybody'])
    .nullable()
    .catch(null),
  horn: z.enum(horns).catch('trumpet'),
  voice: z.enum(backingVoices).catch('alto'),
  /** Null as everywhere else on this device. */
  size: z.enum(chartSizes).nullable().catch(null),
  /** One's own key of a song, by its name. */
  keys: z.record(z.string(), z.string()).catch({}),
  /** The fret a capo is on, by song. */
  capos: z.record(z.string(), z.int().min(0).max(highestCapo)).catch({}),
});
export type LinkSettings = z.infer<typeof linkSettings>;

const asAtFirst: LinkSettings = linkSettings.parse({});

/** So many links are remembered; the oldest go first. */
const most = 60;

const links = createSettings('links', 1, {
  byToken: z.record(z.string(), linkSettings).catch({}),
});

/** What a song is called in the settings of a link: a set may hold it twice. @param place in the set, from 0 */
export function nameInLink(songId: string, place: number): string {
  return `${songId}:${place}`;
}

/** Under which name it is remembered on this device how a member reads a set, as that of a link is under its token. */
export function setAsLink(setId: string): string {
  return `set:${setId}`;
}

/** How a link is read on this device, and how that is changed. */
export function useLink(
  token: string,
): readonly [LinkSettings, (change: Partial<Omit<LinkSettings, 'at'>>) => void] {
  const { byToken } = links.use('byToken');
  const change = (changed: Partial<LinkSettings>) => {
    const all = links.now().byToken;
    const next = { ...(all[token] ?? asAtFirst), ...changed, at: Date.now() };
    const kept = Object.entries({ ...all, [token]: next })
      .sort(([, one], [, other]) => other.at - one.at)
      .slice(0, most);
    links.change({ byToken: Object.fromEntries(kept) });
  };
  return [byToken[token] ?? asAtFirst, change];
}
