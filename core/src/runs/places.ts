import { tempoBeat, type Meter } from '../chart/meter.ts';
import type { TimelineIndex } from '../chart/places.ts';
import { pushTicks, usualTempo } from '../chart/song.ts';
import { syllablesOf } from '../chart/syllables.ts';
import { beatsOf } from '../chart/time/beats.ts';
import { sungNotes, type SungNote } from '../chart/time/sung.ts';
import type { Timeline, TimelineBar, TimelinePart } from '../chart/time/timeline.ts';
import { ticksOf, type Ticks } from '../kit/ticks.ts';
import { liftBetween, type Key } from '../pitch/key.ts';
import { raisedBy } from '../moves/gap.ts';
import { runChord, type RunChord } from './model/kinds.ts';
import type { Tempo } from './pace.ts';

/** A stretch of time in ticks from the beginning of the song. */
export interface Stretch {
  readonly from: Ticks;
  readonly to: Ticks;
}

/** The time of a chord, as runs see it. */
export interface RunPlace extends Stretch {
  /** The slot of the timeline at which the chord begins. */
  readonly at: TimelineIndex;
  readonly part: TimelinePart;
  readonly key: Key;
  readonly meter: Meter;
  readonly tempo: Tempo;
  readonly chord: RunChord;
  /** The chord that follows, in the key of this one; null where nothing does, or silence. */
  readonly next: RunChord | null;
  /** Where the felt beats of it begin, and the beat after it. */
  readonly beats: readonly Ticks[];
  /** What of it nobody sings in, in the order of time, and how long the longest such stretch is. */
  readonly free: readonly Stretch[];
  readonly longest: Ticks;
  /** The notes of the tune that sound in it. */
  readonly sung: readonly SungNote[];
  /** A text that places have in common where the same tones go. */
  readonly alike: string;
}

export type PlaceFound =
  { readonly ok: true; readonly place: RunPlace } | { readonly ok: false; readonly why: string };

const none = (why: string): PlaceFound => ({ ok: false, why });
const places = new WeakMap<Timeline, readonly PlaceFound[]>();

/** For each slot of a timeline the time of its chord; one that is held on has that of the chord it holds. */
export function runPlaces(timeline: Timeline): readonly PlaceFound[] {
  const known = places.get(timeline);
  if (known) return known;
  const found = findPlaces(timeline);
  places.set(timeline, found);
  return found;
}

function findPlaces(timeline: Timeline): PlaceFound[] {
  const { slots, parts, song, ticks } = timeline;
  const sung = sungStretches(timeline);
  const beats = beatsOf(timeline).map(({ onset }) => onset);
  const found: PlaceFound[] = [];
  let sungAt = 0;
  let beatAt = 0;
  const notes = sungNotes(timeline);
  let noteAt = 0;
  for (const part of parts) {
    const pickups = pickupsOf(part);
    for (let at = part.from; at < part.to; at += 1) {
      const { is, start, meter, key, tempo } = slots[at]!;
      if (is.kind === 'held' && at > 0) {
        found.push(found.at(-1)!);
        continue;
      }
      const why = whyNoPlace(is, pickups.has(at));
      if (why !== null || is.kind !== 'chord') {
        found.push(none(why ?? ''));
        continue;
      }
      const chord = runChord(is.chord);
      if (!chord) {
        found.push(none('No run is known for a chord of this kind; one of your own may be.'));
        continue;
      }
      let after = at + 1;
      while (slots[after]?.is.kind === 'held') after += 1;
      const following = slots[after];
      const follows = following?.is.kind === 'chord' ? following.is : null;
      const end = (following?.start ?? ticks) - (follows?.push ? pushTicks(follows.push) : 0);
      while (sung[sungAt] && sung[sungAt]!.to <= start) sungAt += 1;
      while (beats[beatAt] !== undefined && beats[beatAt]! < start) beatAt += 1;
      while (notes[noteAt] && notes[noteAt]!.onset + notes[noteAt]!.ticks <= start) noteAt += 1;
      const lift = following ? liftBetween(key, following.key) : 0;
      const next = follows && runChord(raisedBy(follows.chord, lift));
      const free = freeIn({ from: start, to: end }, sung, sungAt);
      found.push({
        ok: true,
        place: {
          at,
          part,
          key,
          meter,
          tempo: { beats: tempo ?? song.tempo ?? usualTempo, beat: tempoBeat(meter) },
          chord,
          next,
          from: start,
          to: end,
          beats: beatsIn(beats, beatAt, end),
          free,
          longest: Math.max(0, ...free.map((one) => one.to - one.from)),
          sung: notesIn(notes, noteAt, end),
          alike: `${chord.alike} > ${next?.alike ?? ''}`,
        },
      });
    }
  }
  return found;
}

