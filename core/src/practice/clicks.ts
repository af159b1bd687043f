import type { TimelineIndex } from '../chart/places.ts';
import { countInBar } from '../chart/count.ts';
import type { Meter } from '../chart/meter.ts';
import { beatsOf, countedBeats } from '../chart/time/beats.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { eighth, sixteenth, type Ticks } from '../kit/ticks.ts';
import type { PlayedNote } from '../playing/perform.ts';

/** In which steps time is counted while one practises. */
export type ClickSteps = 'beats' | 'eighths' | 'sixteenths';

/** A click: where a bar or a beat begins, between beats, or where a chord comes in early ("4 **and**"). */
export interface PracticeClick {
  /** Ticks from where the stretch begins. */
  readonly onset: Ticks;
  readonly kind: 'bar' | 'beat' | 'between' | 'push';
  /** What is said with it where it is counted aloud: a number, `&`, `e`, `a`. */
  readonly said: string;
}

/**
 * What is heard beside a round: the beats, what lies between them, and where chords come in early, which is counted louder.
 * Where time is free nothing is counted.
 * @param notes of the round: they say which chords come early
 */
export function practiceClicks(
  timeline: Timeline,
  range: { readonly from: TimelineIndex; readonly to: TimelineIndex },
  steps: ClickSteps,
  notes: readonly Pick<PlayedNote, 'at' | 'onset'>[],
): PracticeClick[] {
  const beats = countedBeats(beatsOf(timeline, range));
  if (steps === 'beats')
    return beats.map(({ onset, strong, meter, inBar }) => ({
      onset,
      kind: strong ? 'bar' : 'beat',
      said: countSaid(meter, inBar),
    }));
  const step = steps === 'eighths' ? eighth : sixteenth;
  const early = earlyOnsets(timeline, range.from, notes);
  return beats.flatMap(({ onset, ticks, strong, meter, inBar }) =>
    Array.from({ length: Math.max(1, Math.floor(ticks / step)) }, (_, place): PracticeClick => {
      const at = onset + place * step;
      const said = countSaid(meter, inBar + place * step);
      if (place === 0) return { onset: at, kind: strong ? 'bar' : 'beat', said };
      return { onset: at, kind: early.has(at) ? 'push' : 'between', said };
    }),
  );
}

/** A tick of a bar as it is counted one after the other: its number, or, between two numbers, what is said there alone. */
export function countSaid(meter: Meter, tick: Ticks): string {
  const [, number = '', between = ''] = /^(\d+)(\D*)$/.exec(countInBar(meter, tick)) ?? [];
  return between || number;
}

/** Where chords begin before they are due. */
function earlyOnsets(
  { slots }: Timeline,
  from: TimelineIndex,
  notes: readonly Pick<PlayedNote, 'at' | 'onset'>[],
): ReadonlySet<Ticks> {
  const origin = slots[from]?.start ?? 0;
  const first = new Map<TimelineIndex, Ticks>();
  for (const { at, onset } of notes) first.set(at, Math.min(onset, first.get(at) ?? Infinity));
  return new Set(
    [...first].flatMap(([at, onset]) => (onset < slots[at]!.start - origin ? [onset] : [])),
  );
}
