import type { TimelineIndex } from '../chart/places.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import type { Voiced } from '../hands/search/voiced.ts';
import { instruments, usualReach, type Instrument, type Reach } from '../hands/shapes/player.ts';
import type { Ticks } from '../kit/ticks.ts';
import { degreeSemitones, formatDegree, type Degree } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import { inBeats } from '../moves/fit.ts';
import { runs as library } from './library/index.ts';
import { cleanTempo, strikesASecond } from './pace.ts';
import { runPlaces, type RunPlace } from './places.ts';
import { jumpsOf, registerFor, type Beside, type Register } from './register.ts';
import { handsOf, inKeyOf, leadsOn, runGrades, soundOf, type Hand, type Run } from './model/run.ts';
import { runNotes, type RunNote } from './runNotes.ts';
import { heldTicks, oneOf, runHeight, whyTonesDoNotGo } from './runTones.ts';

export interface RunWishes {
  /** The runs that are asked; those of the library where nothing is said. */
  readonly runs?: readonly Run[];
  readonly reach?: Reach;
  readonly instrument?: Instrument;
  /** A note that is sung over the chord; the tune's own where nothing is said, none for null. */
  readonly melody?: Degree | null;
  /** What the hands hold, so that a run begins and arrives near it. */
  readonly voiced?: Voiced;
  /** Felt beats a minute; those of the place where nothing is said. */
  readonly tempo?: number;
}

/** A run where it fits. */
export interface RunFit {
  readonly run: Run;
  /** The slot of the timeline whose chord it is played over. */
  readonly at: TimelineIndex;
  /** Ticks from the beginning of the song. */
  readonly start: Ticks;
  readonly notes: readonly RunNote[];
  /** Where each hand has its 1. */
  readonly register: Register;
  /** Strikes a second of the quicker hand, and the fastest tempo at which they are clean (felt beats a minute). */
  readonly perSecond: number;
  readonly cleanTempo: number;
  /** Semitones that the hand goes from what it holds, and to what it holds where the run arrives. */
  readonly jump: { readonly into: number; readonly outOf: number };
  readonly why: string;
}

/** A run that does not fit a place, with the reason. */
export interface RunRefused {
  readonly run: Run;
  readonly why: string;
}

/** What fits a place, best first, and what does not; `why` where nothing can, whatever the run. */
export interface RunsFound {
  readonly fits: readonly RunFit[];
  readonly refused: readonly RunRefused[];
  readonly why: string | null;
}

/**
 * Which runs fit the time of a chord, best first: those of its kind, whose tones go there, between what is sung, within reach, no
 * faster than hands play cleanly; the nearest to what the hands hold before and after.
 * @param place `at`: a slot of the timeline
 */
export function fitRuns(
  timeline: Timeline,
  place: { readonly at: TimelineIndex },
  wishes: RunWishes = {},
): readonly RunFit[] {
  return findRuns(timeline, place, wishes).fits;
}

/** The same with what does not fit, and why. */
export function findRuns(
  timeline: Timeline,
  { at }: { readonly at: TimelineIndex },
  wishes: RunWishes = {},
): RunsFound {
  const found = runPlaces(timeline)[at];
  if (!found) return nothing('There is no chord here; a run belongs to one.');
  if (!found.ok) return nothing(found.why);
  const { place } = found;
  if (place.longest === 0)
    return nothing('Somebody sings all through this chord; a run waits for the gap.');
  const fits: RunFit[] = [];
  const refused: RunRefused[] = [];
  for (const run of wishes.runs ?? library) {
    const tried = fitRun(place, run, wishes);
    if (tried.ok) fits.push(tried.fit);
    else refused.push({ run, why: tried.why });
  }
  const order = new Map(fits.map((fit) => [fit, orderOf(fit)]));
  fits.sort((one, other) => order.get(one)! - order.get(other)!);
  return { fits, refused, why: null };
}

const nothing = (why: string): RunsFound => ({ fits: [], refused: [], why });

/** What a plain song has seldom stands behind what it has often (common practice, no published source). */
const seldom: Readonly<Partial<Record<Run['family'], number>>> = {
  blues: 6,
  'planed shapes': 6,
  climb: 2,
  'crushed notes': 2,
};

/** What is near and simple comes first; what lets the hands stay where they are counts more than a grade. */
function orderOf({ jump, run, perSecond }: RunFit): number {
  return (
    jump.into +
    1.5 * jump.outOf +
    5 * runGrades.indexOf(run.grade) +
    0.5 * perSecond +
    (seldom[run.family] ?? 0)
  );
}

type Tried =
  { readonly ok: true; readonly fit: RunFit } | { readonly ok: false; readonly why: string };
const no = (why: string): Tried => ({ ok: false, why });

/** Whether one run fits the time of a chord. */
export function fitRun(
  place: RunPlace,
  run: Run,
  { reach = usualReach, instrument = instruments[88], melody, voiced, tempo }: RunWishes,
): Tried {
  const tones = toneVerdict(run, place);
  if (tones !== null) return no(tones);
  const far = tooFar(run, reach);
  if (far !== null) return no(far);
  const pace = tempo === undefined ? place.tempo : { ...place.tempo, beats: tempo };
  const clean = cleanTempo(run, pace.beat);
  if (pace.beats > clean)
    return no(`At ${pace.beats} it is too fast to be clean; up to ${clean} it goes.`);
  const starts = startsIn(place, run);
  if (starts.length === 0) return no(whyNoTime(place, run));
  const one = oneOf(run, place.chord, place.next)!;
  const start = starts.find((from) => rubsAt(place, run, one, from, melody) === null);
  if (start === undefined) return no(rubsAt(place, run, one, starts[0]!, melody)!);
  const beside = besideOf(voiced, place, run);
  const register = registerFor(run, one, place.key, instrument, beside);
  if (!register) return no('No octave of the keyboard is free for it beside the other hand.');
  const jump = jumpsOf(run, register, beside);
  const perSecond = strikesASecond(run, pace);
  return {
    ok: true,
    fit: {
      run,
      at: place.at,
      start,
      notes: runNotes(run, start, register),
      register,
      perSecond,
      cleanTempo: clean,
      jump,
      why: whyItFits(run, one, { perSecond, clean, tempo: pace.beats }),
    },
  };
}

