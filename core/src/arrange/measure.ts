import type { Timeline } from '../chart/time/timeline.ts';
import { hasFigure } from '../chord/chord.ts';
import { leavesKey } from '../chord/tones.ts';
import { tempoBeat } from '../chart/meter.ts';
import { perform } from '../playing/perform.ts';
import type { Filled } from '../playing/struck.ts';

/** How full one time through a section is as it is played; each from 0 to 1. */
export interface PartMeasure {
  /** Keys that go down in a felt beat: 1 for eight and more. */
  readonly density: number;
  /** How high the right hand's highest notes lie: 0 for the C below middle C, 1 three octaves higher. */
  readonly height: number;
  /** Chords with more than three tones, or out of the key. */
  readonly colour: number;
  /** The velocity that one in four of its notes reaches: 0 for 40 and less, 1 for 110. Soft notes between make nothing softer. */
  readonly loudness: number;
}

const clamp = (value: number) => Math.max(0, Math.min(1, value));
const meanOf = (values: readonly number[]) =>
  values.length === 0 ? 0 : values.reduce((sum, one) => sum + one, 0) / values.length;

const mostStrikes = 8;
const lowest = 48;
const octaves = 36;
const softest = 40;
const loudest = 110;

/** Each time through each section measured in what is played, by nothing that the arrangement was searched with. */
export function measureParts(filled: Filled): readonly PartMeasure[] {
  const { timeline } = filled;
  const { notes } = perform(filled);
  return timeline.parts.map(({ from, to }): PartMeasure => {
    const start = timeline.slots[from]?.start ?? 0;
    const end = timeline.slots[to]?.start ?? timeline.ticks;
    const here = notes.filter(({ onset }) => onset >= start && onset < end);
    const tops = new Map<number, number>();
    for (const { onset, note, hand } of here)
      if (hand === 'right') tops.set(onset, Math.max(tops.get(onset) ?? 0, note));
    const velocities = here.map(({ velocity }) => velocity).sort((one, other) => other - one);
    const reached = velocities[Math.floor(velocities.length / 4)] ?? softest;
    const beats = (end - start) / tempoBeat(timeline.slots[from]?.meter ?? timeline.song.meter);
    return {
      density: beats > 0 ? clamp(here.length / beats / mostStrikes) : 0,
      height: tops.size === 0 ? 0 : clamp((meanOf([...tops.values()]) - lowest) / octaves),
      colour: meanOf(coloured(timeline, from, to).map((is) => (is ? 1 : 0))),
      loudness: clamp((reached - softest) / (loudest - softest)),
    };
  });
}

function coloured({ slots }: Timeline, from: number, to: number): boolean[] {
  return slots.slice(from, to).flatMap(({ is }) => {
    if (is.kind !== 'chord') return [];
    const { chord } = is;
    const isRich =
      chord.kind !== 'named' ||
      chord.figures.length > 3 ||
      !hasFigure(chord.figures, 3) ||
      leavesKey(chord);
    return [isRich];
  });
}
