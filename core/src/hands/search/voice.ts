import type { Timeline } from '../../chart/time/timeline.ts';
import type { OtherVoicing, Voiced, VoiceOptions } from './voiced.ts';
import { Voicer } from './voicer.ts';

/**
 * Two hands for every chord of a timeline, chosen by search around what is pinned. To voice a song again after an edit,
 * keep a `Voicer` and call that: it searches only what changed.
 */
export function voice(timeline: Timeline, options: VoiceOptions = {}): Voiced {
  return new Voicer().voice(timeline, options);
}

/** Other ways to play one slot of a timeline (by its index there), cheapest first. */
export function alternatives(
  timeline: Timeline,
  at: number,
  options: VoiceOptions = {},
  most = 9,
): OtherVoicing[] {
  const voicer = new Voicer();
  voicer.voice(timeline, options);
  return voicer.alternatives(at, most);
}
