import {
  performRung,
  quartersAMinute,
  runsAlone,
  type Filled,
  type Hand,
  type Rung,
  type RunPiece,
  type TimelinePart,
} from '@intervallum/core';
import type { Bars } from './practiceContext.ts';
import type { Step } from './room.ts';

/** What of a song is practised. */
interface Asked {
  /** Which section, by its place; and which of its bars. */
  readonly section: number;
  readonly bars: Bars;
  readonly rung: Rung;
  /** One hand alone, the placed runs alone; null for what the step asks for. */
  readonly hand: Hand | null;
  readonly runs: RunPiece | null;
}

type Made = Omit<Step, 'name' | 'stairs' | 'bars' | 'of'>;

/**
 * Bars of a voiced song as a step of their ladder, as they are played the first time; the placed runs as they are the first time that
 * there are some. Null where nothing is played in them.
 */
export function stepOf(voiced: Filled, asked: Asked): Made | null {
  const times = voiced.timeline.parts.filter(
    ({ section, from, to }) => section === asked.section && from < to,
  );
  for (const part of asked.runs === null ? times.slice(0, 1) : times) {
    const made = stepOfPart(voiced, part, asked);
    if (made) return made;
  }
  return null;
}

function stepOfPart(
  voiced: Filled,
  part: TimelinePart,
  { bars, rung, hand, runs }: Asked,
): Made | null {
  const { timeline } = voiced;
  const chosen = part.bars.slice(bars.from - 1, bars.to);
  if (chosen.length === 0) return null;
  const isChosen = new Set(chosen.map(({ bar }) => bar));
  const slots = timeline.slots.flatMap(({ bar }, at) =>
    at >= part.from && at < part.to && isChosen.has(bar) ? [at] : [],
  );
  const range = { from: slots[0]!, to: slots.at(-1)! + 1 };
  const whole = performRung(voiced, rung, range);
  const ofRuns = runs === null ? whole : runsAlone(whole, runs);
  const notes = ofRuns.notes.filter((note) => hand === null || note.hand === hand);
  if (notes.length === 0) return null;
  const { song } = timeline;
  const quartersPerBeat = quartersAMinute({ tempo: 1, meter: song.meter });
  const firstBar = part.bars[0]!.bar;
  return { timeline, range, firstBar, performance: { ...ofRuns, notes }, quartersPerBeat };
}