const verdicts = new WeakMap<Run, Map<string, string | null>>();
/** So many pairs of chords are remembered for a run. */
const mostVerdicts = 4_000;

/** Why the tones of a run do not go over a chord into the next one; null where they do. The same in every key: it is asked once. */
export function toneVerdict(
  run: Run,
  { chord, next, alike }: Pick<RunPlace, 'chord' | 'next' | 'alike'>,
): string | null {
  let byPlace = verdicts.get(run);
  if (!byPlace) verdicts.set(run, (byPlace = new Map()));
  const known = byPlace.get(alike);
  if (known !== undefined) return known;
  const why = whyTonesDoNotGo(run, chord, next);
  if (byPlace.size >= mostVerdicts) byPlace.clear();
  byPlace.set(alike, why);
  return why;
}

/** What a hand of a run holds at one moment, in semitones from the lowest key to the highest. */
export function widestOf({ events }: Pick<Run, 'events'>, hand: Hand): number {
  const own = events.filter((one) => one.hand === hand);
  let widest = 0;
  for (const one of own)
    for (const other of own)
      if (other.start < one.start + one.ticks && one.start < other.start + other.ticks)
        widest = Math.max(widest, Math.abs(runHeight(one) - runHeight(other)));
  return widest;
}

function tooFar(run: Run, reach: Reach): string | null {
  for (const hand of handsOf(run)) {
    const wide = widestOf(run, hand);
    if (wide > reach[hand].held)
      return `The ${hand} hand would hold ${wide} semitones; yours holds ${reach[hand].held}.`;
  }
  return null;
}

/**
 * Where a run may begin in the time of a chord, the best first: so that it arrives on a beat, in one stretch in which nobody sings. One
 * that leads on ends where the next chord comes in; another one answers: it begins as early as it can.
 */
export function startsIn({ to, beats, free, from, longest }: RunPlace, run: Run): readonly Ticks[] {
  if (run.ticks > longest) return [];
  const isFree = (start: Ticks) =>
    start >= from && free.some((one) => one.from <= start && start + run.ticks <= one.to);
  if (leadsOn(run)) return isFree(to - run.ticks) ? [to - run.ticks] : [];
  return beats.map((beat) => beat - run.landing.at).filter(isFree);
}

function whyNoTime({ longest, beats, to, from }: RunPlace, run: Run): string {
  const beat = (beats[1] ?? to) - (beats[0] ?? from) || run.ticks;
  const told = (ticks: Ticks) => inBeats(ticks, { beat });
  if (run.ticks > longest)
    return `It takes ${told(run.ticks)}; ${longest === 0 ? 'nothing is' : `${told(longest)} are`} free.`;
  return leadsOn(run)
    ? 'It ends with the chord, and somebody sings there.'
    : 'It would not arrive on a beat before somebody sings.';
}

/** What of a run rubs against a sung note, in a sentence; null where nothing does. */
export function rubsAt(
  { sung: notes }: RunPlace,
  run: Run,
  one: Degree,
  start: Ticks,
  melody: Degree | null | undefined,
): string | null {
  if (melody === null || (melody === undefined && notes.length === 0)) return null;
  const sung =
    melody === undefined
      ? notes.filter(({ onset, ticks }) => onset < start + run.ticks && onset + ticks > start)
      : [];
  for (const event of run.events) {
    const isLong = event.ticks >= heldTicks || event.start === run.landing.at;
    if (!isLong) continue;
    const tone = soundOf(one, event);
    const over = melody
      ? [melody]
      : sung
          .filter(
            ({ onset, ticks }) =>
              onset < start + event.start + event.ticks && onset + ticks > start + event.start,
          )
          .map(({ degree }) => degree);
    for (const degree of over) {
      const apart = fold(tone - degreeSemitones(degree), 12);
      if (apart === 1 || apart === 11)
        return `Its ${formatDegree(inKeyOf(one, event))} rubs against the sung ${formatDegree(degree)}.`;
    }
  }
  return null;
}

/** What the hands hold at the chord, and where the run arrives. */
export function besideOf(voiced: Voiced | undefined, { at }: RunPlace, run: Run): Beside {
  const before = voiced?.slots[at] ?? null;
  if (!voiced) return { before: null, after: null };
  let next = at + 1;
  while (next < voiced.slots.length && !voiced.slots[next]) next += 1;
  return { before, after: leadsOn(run) ? (voiced.slots[next] ?? null) : before };
}

function whyItFits(
  run: Run,
  one: Degree,
  { perSecond, clean, tempo }: { perSecond: number; clean: number; tempo: number },
): string {
  const arrives = formatDegree(inKeyOf(one, run.landing));
  const goal = leadsOn(run) ? 'the next chord' : 'this chord';
  const speed =
    perSecond === 0
      ? ''
      : ` ${Math.round(perSecond * 10) / 10} notes a second at ${tempo}, clean up to ${clean}.`;
  return `${run.why} It arrives at ${arrives} of ${goal}.${speed}`;
}