/** The slots of bars that lead in. */
function pickupsOf({ bars, from }: TimelinePart): ReadonlySet<TimelineIndex> {
  const found = new Set<TimelineIndex>();
  let at = from;
  for (const { is, slots } of bars) {
    if (is.kind === 'played' && is.pickup)
      for (let index = 0; index < slots.length; index += 1) found.add(at + index);
    at += slots.length;
  }
  return found;
}

function whyNoPlace(is: Timeline['slots'][number]['is'], isPickup: boolean): string | null {
  if (is.kind === 'rest') return 'It is silent here, and meant to be.';
  if (is.kind !== 'chord') return 'There is no chord here; a run belongs to one.';
  if (isPickup) return 'What leads in is no place for more.';
  if (is.stop) return 'This chord is stopped short; the silence behind it is meant.';
  if (is.fermata || is.ring?.bars)
    return 'This chord is held until everybody goes on; nothing moves under it.';
  return null;
}

function beatsIn(beats: readonly Ticks[], first: number, end: Ticks): readonly Ticks[] {
  let last = first;
  while (beats[last] !== undefined && beats[last]! < end) last += 1;
  return [...beats.slice(first, last), end];
}

/** What is left of a stretch where nobody sings. */
function freeIn({ from, to }: Stretch, sung: readonly Stretch[], first: number): Stretch[] {
  const free: Stretch[] = [];
  let at = from;
  for (let index = first; index < sung.length && sung[index]!.from < to; index += 1) {
    const one = sung[index]!;
    if (one.from > at) free.push({ from: at, to: one.from });
    at = Math.max(at, one.to);
  }
  if (at < to) free.push({ from: at, to });
  return free;
}

function notesIn(notes: readonly SungNote[], first: number, end: Ticks): readonly SungNote[] {
  let last = first;
  while (notes[last] !== undefined && notes[last]!.onset < end) last += 1;
  return notes.slice(first, last);
}

/**
 * When somebody sings. Where a tune is written, its notes; under the last beats of one that is held for three beats and more the
 * hands are free. Where only words are, a syllable a beat from the beginning of the bar, or all of the bar where there are more
 * (common practice, no published source).
 */
export function sungStretches(timeline: Timeline): readonly Stretch[] {
  const { parts, slots } = timeline;
  const sung: Stretch[] = [];
  const notes = sungNotes(timeline);
  const longest = 2;
  let at = 0;
  let slot = 0;
  for (const { onset, ticks } of notes) {
    while (slots[slot + 1] && slots[slot + 1]!.start <= onset) slot += 1;
    const beat = tempoBeat(slots[slot]!.meter);
    const isHeld = ticks > longest * beat;
    sung.push({ from: onset, to: onset + (isHeld ? longest * beat : ticks) });
  }
  for (const { bars, pass } of parts)
    for (const bar of bars) {
      const length = ticksOf(bar.slots.map(({ is }) => is));
      const spoken = wordsIn(bar, pass, length);
      if (spoken > 0) sung.push({ from: at, to: at + spoken });
      at += length;
    }
  return joined(sung.sort((one, other) => one.from - other.from));
}

/** How long words last in a bar that has no tune. */
function wordsIn({ tune, words, slots }: TimelineBar, pass: number, length: Ticks): Ticks {
  if (tune.length > 0 || words.length === 0) return 0;
  // Each time through has its own line of words; further times have the last one.
  const count = syllablesOf(words[Math.min(pass, words.length) - 1]!).length;
  const beat = slots[0] ? tempoBeat(slots[0].meter) : 0;
  return Math.min(length, count * beat);
}

function joined(sung: readonly Stretch[]): Stretch[] {
  const all: Stretch[] = [];
  for (const one of sung) {
    const last = all.at(-1);
    if (last && last.to >= one.from)
      all[all.length - 1] = { from: last.from, to: Math.max(last.to, one.to) };
    else all.push(one);
  }
  return all;
}
