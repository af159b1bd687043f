import { readStrike } from '../../chart/read/readPlayed.ts';
import { printStrike } from '../../chart/print/printPlayed.ts';
import type { LineFinger, LineNote, LineStrike } from '../../chart/played.ts';
import { failure, placeInLine, quoted, success, type Result } from '../../kit/result.ts';
import { eighth, sixteenth, ticksPerQuarter, type Ticks } from '../../kit/ticks.ts';
import { readDegree, type Degree } from '../../pitch/degree.ts';
import {
  voicesOf,
  type Hand,
  type Run,
  type RunEvent,
  type RunLanding,
  type RunTone,
} from './run.ts';

/** How long one step of a written run is. */
export const runSteps = {
  quarters: ticksPerQuarter,
  eighths: eighth,
  triplets: ticksPerQuarter / 3,
  sixteenths: sixteenth,
  sextuplets: ticksPerQuarter / 6,
} as const satisfies Record<string, Ticks>;
export type RunStep = keyof typeof runSteps;

/**
 * A run as it is written and kept: each hand step by step as in a played line, `.` for a step more of what sounds, `_` for silence,
 * `&` between two voices of a hand.
 * @example { step: 'eighths', right: "5 6 1' ." }
 */
export interface WrittenRun extends Pick<
  Run,
  'id' | 'name' | 'family' | 'grade' | 'from' | 'kinds' | 'why'
> {
  readonly step: RunStep;
  readonly right?: string;
  readonly left?: string;
  /** Which step it arrives at, from 0; the last note of its upper hand where nothing is said. */
  readonly lands?: number;
  /** The tone of the chord that follows which it arrives at, after its last step; counted as its notes are. */
  readonly into?: string;
  readonly outside?: string;
}

/** The longest run, in ticks: four bars of four quarters. */
export const longestRun = 16 * ticksPerQuarter;

/** Reads a written run; what cannot be read is said with its place in the hand's line. */
export function readRun(written: WrittenRun): Result<Run> {
  const { step, right, left, lands, into, outside, ...head } = written;
  const unit = runSteps[step];
  const events: RunEvent[] = [];
  for (const [hand, text] of [
    ['right', right],
    ['left', left],
  ] as const) {
    if (text === undefined) continue;
    const read = readHand(text, hand, unit);
    if (!read.ok) return read;
    events.push(...read.value);
  }
  events.sort((one, other) => one.start - other.start);
  const last = events.at(-1);
  if (!last) return wrong('A run has a note at least.', 0, 1);
  const ticks = Math.max(...events.map(({ start, ticks: length }) => start + length));
  if (ticks > longestRun) return wrong('A run lasts four bars of four at most.', 0, 1);
  const landing = landingOf(events, { lands, into, unit, ticks });
  if (!landing) return wrong('A run arrives at one of its notes.', 0, 1);
  const leaves = degreesOf(outside ?? '');
  if (!leaves) return wrong(`${quoted(outside ?? '')} is no row of degrees.`, 0, 1);
  return success({ ...head, events, ticks, landing, outside: leaves });
}

const wrong = (message: string, start: number, length: number) =>
  failure({
    severity: 'problem',
    message,
    place: placeInLine(start, length),
    repairs: [],
  });

function readHand(text: string, hand: 'left' | 'right', unit: Ticks): Result<RunEvent[]> {
  const voices = text.split('&');
  if (voices.length > 2) return wrong('A hand has up to two voices.', 0, text.length);
  const events: RunEvent[] = [];
  let offset = 0;
  for (const [voice, cell] of voices.entries()) {
    const read = readVoice(cell, offset, hand, unit);
    if (!read.ok) return read;
    events.push(...read.value.map((one) => (voices.length > 1 ? { ...one, voice } : one)));
    offset += cell.length + 1;
  }
  return success(events);
}

function readVoice(
  text: string,
  offset: number,
  hand: 'left' | 'right',
  unit: Ticks,
): Result<RunEvent[]> {
  const events: RunEvent[] = [];
  let at = 0;
  let sounding = 0;
  // Short notes stand in braces, with spaces between them.
  for (const found of text.matchAll(/(?:\{[^}]*\}|[^\s{])+/g)) {
    const word = found[0];
    if (word === '.')
      for (let index = events.length - sounding; index < events.length; index += 1)
        events[index] = { ...events[index]!, ticks: events[index]!.ticks + unit };
    else if (word === '_') sounding = 0;
    else {
      const strike = readStrike(word, offset + found.index, 'relative');
      if (!strike.ok) return strike;
      const struck = eventsOf(strike.value, at, unit, hand);
      events.push(...struck);
      sounding = struck.length;
    }
    at += unit;
  }
  return success(events);
}

