import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** So many places are remembered; the oldest go first. */
const most = 400;

/** How far somebody has come on this device, and how their keyboard answers. */
export const practice = createSettings('practice', 1, {
  /** The tempo that a step of a section was left at, by what it is called. */
  tempos: z.record(z.string(), z.number().min(10).max(400)).catch({}),
  /** By how much the keyboard and the sound come late together, in milliseconds. */
  latency: z.number().min(0).max(500).catch(0),
  /** Only the rhythm is tapped, on any key. */
  rhythm: z.boolean().catch(false),
  /** What is heard of the time: nothing but the bar before it, the beats, or what lies between them too. */
  click: z.enum(['off', 'beats', 'eighths', 'sixteenths']).catch('beats'),
  /** A voice counts in the same steps. */
  counted: z.boolean().catch(false),
  /** What is practised begins anew by itself until it is stopped. */
  again: z.boolean().catch(false),
  /** The browser's own voice says each chord. */
  spoken: z.boolean().catch(false),
});

/** Keeps at which tempo somebody left a step. @param name tells it from all others */
export function keepTempo(name: string, tempo: number): void {
  const { [name]: _before, ...others } = practice.now().tempos;
  const kept = [...Object.entries(others), [name, tempo] as const].slice(-most);
  practice.change({ tempos: Object.fromEntries(kept) });
}
