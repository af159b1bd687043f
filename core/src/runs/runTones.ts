import { eighth, ticksPerQuarter } from '../kit/ticks.ts';
import { degreeHeight, degreeSemitones, formatDegree, type Degree } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import type { RunChord } from './model/kinds.ts';
import { passingIn, scaleAt } from './material.ts';
import {
  degreeOfTone,
  inKeyOf,
  leadsOn,
  type Run,
  type RunEvent,
  type RunTone,
} from './model/run.ts';

const home: Degree = { step: 1, alter: 0 };

/** The degree of the key that is 1 in a run where it is played; null where nothing follows that it counts from. */
export function oneOf(run: Run, chord: RunChord, next: RunChord | null): Degree | null {
  if (run.from === 'key') return home;
  return run.from === 'chord' ? chord.root : (next?.root ?? null);
}

/** What lasts this long is held: it is heard for itself. */
export const heldTicks = ticksPerQuarter;

/** Semitones of a tone of a run above its 1. */
export function runHeight(tone: RunTone): number {
  return degreeHeight(degreeOfTone(tone)) + 12 * tone.octave;
}

/**
 * Whether the tones of a run go over a chord on the way to the next: null where they do, else why not. Each is a tone of the chord or
 * of its scale, or passes: short, and half a step from what the hand plays next, or a tone by which such a run leaves the key on
 * purpose. Nothing is held half a step above a tone of the chord; it arrives at a tone of the chord that sounds there; what a
 * suspension holds back waits for the chord that resolves it (common practice, no published source).
 */
export function whyTonesDoNotGo(run: Run, chord: RunChord, next: RunChord | null): string | null {
  if (!run.kinds.includes(chord.kind)) return `It is for other chords: ${run.kinds.join(', ')}.`;
  const one = oneOf(run, chord, next);
  const lands = leadsOn(run);
  if (!one || (lands && !next)) return 'It leads to a chord, and none follows.';
  const first = degreeSemitones(one);
  const named = (tone: RunTone) => formatDegree(inKeyOf(one, tone));
  const goal = lands ? next! : chord;
  if (!goal.tones.has(fold(first + runHeight(run.landing), 12)))
    return lands
      ? `It arrives at ${named(run.landing)}, which the next chord does not have.`
      : `It arrives at ${named(run.landing)}, which is no tone of the chord.`;
  const { sounds, avoided, early } = around(chord);
  for (const { tone, above, isHeld, passes, isWritten } of tonesOf(run)) {
    const heard = (first + above) % 12;
    if (early.has(heard)) return 'It has the third that the chord holds back, before it resolves.';
    if (!isWritten || chord.tones.has(heard)) continue;
    if (isHeld && (avoided.has(heard) || !sounds.has(heard)))
      return `It holds ${named(tone)}, which rubs against the chord.`;
    if (!sounds.has(heard) && !passes)
      return `Its ${named(tone)} is in neither the chord nor the key here.`;
  }
  return null;
}

/** What goes over a chord, as semitones above home. */
interface Around {
  readonly sounds: ReadonlySet<number>;
  /** Half a step above a tone of the chord. */
  readonly avoided: ReadonlySet<number>;
  /** The thirds that a suspension holds back. */
  readonly early: ReadonlySet<number>;
}

const arounds = new WeakMap<RunChord, Around>();

function around(chord: RunChord): Around {
  const known = arounds.get(chord);
  if (known) return known;
  const scale = scaleAt(chord).degrees;
  const found = {
    sounds: new Set(scale.map(degreeSemitones)),
    avoided: new Set(passingIn(chord, scale).map(degreeSemitones)),
    early: heldBack(chord),
  };
  arounds.set(chord, found);
  return found;
}

function heldBack({ kind, root, tones }: RunChord): ReadonlySet<number> {
  if (kind !== 'suspended' && kind !== 'soft dominant') return new Set();
  const thirds = [3, 4].map((third) => fold(degreeSemitones(root) + third, 12));
  return new Set(thirds.filter((third) => !tones.has(third)));
}

/** A tone of a run with what is asked of it. */
interface AskedTone {
  readonly tone: RunTone;
  /** Semitones above the 1 of the run, 0 to 11. */
  readonly above: number;
  readonly isHeld: boolean;
  readonly passes: boolean;
  /** False for a short note before another, and for what a finger slides from. */
  readonly isWritten: boolean;
}

const asked = new WeakMap<Run, readonly AskedTone[]>();

/** The tones of a run, each of those that are asked the same once. */
function tonesOf(run: Run): readonly AskedTone[] {
  const known = asked.get(run);
  if (known) return known;
  const found = new Map<string, AskedTone>();
  const ask = (tone: RunTone, more: Omit<AskedTone, 'tone' | 'above'>) => {
    const above = fold(runHeight(tone), 12);
    const name = [above, more.isHeld, more.passes, more.isWritten].join(' ');
    if (!found.has(name)) found.set(name, { tone, above, ...more });
  };
  for (const event of run.events) {
    const isHeld = event.ticks >= heldTicks;
    ask(event, { isHeld, passes: passes(run, event), isWritten: true });
    for (const tone of [...(event.grace ?? []), ...(event.slide ? [event.slide] : [])])
      ask(tone, { isHeld: false, passes: true, isWritten: false });
  }
  const tones = [...found.values()];
  asked.set(run, tones);
  return tones;
}

/** A tone that is out of chord and key may pass: by what the run is, or by half a step to what its hand plays next. */
function passes(run: Run, event: RunEvent): boolean {
  if (event.ticks > eighth) return false;
  // A shape that slides as it is takes each of its tones along.
  if (run.family === 'planed shapes') return true;
  const own = degreeOfTone(event);
  if (run.outside.some(({ step, alter }) => step === own.step && alter === own.alter)) return true;
  return goesByHalfStep(run, event);
}

function goesByHalfStep({ events, landing, ticks }: Run, event: RunEvent): boolean {
  const own = events.filter(({ hand, voice }) => hand === event.hand && voice === event.voice);
  const starts = own.map(({ start }) => start).filter((start) => start > event.start);
  const next = starts.length > 0 ? Math.min(...starts) : null;
  const following =
    next !== null
      ? own.filter(({ start }) => start === next)
      : landing.at >= ticks && landing.hand === event.hand
        ? [landing]
        : [];
  return following.some((other) => Math.abs(runHeight(other) - runHeight(event)) === 1);
}
