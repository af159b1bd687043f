import { barTicks } from '../chart/meter.ts';
import { countAt } from '../chart/time/counting.ts';
import type { LineFinger } from '../chart/played.ts';
import type { TimelineIndex } from '../chart/places.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import type { Chord } from '../chord/chord.ts';
import { ticksOf, type MidiNumber, type Ticks } from '../kit/ticks.ts';
import { relativeMajor } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import { degreeHeight, type Degree } from '../pitch/degree.ts';
import type { RunFit } from './fitRuns.ts';
import { runSteps } from './model/readRun.ts';
import { handsOf, inKeyOf, leadsOn, type Hand, type RunEvent, type RunTone } from './model/run.ts';
import { withFingers } from './fingers.ts';
import { runPlaces } from './places.ts';
import { oneOf, runHeight } from './runTones.ts';

/** A key that a hand strikes in a column, in degrees of the key. */
export interface GridNote {
  /** The key of the run that it is. */
  readonly event: RunEvent;
  readonly degree: Degree;
  /** Octaves above (or, negative, below) that of the first key of its hand, as a line of numbers marks them. */
  readonly octave: number;
  readonly note: MidiNumber;
  readonly finger: LineFinger | null;
  /** Short notes before it, and the key a finger slides from. */
  readonly grace: readonly Degree[];
  readonly slide: Degree | null;
}

/** What a hand does in a column: strikes, holds what it struck, or is not in the run there. */
export type GridCell =
  | { readonly kind: 'struck'; readonly notes: readonly GridNote[] }
  | { readonly kind: 'held' }
  | { readonly kind: 'rest' };

export interface GridColumnOfRun {
  readonly start: Ticks;
  /** As it is counted aloud; empty where nothing is said. */
  readonly count: string;
  readonly right: GridCell;
  readonly left: GridCell;
  /** The chord that begins here, or that stands when the run begins. */
  readonly chord: Chord | null;
  /** It arrives here. */
  readonly lands: boolean;
}

export interface GridOfRun {
  readonly step: Ticks;
  readonly columns: readonly GridColumnOfRun[];
  /** Where it leads to, after its last column; null where it arrives within. */
  readonly into: (Pick<GridNote, 'degree' | 'octave'> & { readonly chord: Chord | null }) | null;
}

/** A run where it fits, step by step: which note of the right hand meets what in the left, as it is counted. */
export function gridOfRun(timeline: Timeline, fit: RunFit): GridOfRun {
  const { run, start, at } = fit;
  const found = runPlaces(timeline)[at];
  if (!found?.ok) throw new Error('A run that fits has a place.');
  const { place } = found;
  const one = oneOf(run, place.chord, place.next)!;
  const step = stepOf(fit);
  const fingers = new Map(
    withFingers(fit.notes).map(({ hand, note, onset, finger }) => [
      `${hand} ${note} ${onset}`,
      finger,
    ]),
  );
  const inBar = barsFrom(timeline);
  const home = pitchClass(relativeMajor(place.key).tonic);
  /** By the degree it is called: a flat 1 belongs to the octave of its 1. */
  const octaveOf = (event: RunTone & { readonly hand: Hand }) => {
    const note = (fit.register[event.hand] ?? 0) + runHeight(event);
    return Math.round((note - home - degreeHeight(inKeyOf(one, event))) / 12);
  };
  const firstOctave: Readonly<Partial<Record<Hand, number>>> = Object.fromEntries(
    handsOf(run).map((hand) => [hand, octaveOf(run.events.find((event) => event.hand === hand)!)]),
  );
  const cellAt = (hand: Hand, tick: Ticks): GridCell => {
    const own = run.events.filter((event) => event.hand === hand);
    const struck = own.filter((event) => event.start === tick);
    if (struck.length > 0) {
      const notes = struck.map((event): GridNote => {
        const note = fit.register[hand]! + runHeight(event);
        // What is slid into goes down a moment later.
        const played = fit.notes.find(
          (each) =>
            each.hand === hand &&
            each.note === note &&
            each.as === 'note' &&
            each.onset >= start + tick,
        );
        return {
          event,
          degree: inKeyOf(one, event),
          octave: octaveOf(event) - firstOctave[hand]!,
          note,
          finger: event.finger ?? fingers.get(`${hand} ${note} ${played?.onset}`) ?? null,
          grace: (event.grace ?? []).map((tone: RunTone) => inKeyOf(one, tone)),
          slide: event.slide ? inKeyOf(one, event.slide) : null,
        };
      });
      return { kind: 'struck', notes: notes.sort((a, b) => b.note - a.note) };
    }
    const sounds = own.some((event) => event.start < tick && tick < event.start + event.ticks);
    return { kind: sounds ? 'held' : 'rest' };
  };
  const first = run.events[0]!.start;
  const columns: GridColumnOfRun[] = [];
  for (let tick = first; tick < run.ticks; tick += step) {
    const when = start + tick;
    columns.push({
      start: when,
      count: inBar(when, step),
      right: cellAt('right', tick),
      left: cellAt('left', tick),
      chord: tick === first || when === place.from ? chordOf(timeline, at) : null,
      lands: tick === run.landing.at,
    });
  }
  return {
    step,
    columns,
    into: leadsOn(run)
      ? {
          degree: inKeyOf(one, run.landing),
          octave: octaveOf(run.landing) - (firstOctave[run.landing.hand] ?? 0),
          chord: chordOf(timeline, nextChord(timeline, at)),
        }
      : null,
  };
}

/** The longest step on which all of it begins. */
function stepOf({ run }: RunFit): Ticks {
  const steps = Object.values(runSteps);
  const first = run.events[0]!.start;
  return (
    steps.find((step) => run.events.every(({ start }) => (start - first) % step === 0)) ??
    runSteps.sextuplets
  );
}

function chordOf({ slots }: Timeline, at: TimelineIndex): Chord | null {
  const is = slots[at]?.is;
  return is?.kind === 'chord' ? is.chord : null;
}

function nextChord({ slots }: Timeline, at: TimelineIndex): TimelineIndex {
  let next = at + 1;
  while (slots[next]?.is.kind === 'held') next += 1;
  return next;
}

/** How a tick of the song is counted in its bar. */
function barsFrom(timeline: Timeline): (tick: Ticks, step: Ticks) => string {
  const bars: {
    readonly from: Ticks;
    readonly to: Ticks;
    readonly late: Ticks;
    readonly at: TimelineIndex;
  }[] = [];
  let from = 0;
  for (const part of timeline.parts) {
    let at = part.from;
    for (const { slots } of part.bars) {
      const to = from + ticksOf(slots.map(({ is }) => is));
      const meter = timeline.slots[at]?.meter;
      const full = meter ? barTicks(meter) : to - from;
      // A pickup lacks the first beats of its bar.
      bars.push({ from, to, late: Math.max(0, full - (to - from)), at });
      from = to;
      at += slots.length;
    }
  }
  return (tick, step) => {
    const bar = bars.findLast((one) => one.from <= tick);
    const meter = bar && timeline.slots[bar.at]?.meter;
    return bar && meter ? countAt(meter, tick - bar.from + bar.late, step) : '';
  };
}
