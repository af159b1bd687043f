import { degreeOfSemitones, type Degree } from '../pitch/degree.ts';
import { relativeMajor } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { linePitches, type LineBar, type LineEvent, type LineNote } from '../chart/played.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import type { TimelineBar } from '../chart/time/timeline.ts';
import type { Voiced } from '../hands/search/voiced.ts';
import { ticksOf, type MidiNumber, type Ticks } from '../kit/ticks.ts';
import type { BarAfter, LineInBar } from '../moves/fit.ts';
import { takeBars, takeBarsOnce } from '../moves/takeMove.ts';
import { refused, type Edit } from '../writing/edit.ts';
import type { RunFit } from './fitRuns.ts';
import { runPlaces } from './places.ts';
import { strikesOf } from './model/readRun.ts';
import { handsOf, inKeyOf, voicesOf, type Hand, type RunEvent, type RunTone } from './model/run.ts';
import { oneOf, runHeight } from './runTones.ts';

/** A bar of the timeline with its time. */
interface TimedBar {
  readonly bar: TimelineBar;
  readonly from: Ticks;
  readonly to: Ticks;
}

/**
 * The edit that writes a run as a played line of the chart, for everybody: what the hand holds before it in its bars is written out,
 * its last note is held to the next chord.
 * @param voiced what the hands hold, in the key that the chart is looked at
 * @param once for this time through the section only
 */
export function writeRun(voiced: Voiced, fit: RunFit, once: boolean): (read: ChartResult) => Edit {
  const { timeline } = voiced;
  const { part, chord, next } = placeOf(voiced, fit);
  const one = oneOf(fit.run, chord, next);
  const bars = barsOf(voiced, fit);
  return (read) => {
    if (bars.some(({ bar }) => bar.played.length > 0))
      return refused('A hand plays a line of its own in this bar already.');
    if (!one) return refused('It leads to a chord, and none follows.');
    const after = bars.map(({ bar, from, to }): BarAfter => ({
      bar: bar.bar,
      slots: bar.slots.map(({ is }) => is),
      lines: handsOf(fit.run).map((hand): LineInBar => ({
        hand,
        voices: lineOf(voiced, fit, { hand, one, from, to, lift: part.lift }),
      })),
    }));
    const cursor = { bar: bars[0]!.bar.bar, slot: 0 };
    return once
      ? takeBarsOnce(read, after, timeline.slots[fit.at]!.pass)
      : takeBars(read, after, cursor);
  };
}

function placeOf({ timeline }: Voiced, { at }: RunFit) {
  const found = runPlaces(timeline)[at];
  if (!found?.ok) throw new Error('A run that fits has a place.');
  return found.place;
}

/** The bars that a run is played in. */
function barsOf({ timeline }: Voiced, { at, start, run }: RunFit): TimedBar[] {
  const part = timeline.parts.find(({ from, to }) => from <= at && at < to)!;
  let from = timeline.slots[part.from]!.start;
  return part.bars.flatMap((bar) => {
    const to = from + ticksOf(bar.slots.map(({ is }) => is));
    const timed = { bar, from, to };
    from = to;
    return timed.from < start + run.ticks && to > start ? [timed] : [];
  });
}

interface LinePlace {
  readonly hand: Hand;
  readonly one: Degree;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly lift: number;
}

/** One bar of a hand: its chords before the run, the run, and its chords behind it; a voice for each voice of the run. */
function lineOf(voiced: Voiced, fit: RunFit, place: LinePlace): LineBar {
  return voicesOf(fit.run, place.hand).map((voice, index) =>
    voiceOf(voiced, fit, place, voice, index === 0),
  );
}

function voiceOf(
  { timeline, slots }: Voiced,
  { start, register }: RunFit,
  { hand, one, from, to, lift }: LinePlace,
  events: readonly RunEvent[],
  holdsChords: boolean,
): readonly LineEvent[] {
  const pitchOf = linePitches(timeline.key, hand);
  const home = register[hand]!;
  const note = (degree: Degree, midi: MidiNumber, finger: LineNote['finger']): LineNote => ({
    degree,
    octave: Math.round((midi - lift - pitchOf({ degree, octave: 0 })) / 12),
    finger,
  });
  const toned = (tone: RunTone & { readonly finger?: LineNote['finger'] }) =>
    note(inKeyOf(one, tone), home + runHeight(tone), tone.finger ?? null);
  const line: LineEvent[] = [];
  let at = from;
  const rest = (until: Ticks) => {
    if (until > at) line.push({ kind: 'rest', ticks: until - at });
    at = Math.max(at, until);
  };
  const hold = (midi: readonly MidiNumber[], until: Ticks) => {
    if (until <= at || midi.length === 0) return rest(until);
    const held = midi.map((key) => note(usualDegree(key - lift, timeline), key, null));
    line.push({
      kind: 'notes',
      notes: held,
      grace: [],
      slide: null,
      accent: false,
      ticks: until - at,
    });
    at = until;
  };
  /** The chords of the hand up to a tick. */
  const chords = (until: Ticks) => {
    for (const [index, slot] of timeline.slots.entries()) {
      if (slot.start + slot.is.ticks <= at || slot.start >= until) continue;
      const end = Math.min(until, slot.start + slot.is.ticks);
      const held = slots[index];
      if (held && holdsChords) hold(held[hand], end);
      else if (slot.is.kind === 'held' && line.length > 0) lengthen(line, end - at);
      else rest(end);
      at = Math.max(at, end);
    }
  };
  const begins = start + events[0]!.start;
  if (begins > from) chords(Math.min(begins, to));
  for (const strike of strikesOf(events)) {
    const [first] = strike;
    const onset = start + first!.start;
    if (onset < from || onset >= to) continue;
    rest(onset);
    const end = Math.min(to, onset + first!.ticks);
    line.push({
      kind: 'notes',
      notes: strike.map(toned),
      grace: (first!.grace ?? []).map(toned),
      slide: first!.slide ? toned(first!.slide) : null,
      accent: false,
      ticks: end - onset,
    });
    at = end;
  }
  // The last note is held to the next chord, which the hand then plays.
  const following = timeline.slots.find((slot) => slot.start >= at && slot.is.kind !== 'held');
  const until = Math.min(to, following?.start ?? timeline.ticks);
  if (until > at && line.length > 0) {
    lengthen(line, until - at);
    at = until;
  }
  chords(to);
  return line;
}

function lengthen(line: LineEvent[], by: Ticks): void {
  const last = line.at(-1);
  if (last) line[line.length - 1] = { ...last, ticks: last.ticks + by };
}

/** A key of the piano as the usual degree of the key. */
function usualDegree(midi: MidiNumber, { key }: Voiced['timeline']): Degree {
  return degreeOfSemitones(fold(midi - pitchClass(relativeMajor(key).tonic), 12));
}
