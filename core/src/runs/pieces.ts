import type { LineFinger } from '../chart/played.ts';
import type { Chord } from '../chord/chord.ts';
import { degreeFrom, degreeSemitones, formatDegree, type Degree } from '../pitch/degree.ts';
import { scaleAt } from './material.ts';
import { runChord } from './model/kinds.ts';
import { degreeOfTone, leadsOn, type Hand, type Run, type RunEvent } from './model/run.ts';
import { runHeight } from './runTones.ts';

/** The part of a run that one hand plays; null where it plays nothing. */
export function oneHandOf(run: Run, hand: Hand): Run | null {
  const events = run.events.filter((event) => event.hand === hand);
  if (events.length === 0) return null;
  if (run.landing.hand === hand) return { ...run, events };
  const last = events.at(-1)!;
  const { degree, alter, octave, start } = last;
  return { ...run, events, landing: { degree, alter, octave, hand, at: start } };
}

/** Two runs of the same count, one after the other; null where no kind of chord serves both. */
export function joinedRuns(one: Run, other: Run): Run | null {
  const kinds = one.kinds.filter((kind) => other.kinds.includes(kind));
  if (one.from !== other.from || kinds.length === 0 || leadsOn(one)) return null;
  // The second begins where the first has arrived, on a beat of its own.
  const at = one.landing.at;
  const cut = one.events
    .filter(({ start }) => start < at)
    .map((event) => ({ ...event, ticks: Math.min(event.ticks, at - event.start) }));
  const first = other.events[0]!.start;
  const moved = other.events.map((event) => ({ ...event, start: event.start - first + at }));
  const landing = { ...other.landing, at: other.landing.at - first + at };
  return {
    ...other,
    id: `${one.id}+${other.id}`,
    name: `${one.name}, ${other.name}`,
    kinds,
    events: [...cut, ...moved],
    ticks: other.ticks - first + at,
    landing,
    outside: eachOnce([...one.outside, ...other.outside]),
  };
}

/**
 * The run with what it ends on as the tone of the chord that follows: it is not played any more, the run leads there. Null where
 * nothing would be left, or where it leads on already.
 */
export function leadingOn(run: Run): Run | null {
  if (leadsOn(run)) return null;
  const { hand } = run.landing;
  const own = run.events.filter((event) => event.hand === hand);
  const at = Math.max(...own.map(({ start }) => start));
  const last = own
    .filter(({ start }) => start === at)
    .reduce((one, other) => (runHeight(other) > runHeight(one) ? other : one));
  const events = run.events
    .filter(({ start }) => start < at)
    .map((event) => ({ ...event, ticks: Math.min(event.ticks, at - event.start) }));
  if (!events.some((event) => event.hand === hand)) return null;
  const { degree, alter, octave } = last;
  return { ...run, events, ticks: at, landing: { degree, alter, octave, hand, at } };
}

/** The run with a finger of the player's own choice on one of its keys; null leaves it to the search. */
export function withFinger(run: Run, on: RunEvent, finger: LineFinger | null): Run {
  const events = run.events.map((event) => {
    if (event !== on) return event;
    const { finger: _, ...free } = event;
    return finger === null ? free : { ...free, finger };
  });
  return { ...run, events };
}

/**
 * The run as one of a player's own over a chord: for chords of that kind, and what is not of the chord's scale leaves it on purpose.
 * Null where no run is known for such a chord.
 */
export function ownOver(run: Run, chord: Chord): Run | null {
  const seen = runChord(chord);
  if (!seen) return null;
  const sounds = new Set(
    scaleAt(seen).degrees.map((one) => degreeSemitones(degreeFrom(seen.root, one))),
  );
  const unlike = run.events.map(degreeOfTone).filter((one) => !sounds.has(degreeSemitones(one)));
  return { ...run, kinds: [seen.kind], outside: eachOnce(unlike) };
}

const eachOnce = (degrees: readonly Degree[]): Degree[] => [
  ...new Map(degrees.map((one) => [formatDegree(one), one])).values(),
];
