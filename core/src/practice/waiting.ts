import type { TimelineIndex } from '../chart/places.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { chordTones } from '../chord/tones.ts';
import { middleOf } from '../kit/middle.ts';
import type { MidiNumber } from '../kit/ticks.ts';
import type { DueStrike } from './due.ts';

/** A chord that is called, and that one waits for. */
export interface CalledChord {
  readonly at: TimelineIndex;
  /** What the hands strike there first, lowest first. */
  readonly notes: readonly MidiNumber[];
  /** The tones of the chord by their pitch class: who plays more of it than the hands have is not wrong. */
  readonly tones: readonly number[];
}

/** Somebody is at a chord, and has played what of it. Moments are in milliseconds by any clock. */
export interface Waiting {
  readonly chords: readonly CalledChord[];
  /** Which of them is waited for; as many as there are when all were played. */
  readonly place: number;
  readonly held: ReadonlySet<MidiNumber>;
  /** A key went down since this chord is waited for: one that is held over from the chord before is not struck again. */
  readonly isStruck: boolean;
  readonly since: number;
  /** How it went with those that were played. */
  readonly played: readonly PlayedChord[];
  readonly wrong: readonly MidiNumber[];
}

export interface PlayedChord {
  readonly at: TimelineIndex;
  /** How long it was looked for, and which keys were none of it. */
  readonly ms: number;
  readonly wrong: readonly MidiNumber[];
}

/** What is called, chord by chord: of each hand what it strikes first there. */
export function calledChords(strikes: readonly DueStrike[], timeline: Timeline): CalledChord[] {
  const chords = new Map<TimelineIndex, { notes: MidiNumber[]; hands: Set<string> }>();
  for (const { at, hand, notes } of strikes) {
    const there = chords.get(at) ?? { notes: [], hands: new Set() };
    chords.set(at, there);
    if (there.hands.has(hand)) continue;
    there.hands.add(hand);
    there.notes.push(...notes.map(({ note }) => note));
  }
  return [...chords]
    .sort(([one], [other]) => one - other)
    .map(([at, { notes }]) => ({
      at,
      notes: notes.sort((one, other) => one - other),
      tones: tonesAt(timeline, at),
    }));
}

function tonesAt({ slots }: Timeline, at: TimelineIndex): number[] {
  const { is, key } = slots[at]!;
  if (is.kind !== 'chord') return [];
  return chordTones(is.chord, key).map(({ pitchClass }) => pitchClass);
}

/** Begins to wait for the first of some chords. */
export function beginWaiting(chords: readonly CalledChord[], now: number): Waiting {
  return {
    chords,
    place: 0,
    held: new Set(),
    isStruck: false,
    since: now,
    played: [],
    wrong: [],
  };
}

/**
 * A key went down or up. Once all tones that the hands have are down, in whatever inversion and with nothing but tones of the chord,
 * the next one is waited for.
 */
export function keyWhileWaiting(
  waiting: Waiting,
  { kind, note }: { readonly kind: 'down' | 'up'; readonly note: MidiNumber },
  now: number,
): Waiting {
  const chord = waiting.chords[waiting.place];
  const held = new Set(waiting.held);
  if (kind === 'up') held.delete(note);
  else held.add(note);
  if (!chord || kind === 'up') return { ...waiting, held };
  const asked = new Set(chord.notes.map((one) => one % 12));
  const tones = new Set([...asked, ...chord.tones]);
  // A finger that doubles a tone may land after the chord was complete.
  if (!tones.has(note % 12) && isOfBefore(waiting, note, now)) return { ...waiting, held };
  const wrong = tones.has(note % 12) ? waiting.wrong : [...waiting.wrong, note];
  const next = { ...waiting, held, isStruck: true, wrong };
  if (!isThere(held, { asked, tones })) return next;
  return {
    ...next,
    place: waiting.place + 1,
    isStruck: false,
    since: now,
    wrong: [],
    played: [...waiting.played, { at: chord.at, ms: now - waiting.since, wrong }],
  };
}

/** So long after a chord, in milliseconds, its keys still belong to it. */
const sameStrike = 250;

function isOfBefore({ chords, place, since }: Waiting, note: MidiNumber, now: number): boolean {
  const before = chords[place - 1];
  return (
    before !== undefined &&
    now - since < sameStrike &&
    before.notes.some((one) => one % 12 === note % 12)
  );
}

function isThere(
  held: ReadonlySet<MidiNumber>,
  { asked, tones }: { readonly asked: ReadonlySet<number>; readonly tones: ReadonlySet<number> },
): boolean {
  const sounding = new Set([...held].map((note) => note % 12));
  return (
    [...asked].every((tone) => sounding.has(tone)) && [...sounding].every((tone) => tones.has(tone))
  );
}

/** The changes to come back to: those with wrong keys, and those that were looked for the longest; the worst first. */
export function hardestChanges(played: readonly PlayedChord[], most = 2): PlayedChord[] {
  const usual = middleOf(played.map(({ ms }) => ms));
  const weight = ({ ms, wrong }: PlayedChord) =>
    wrong.length * wrongWeight + ms / Math.max(1, usual);
  return (
    played
      // Before the first one nobody is in a hurry.
      .filter((one, place) => one.wrong.length > 0 || (place > 0 && one.ms > slow * usual))
      .sort((one, other) => weight(other) - weight(one))
      .slice(0, most)
  );
}

/** A wrong key weighs as much as looking for it so many times as long as usual; from `slow` times on it is told. */
const wrongWeight = 2;
const slow = 1.8;
