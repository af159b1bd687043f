import { bassOf, withDegrees, type Chord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { Meter } from '../chart/meter.ts';
import { feltBeats } from '../chart/meter.ts';
import type { TimelineIndex } from '../chart/places.ts';
import { pushTicks, type ChordSlot, type Slot } from '../chart/song.ts';
import { sungNotes, type SungNote } from '../chart/time/sung.ts';
import type { Timeline, TimelineBar, TimelinePart } from '../chart/time/timeline.ts';
import { ticksOf, type Ticks } from '../kit/ticks.ts';
import { degreeOfSemitones, degreeSemitones, sameDegree, type Degree } from '../pitch/degree.ts';
import { liftBetween, type Key } from '../pitch/key.ts';

/** A slot of a gap, in its bar as that is played. */
export interface RoomSlot {
  readonly bar: TimelineBar;
  /** Counted within the bar. */
  readonly slot: number;
  readonly is: Slot;
  readonly meter: Meter;
}

/** The time of a chord up to the next one: where chords can go between. */
export interface Gap {
  readonly timeline: Timeline;
  /** The slot of the timeline at which the first chord begins. */
  readonly at: TimelineIndex;
  readonly part: TimelinePart;
  readonly before: Chord;
  /** The chord that follows, in the key of the first one. */
  readonly target: Chord;
  readonly key: Key;
  /** Half steps that the key is lifted between the two. */
  readonly lift: number;
  /** The time of the first chord, slot by slot. */
  readonly room: readonly RoomSlot[];
  readonly ticks: Ticks;
  /** How much of that may be taken, from its end. */
  readonly free: Ticks;
  readonly beat: Ticks;
  /** So much earlier the next chord comes in. */
  readonly push: Ticks;
  /** What else follows where the same chord is played again: after another time, in another place of the roadmap. */
  readonly elsewhere: readonly Chord[];
  /** The notes that are sung in it, long or accented. */
  readonly sung: readonly SungNote[];
}

/** A place where nothing can go between, with the reason. */
export type GapFound =
  { readonly ok: true; readonly gap: Gap } | { readonly ok: false; readonly why: string };

const none = (why: string): GapFound => ({ ok: false, why });

/**
 * The gap behind a slot of the timeline; one behind a held slot is that of the chord which is held.
 * @param to what it leads to in the place of what follows: the beginning of its section, for a way back there
 */
export function gapAfter(timeline: Timeline, after: TimelineIndex, to?: Chord): GapFound {
  const { slots } = timeline;
  let at = after;
  while (slots[at]?.is.kind === 'held') at -= 1;
  const first = slots[at];
  if (first?.is.kind !== 'chord')
    return none('There is no chord here; a move goes from one chord to the next.');
  let next = at + 1;
  while (slots[next]?.is.kind === 'held') next += 1;
  if (first.is.stop) return none('This chord is stopped short; the silence behind it is meant.');
  const following = slots[next];
  const follows = following?.is.kind === 'chord' ? following.is : null;
  if (!to && !following) return none('It is the last chord; an ending can follow it.');
  if (!to && !follows) return none('What follows is silent; a move needs a chord to go to.');
  if (first.is.fermata || first.is.ring?.bars)
    return none('This chord is held until everybody goes on; nothing comes between.');
  const goesTo = to ?? follows!.chord;
  if (isHeldBack(first.is.chord, goesTo))
    return none('What is suspended here steps back in the next chord; nothing comes between.');
  const places = placesOf(timeline);
  const room = Array.from({ length: next - at }, (_, index): RoomSlot => {
    const { bar, slot } = places[at + index]!;
    const { is, meter } = slots[at + index]!;
    return { bar, slot, is, meter };
  });
  if (room.some(({ bar }) => bar.is.kind === 'played' && bar.is.pickup))
    return none('What leads in is no place for more.');
  const ticks = ticksOf(room.map(({ is }) => is));
  const beat = feltBeats(first.meter)[0]!;
  const lift = to ? 0 : liftBetween(first.key, following!.key);
  const gap: Gap = {
    timeline,
    at,
    part: places[at]!.part,
    before: first.is.chord,
    target: to ?? raisedBy(follows!.chord, lift),
    key: first.key,
    lift,
    room,
    ticks,
    free: goesOn(timeline, at, first.is) ? ticks : ticks - Math.min(beat, ticks / 2),
    beat,
    push: !to && follows?.push ? pushTicks(follows.push) : 0,
    elsewhere: to ? [] : followingElsewhere(timeline, next - 1, follows!.chord),
    sung: sungIn(timeline, first.start, first.start + ticks, beat),
  };
  return { ok: true, gap };
}

/** The chords that follow the same slot of the text where it is played at other times, unlike the one that follows here. */
function followingElsewhere(timeline: Timeline, last: TimelineIndex, follows: Chord): Chord[] {
  const { slots } = timeline;
  const known = new Set([formatChord(follows)]);
  return slots.flatMap(({ slot, bar }, at) => {
    if (slot !== slots[last]!.slot || bar !== slots[last]!.bar) return [];
    const next = slots[at + 1]?.is;
    if (next?.kind !== 'chord' || known.has(formatChord(next.chord))) return [];
    known.add(formatChord(next.chord));
    return [next.chord];
  });
}

/** Whether the same chord sounded before, so that nobody misses it. */
function goesOn({ slots }: Timeline, at: TimelineIndex, { chord }: ChordSlot): boolean {
  let before = at - 1;
  while (slots[before]?.is.kind === 'held') before -= 1;
  const is = slots[before]?.is;
  return is?.kind === 'chord' && formatChord(is.chord) === formatChord(chord);
}

/** A suspension of the chord that follows. */
function isHeldBack(chord: Chord, next: Chord): boolean {
  if (chord.kind !== 'named' || next.kind !== 'named') return false;
  const figures = chord.figures.map(({ figure }) => figure);
  const isSuspended = !figures.includes(3) && (figures.includes(2) || figures.includes(4));
  return (
    isSuspended &&
    sameDegree(chord.root, next.root) &&
    sameDegree(bassOf(chord), bassOf(next)) &&
    next.figures.some(({ figure }) => figure === 3)
  );
}

interface PlacedInBar {
  readonly part: TimelinePart;
  readonly bar: TimelineBar;
  readonly slot: number;
}

const places = new WeakMap<Timeline, readonly PlacedInBar[]>();

/** The bar of each slot of a timeline as it is played. */
export function placesOf(timeline: Timeline): readonly PlacedInBar[] {
  const known = places.get(timeline);
  if (known) return known;
  const found = timeline.parts.flatMap((part) =>
    part.bars.flatMap((bar) => bar.slots.map((_, slot) => ({ part, bar, slot }))),
  );
  places.set(timeline, found);
  return found;
}

const sung = new WeakMap<Timeline, readonly SungNote[]>();

/** The long notes (a felt beat or more) and accented ones that sound from one tick to another. */
function sungIn(timeline: Timeline, from: Ticks, to: Ticks, beat: Ticks): SungNote[] {
  const all = sung.get(timeline) ?? sungNotes(timeline);
  sung.set(timeline, all);
  return all.filter(
    ({ onset, ticks, accent }) =>
      onset < to && onset + ticks > from && (ticks >= beat || (accent && onset >= from)),
  );
}

/** A chord of a key that lies higher, in the degrees of the one before. */
export function raisedBy(chord: Chord, lift: number): Chord {
  return lift === 0
    ? chord
    : withDegrees(chord, (degree) => degreeOfSemitones(degreeSemitones(degree) + lift));
}

/** Half steps from one bass to another, the nearer way: negative for down. */
export function bassStep(from: Chord, to: Chord): number {
  return nearerWay(bassOf(from), bassOf(to));
}

function nearerWay(from: Degree, to: Degree): number {
  const apart = degreeSemitones(to) - degreeSemitones(from);
  return ((((apart + 6) % 12) + 12) % 12) - 6;
}

/** A bass through its notes, in half steps from the first, each the nearer way: what a walk looks like. */
export function bassCurve(bass: readonly Degree[]): number[] {
  const heights: number[] = [];
  for (const [place, degree] of bass.entries())
    heights.push(place === 0 ? 0 : heights.at(-1)! + nearerWay(bass[place - 1]!, degree));
  return heights;
}
