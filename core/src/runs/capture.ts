import type { Chord } from '../chord/chord.ts';
import { usualReach, type Reach } from '../hands/shapes/player.ts';
import { impossible, success, type Result } from '../kit/result.ts';
import { ticksPerQuarter, type MidiNumber, type Ticks } from '../kit/ticks.ts';
import { degreeFrom, degreeOfSemitones, degreeSemitones, type Degree } from '../pitch/degree.ts';
import { relativeMajor, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { handsPlaying } from './capturedHands.ts';
import { onGrid, type Grid, type GridWish } from './capturedGrid.ts';
import { runChord } from './model/kinds.ts';
import { longestRun, printRun, runSteps, type WrittenRun } from './model/readRun.ts';
import type { Hand, Run, RunEvent, RunTone } from './model/run.ts';
import { scaleAt } from './material.ts';
import { ownOver } from './pieces.ts';

/** A key that went down and up, in seconds from any beginning. */
export interface PressedKey {
  readonly note: MidiNumber;
  readonly from: number;
  readonly to: number;
}

export interface CaptureWishes extends GridWish {
  readonly name: string;
  /** The chord that it was played over, and in which key. */
  readonly chord: Chord;
  readonly key: Key;
  readonly reach?: Reach;
}

export interface CapturedRun {
  readonly run: WrittenRun;
  /** How it was understood: the pulse and the grid. */
  readonly grid: Grid;
  /** What was changed to make a run of it, in sentences. */
  readonly said: readonly string[];
}

/** More keys than these in a second are no playing. */
const mostASecond = 40;
/** Keys that go down within so many seconds are struck together (common practice, no published source). */
const together = 0.04;
/** A key that goes down so shortly before its neighbour is a crushed one: in seconds, and as a part of what is usual between strikes. */
const crushed = { most: 0.14, part: 0.45 } as const;

/** Keys that go down together, and short ones just before. */
interface Strike {
  readonly at: number;
  readonly keys: readonly PressedKey[];
  readonly grace: readonly PressedKey[];
}

/**
 * A run from what was played over a chord: the grid chosen or guessed, swing undone, crushed notes told from the others, the two hands
 * parted, each note as a degree of the chord. Where that cannot be, says what, where and what would do.
 */
export function captureRun(
  keys: readonly PressedKey[],
  { name, chord, key, reach = usualReach, ...wish }: CaptureWishes,
): Result<CapturedRun> {
  const seen = runChord(chord);
  if (!seen)
    return impossible('No run is known for a chord of this kind; choose another chord under it.');
  const inTime = [...keys].sort((one, other) => one.from - other.from || one.note - other.note);
  if (inTime.length === 0)
    return impossible('Nothing was played. Play it on the keys, or press the notes one by one.');
  const many = busiestSecond(inTime);
  if (many > mostASecond)
    return impossible(`In one second ${many} keys went down: no hands play that. Play it slower.`);
  const strikes = strikesOf(inTime);
  const begins = strikes[0]!.at;
  const grid = onGrid(
    strikes.map(({ at }) => at - begins),
    wish,
  );
  const hands = handsPlaying(
    strikes.map((strike) => strike.keys.map(({ note }) => note)),
    reach,
  );
  if (!hands.ok) {
    const { at, keep } = hands;
    const second = Math.round((strikes[at]!.at - begins) * 10) / 10;
    return impossible(
      `After ${second} seconds it takes a third hand. Without the notes between, two hands hold ${keep.length} of them.`,
    );
  }
  const unit = runSteps[grid.step];
  const events = eventsOf(strikes, grid, hands.split, unit);
  const said = [...grid.said];
  const kept = events.filter(({ start }) => start < longestRun);
  if (kept.length < events.length) said.push('What came after four bars was left out.');
  const home = pitchClass(relativeMajor(key).tonic) + degreeSemitones(seen.root);
  const scale = scaleAt(seen).degrees.map((one) => degreeFrom(seen.root, one));
  const run = asRun(kept, { name, home, spell: speller(scale), unit });
  return success({ run: printRun(ownOver(run, chord)!), grid, said });
}

function busiestSecond(keys: readonly PressedKey[]): number {
  let most = 0;
  let first = 0;
  for (const [index, { from }] of keys.entries()) {
    while (keys[first]!.from <= from - 1) first += 1;
    most = Math.max(most, index - first + 1);
  }
  return most;
}

/** What goes down together; a single key just before its neighbour belongs to that. */
function strikesOf(keys: readonly PressedKey[]): readonly Strike[] {
  const groups: PressedKey[][] = [];
  for (const key of keys) {
    const last = groups.at(-1);
    if (last && key.from - last[0]!.from <= together) last.push(key);
    else groups.push([key]);
  }
  const gaps = groups.slice(1).map(([own], index) => own!.from - groups[index]![0]!.from);
  const usual = [...gaps].sort((one, other) => one - other)[Math.floor(gaps.length / 2)] ?? 0;
  const short = Math.min(crushed.most, crushed.part * Math.max(usual, ...gaps.slice(-1)));
  const strikes: Strike[] = [];
  let grace: readonly PressedKey[] = [];
  for (const [index, group] of groups.entries()) {
    const next = groups[index + 1];
    const [own] = group;
    const isShort =
      next !== undefined &&
      group.length === 1 &&
      next[0]!.from - own!.from <= short &&
      own!.to - own!.from <= 2 * short &&
      next.some(({ note }) => Math.abs(note - own!.note) === 1);
    if (isShort && grace.length === 0) {
      grace = group;
      continue;
    }
    const upward = [...group].sort((one, other) => one.note - other.note);
    strikes.push({ at: group[0]!.from, keys: upward, grace });
    grace = [];
  }
  return strikes;
}

interface Played {
  readonly hand: Hand;
  readonly note: MidiNumber;
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly grace: readonly MidiNumber[];
}

/** Each key at its step, as long as it was held, up to the next one of its hand. */
function eventsOf(
  strikes: readonly Strike[],
  { starts, seconds }: Grid,
  split: readonly (readonly Hand[])[],
  unit: Ticks,
): readonly Played[] {
  return strikes.flatMap(({ keys, grace }, index) =>
    keys.map(({ note, from, to }, place): Played => {
      const hand = split[index]![place]!;
      const next = strikes.findIndex(
        (_, later) =>
          later > index && split[later]!.includes(hand) && starts[later]! > starts[index]!,
      );
      const room = next < 0 ? Infinity : starts[next]! - starts[index]!;
      const held = Math.max(1, Math.round((to - from) / seconds));
      // Who lets go a little early did not mean a rest.
      const steps = Math.min(room, room - held <= 1 ? room : held);
      const last = Math.max(1, Number.isFinite(steps) ? steps : held);
      return {
        hand,
        note,
        start: starts[index]! * unit,
        ticks: last * unit,
        grace: place === 0 ? grace.map((one) => one.note) : [],
      };
    }),
  );
}

/** Spells semitones above a root: as the scale does, else by the usual degree. */
function speller(scale: readonly Degree[]) {
  const byScale = new Map(scale.map((one) => [degreeSemitones(one), one]));
  return (semitones: number): Degree => {
    const above = fold(semitones, 12);
    const inScale = byScale.get(above);
    return inScale && Math.abs(inScale.alter) < 2 ? inScale : degreeOfSemitones(above);
  };
}

interface RunMaking {
  readonly name: string;
  /** Semitones above C of the chord's root. */
  readonly home: number;
  readonly spell: (semitones: number) => Degree;
  readonly unit: Ticks;
}

function asRun(played: readonly Played[], { name, home, spell, unit }: RunMaking): Run {
  const bases = new Map(
    (['right', 'left'] as const).map((hand) => {
      const first = played.find((one) => one.hand === hand);
      return [hand, first ? first.note - fold(first.note - home, 12) : 0];
    }),
  );
  const toneOf = (hand: Hand, note: MidiNumber): RunTone => {
    const above = note - bases.get(hand)!;
    const { step, alter } = spell(above);
    const height = degreeSemitones({ step, alter: 0 }) + alter;
    return { degree: step, alter, octave: Math.round((above - height) / 12) };
  };
  const events = played
    .map(({ hand, note, start, ticks, grace }): RunEvent => ({
      ...toneOf(hand, note),
      start,
      ticks,
      hand,
      ...(grace.length > 0 ? { grace: grace.map((one) => toneOf(hand, one)) } : {}),
    }))
    .sort((one, other) => one.start - other.start);
  const ticks = Math.max(...events.map(({ start, ticks: length }) => start + length));
  const upper = events.some(({ hand }) => hand === 'right') ? 'right' : 'left';
  const last = events.findLast(({ hand }) => hand === upper)!;
  const { degree, alter, octave, start, hand } = last;
  return {
    id: `own-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`,
    name,
    family: 'answer',
    grade: unit < ticksPerQuarter / 2 ? 'fluent' : 'simple',
    from: 'chord',
    kinds: [],
    events,
    ticks,
    landing: { degree, alter, octave, hand, at: start },
    outside: [],
    why: 'Played in.',
  };
}