function eventsOf(
  { notes, grace, slide }: LineStrike,
  start: Ticks,
  ticks: Ticks,
  hand: 'left' | 'right',
): RunEvent[] {
  return notes.map((note, place) => ({
    ...toneOf(note),
    start,
    ticks,
    hand,
    ...(note.finger === null ? {} : { finger: note.finger }),
    ...(place === 0 && grace.length > 0 ? { grace: grace.map(toneOf) } : {}),
    ...(place === 0 && slide ? { slide: toneOf(slide) } : {}),
  }));
}

const toneOf = ({ degree: { step, alter }, octave }: LineNote): RunTone => ({
  degree: step,
  alter,
  octave,
});

function landingOf(
  events: readonly RunEvent[],
  {
    lands,
    into,
    unit,
    ticks,
  }: {
    readonly lands: number | undefined;
    readonly into: string | undefined;
    readonly unit: Ticks;
    readonly ticks: Ticks;
  },
): RunLanding | null {
  // A run of both hands is heard by its upper one.
  const hand = events.some((one) => one.hand === 'right') ? 'right' : 'left';
  if (into !== undefined) {
    const read = readStrike(into, 0, 'relative');
    return read.ok ? { ...toneOf(read.value.notes[0]!), hand, at: ticks } : null;
  }
  const own = events.filter((one) => one.hand === hand);
  const at = lands === undefined ? Math.max(...own.map(({ start }) => start)) : lands * unit;
  const arrived = own.findLast(({ start }) => start === at);
  if (!arrived) return null;
  const { degree, alter, octave } = arrived;
  return { degree, alter, octave, hand, at };
}

/** @example degreesOf('b3 #4') */
function degreesOf(text: string): Degree[] | null {
  const degrees: Degree[] = [];
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const read = readDegree(word);
    if (!read || read.rest !== '') return null;
    degrees.push(read.degree);
  }
  return degrees;
}

/** A run as it is written, in steps as long as can be: what `readRun` reads. */
export function printRun(run: Run): WrittenRun {
  const { id, name, family, grade, from, kinds, why, landing, outside, ticks } = run;
  const step = stepOf(run);
  const unit = runSteps[step];
  const right = printHand(run, 'right', unit);
  const left = printHand(run, 'left', unit);
  const own = run.events.filter(({ hand }) => hand === landing.hand);
  const isLast = landing.at === Math.max(...own.map(({ start }) => start));
  return {
    id,
    name,
    family,
    grade,
    from,
    kinds,
    why,
    step,
    ...(right === '' ? {} : { right }),
    ...(left === '' ? {} : { left }),
    ...(landing.at >= ticks ? { into: printTones([landing]) } : {}),
    ...(landing.at < ticks && !isLast ? { lands: landing.at / unit } : {}),
    ...(outside.length > 0 ? { outside: outside.map(printDegree).join(' ') } : {}),
  };
}

const printDegree = ({ step, alter }: Degree) => printTones([{ degree: step, alter, octave: 0 }]);

/** The longest step on which all of a run begins and ends. */
function stepOf({ events }: Run): RunStep {
  const names = Object.keys(runSteps) as RunStep[];
  return (
    names.find((name) =>
      events.every(
        ({ start, ticks }) => start % runSteps[name] === 0 && ticks % runSteps[name] === 0,
      ),
    ) ?? 'sextuplets'
  );
}

function printHand(run: Run, hand: Hand, unit: Ticks): string {
  return voicesOf(run, hand)
    .map((voice) => {
      const steps: string[] = [];
      for (const strike of strikesOf(voice)) {
        const [first] = strike;
        while (steps.length < first!.start / unit) steps.push('_');
        steps.push(printStrike(asStrike(strike), 'relative'));
        for (let more = unit; more < first!.ticks; more += unit) steps.push('.');
      }
      return steps.join(' ');
    })
    .join(' & ');
}

const printTones = (tones: readonly RunTone[]) =>
  printStrike(asStrike(tones.map((tone) => ({ ...tone }))), 'relative');

/** Events of one voice of a hand, those that begin together as one. */
export function strikesOf(events: readonly RunEvent[]): readonly (readonly RunEvent[])[] {
  const strikes: RunEvent[][] = [];
  for (const event of events) {
    const last = strikes.at(-1);
    if (last?.[0]!.start === event.start) last.push(event);
    else strikes.push([event]);
  }
  return strikes;
}

type Printed = RunTone & Partial<Pick<RunEvent, 'finger' | 'grace' | 'slide'>>;

/** What is struck at once, as a played line has it; its degrees stay those of the run. */
function asStrike(events: readonly Printed[]): LineStrike {
  const note = ({
    degree,
    alter,
    octave,
    finger,
  }: RunTone & { readonly finger?: LineFinger }): LineNote => ({
    degree: { step: degree, alter },
    octave,
    finger: finger ?? null,
  });
  const [first] = events;
  return {
    kind: 'notes',
    notes: events.map(note),
    grace: (first?.grace ?? []).map(note),
    slide: first?.slide ? note(first.slide) : null,
    accent: false,
  };
}
