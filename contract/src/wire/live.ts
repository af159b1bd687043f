import { z } from 'zod';
import { shareTarget } from './shares.ts';
import { id } from './text.ts';

/** What an open page is told of its team while it is open. */
export const liveEvent = z.discriminatedUnion('kind', [
  /** A song or set was saved, by which screen where that said so. */
  z.object({ kind: z.literal('saved'), of: shareTarget, screen: id.nullable() }),
  /** Somebody came to a song or set, or went. */
  z.object({ kind: z.literal('here'), of: shareTarget }),
  /** The line was broken: what was told meanwhile is to be asked for. */
  z.object({ kind: z.literal('again') }),
]);
export type LiveEvent = z.infer<typeof liveEvent>;

/** Somebody says so often, in seconds, where they are; after twice as long they count as gone. */
export const presenceSeconds = 20;

/** A screen is at a song or set that is open to be written, or has left it. */
export const presence = z.object({ screen: id, at: shareTarget, isHere: z.boolean() });

/** Who else is there, each once. */
export const present = z.object({ others: z.array(z.object({ personId: id, name: z.string() })) });
export type Present = z.infer<typeof present>;
