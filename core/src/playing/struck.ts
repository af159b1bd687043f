import { barTicks } from '../chart/meter.ts';
import { bassNote } from '../chord/tones.ts';
import { pitchClass } from '../pitch/note.ts';
import type { TimelineIndex } from '../chart/places.ts';
import { pushTicks, type Slot } from '../chart/song.ts';
import type { TimedSlot, Timeline } from '../chart/time/timeline.ts';
import { walkStarts } from '../hands/search/walks.ts';
import type { VoicedSlot } from '../hands/search/voiced.ts';
import type { MidiNumber, Ticks } from '../kit/ticks.ts';
import { nothingSaid, readDirections, type Said } from '../chart/directions.ts';
import { placedLines, withPlaced, type Filled } from './filled.ts';
import { playedLines, type PlayedLines } from './playedLines.ts';
import { withLines } from './withLines.ts';
import { louderBy, Strikes, type StrikeSpan } from './textures.ts';
import type { Hand, StruckChord, StruckNote } from './struckNotes.ts';

export type { Filled } from './filled.ts';
export type { Hand, StruckChord, StruckNote, StruckSource } from './struckNotes.ts';

const bothHands: readonly Hand[] = ['left', 'right'];

/** A note while it is being made: directions still move it by octaves. */
type NewNote = Omit<StruckNote, 'note'> & { note: MidiNumber };

/** Who strikes what, from when until when: decided once, for playback, MIDI, practice and notation alike. */
export interface Struck {
  readonly voiced: Filled;
  /** The slots of the timeline it goes through: `from` up to and without `to`. */
  readonly from: TimelineIndex;
  readonly to: TimelineIndex;
  /** Chord by chord, each hand in the order of time. */
  readonly notes: readonly StruckNote[];
  readonly chords: readonly StruckChord[];
}

/** What a direction says, and what the player says of the section. */
function withLoudness(said: Said, loudness: VoicedSlot['loudness']): Said {
  return loudness ? { ...said, louder: said.louder + louderBy[loudness] } : said;
}

/** A stop is struck and left at once, in ticks. */
const stopTicks = 160;

/**
 * Strikes the chords of a voiced song: each hand comes in when it does (a push of the right hand alone leaves the left
 * where it is), plays by its texture or strikes once and holds, and ends where it goes on to the next chord, where the
 * chord has rung long enough, or at once. Takes time in proportion to the song.
 */
export function strike(
  voiced: Filled,
  {
    from = 0,
    to = voiced.slots.length,
    hands = bothHands,
  }: {
    readonly from?: TimelineIndex;
    readonly to?: TimelineIndex;
    readonly hands?: readonly Hand[];
  } = {},
): Struck {
  const { timeline, slots } = voiced;
  const striker = new Striker(voiced, from, to);
  const notes: StruckNote[] = [];
  const chords: StruckChord[] = [];
  for (let at = from; at < to; at += 1) {
    const timed = timeline.slots[at]!;
    const held = slots[at];
    if (timed.is.kind !== 'chord' || !held) continue;
    const struck = striker.chord(at, timed, held, hands);
    notes.push(...struck.notes);
    chords.push(struck.chord);
  }
  const { lines } = striker;
  if (lines.notes.length === 0 && lines.instead.length === 0)
    return { voiced, from, to, notes, chords };
  return {
    voiced,
    from,
    to,
    ...withLines({ notes, chords }, lines, { timeline, from, to, hands }),
  };
}

class Striker {
  readonly #voiced: Filled;
  readonly #origin: Ticks;
  readonly #end: Ticks;
  readonly #strikes: Strikes;
  readonly lines: PlayedLines;
  readonly #partOf: readonly number[];
  readonly #said: readonly Said[];
  /** For each slot of the timeline the next one that is not held on, and the next chord; the length where there is none. */
  readonly #nextSounding: readonly TimelineIndex[];
  readonly #nextChord: readonly TimelineIndex[];

  constructor(voiced: Filled, from: TimelineIndex, to: TimelineIndex) {
    const { timeline, reach } = voiced;
    this.#voiced = voiced;
    this.#origin = timeline.slots[from]?.start ?? 0;
    this.#end = timeline.slots[to]?.start ?? timeline.ticks;
    this.lines = withPlaced(playedLines(timeline), placedLines(voiced));
    this.#strikes = new Strikes(timeline, reach.left.held);
    this.#partOf = timeline.parts.flatMap((part, index) =>
      Array.from({ length: part.to - part.from }, () => index),
    );
    this.#said = timeline.parts.map((part) => {
      const { directions } = timeline.song.sections[part.section]!;
      // The octave of a section is in its hands already; one of the road is for that time only.
      const { octaves } = readDirections([part.direction]);
      return { ...readDirections([...directions, part.direction]), octaves };
    });
    this.#nextSounding = nextWith(timeline, ({ is }) => is.kind !== 'held');
    this.#nextChord = nextWith(timeline, ({ is }) => is.kind === 'chord');
  }

  chord(at: TimelineIndex, timed: TimedSlot, held: VoicedSlot, wanted: readonly Hand[]) {
    const said = withLoudness(this.#saidAt(at), held.loudness);
    const hands = wanted.filter((hand) => !said.silent.includes(hand));
    const spans = bothHands.map((hand) => this.#spanOf(at, timed, hand));
    const notes: StruckNote[] = [];
    for (const hand of hands) {
      const span = spans[bothHands.indexOf(hand)]!;
      // A chord that the next one is pushed into has no time left to sound.
      const heard = this.#handOf(at, timed, held, hand, span).filter((note) => note.to > note.from);
      shift(heard, said.octaves);
      notes.push(...heard);
    }
    const isStop = timed.is.kind === 'chord' && timed.is.stop;
    const chord: StruckChord = {
      at,
      due: timed.start,
      from: Math.min(...spans.map((span) => span.onset)),
      until: Math.min(...spans.map((span) => span.end)),
      pedal: { from: spans[0]!.onset, until: spans[0]!.end },
      repedals: this.#repedals(at, timed, held),
      hands,
      dry: isStop || held.pedalling === 'none' || leavesSilence(notes, spans),
      said,
    };
    return { notes, chord };
  }

  /** Whether the pedal goes down anew with a chord: always, or where a bar begins, or the bass is another one. */
  #repedals(at: TimelineIndex, timed: TimedSlot, held: VoicedSlot): boolean {
    const { slots, timeline } = this.#voiced;
    let before = at - 1;
    while (before >= 0 && !slots[before]) before -= 1;
    const last = slots[before];
    const { bar, pass } = timeline.slots[before] ?? timed;
    if (!last || last.pedalling !== held.pedalling) return true;
    if (held.pedalling === 'each bar') return bar !== timed.bar || pass !== timed.pass;
    const bass = ({ chord, key }: VoicedSlot) => pitchClass(bassNote(chord, key));
    return held.pedalling !== 'with the bass' || bass(last) !== bass(held);
  }

  /** The time that a hand has for a chord. */
  #spanOf(at: TimelineIndex, timed: TimedSlot, hand: Hand): StrikeSpan {
    const onset = Math.max(this.#origin, timed.start - earlyBy(timed.is, hand));
    const end = Math.min(this.#endOf(at, timed, hand), this.#end);
    return { onset, due: timed.start, end };
  }

  /** Where a hand leaves a chord: where it goes on to the next chord or silence, or where the chord has rung long enough. */
  #endOf(at: TimelineIndex, { start, is, meter }: TimedSlot, hand: Hand): Ticks {
    const { slots, ticks } = this.#voiced.timeline;
    const beginsAt = (index: TimelineIndex) => {
      const next = slots[index];
      return next ? next.start - earlyBy(next.is, hand) : ticks;
    };
    const end = beginsAt(this.#nextSounding[at]!);
    const bars = is.kind === 'chord' ? (is.ring?.bars ?? null) : null;
    if (bars === null) return end;
    return Math.min(Math.max(end, start + bars * barTicks(meter)), beginsAt(this.#nextChord[at]!));
  }

  #handOf(
    at: TimelineIndex,
    { is }: TimedSlot,
    held: VoicedSlot,
    hand: Hand,
    span: StrikeSpan,
  ): readonly NewNote[] {
    if (is.kind !== 'chord') return [];
    const part = this.#partOf[at]!;
    const next = this.#voiced.slots[this.#nextSounding[at]!];
    const texture = this.#strikes.textureAt(part, hand, span.due);
    const struck = this.#strikes.of(
      { part, slot: at, hand },
      held,
      span,
      next ? { slot: next.at, voiced: next } : null,
    );
    const dynamic = texture?.dynamic ?? 'medium';
    const rolls = held.rolled[hand];
    if (!struck) {
      const end = is.stop ? Math.min(span.onset + stopTicks, span.end) : span.end;
      const walk = hand === 'left' ? held.walk : null;
      // Written out, part by part: a song has thousands of notes, and copying what they share costs more than they do.
      const note = (one: MidiNumber, place: number, from: Ticks, to: Ticks): NewNote => ({
        hand,
        note: one,
        from,
        to,
        until: is.stop ? span.end : to,
        source: walk ? 'walk' : 'slot',
        at,
        weight: 'plain',
        accented: is.accent && from === span.onset,
        short: is.stop,
        rolled: rolls && from === span.onset ? place : null,
        dynamic,
        even: false,
      });
      return walk
        ? walked(walk, span.onset, end, note)
        : held[hand].map((one, place) => note(one, place, span.onset, end));
    }
    const even = texture?.step === 'triplets';
    const notes: NewNote[] = [];
    for (let index = 0; index < struck.length; index += 1) {
      const { at: from, until, notes: together, weight, short } = struck[index]!;
      const accented = is.accent && index === 0;
      for (let place = 0; place < together.length; place += 1) {
        const { note, end } = together[place]!;
        notes.push({
          hand,
          note,
          from,
          to: end,
          until,
          source: 'texture',
          at,
          weight,
          accented,
          short,
          rolled: rolls ? place : null,
          dynamic,
          even,
        });
      }
    }
    return notes;
  }

  /** What the directions say at a slot: those of the section and those of this time through it, growing as it goes. */
  #saidAt(at: TimelineIndex): Said {
    const index = this.#partOf[at];
    if (index === undefined) return nothingSaid;
    const { parts, slots, ticks } = this.#voiced.timeline;
    const [part, said] = [parts[index]!, this.#said[index]!];
    // What grows grows over all times in a row that are told so.
    let [first, last] = [index, index];
    const isSame = (other: number) =>
      parts[other]?.section === part.section && this.#said[other]!.growing === said.growing;
    while (isSame(first - 1)) first -= 1;
    while (isSame(last + 1)) last += 1;
    const start = slots[parts[first]!.from]!.start;
    const end = slots[parts[last]!.to]?.start ?? ticks;
    const climbed = said.growing * ((slots[at]!.start - start) / (end - start) - 0.5);
    return { ...said, louder: said.louder + Math.round(climbed) };
  }
}

/** Ticks that a hand comes in before a slot is due. */
function earlyBy(slot: Slot, hand: Hand): Ticks {
  const push = slot.kind === 'chord' ? slot.push : null;
  return push && (hand === 'right' || push.hands === 'both') ? pushTicks(push) : 0;
}

/** For each slot of the timeline the next one after it that is so; the number of slots where there is none. */
function nextWith(
  { slots }: Timeline,
  isSo: (slot: TimedSlot) => boolean,
): readonly TimelineIndex[] {
  const next: TimelineIndex[] = Array.from({ length: slots.length });
  let last: TimelineIndex = slots.length;
  for (let at = slots.length - 1; at >= 0; at -= 1) {
    next[at] = last;
    if (isSo(slots[at]!)) last = at;
  }
  return next;
}

/** A left hand that walks: what stays from step to step is held, the rest is struck at each. */
function walked(
  { steps }: NonNullable<VoicedSlot['walk']>,
  from: Ticks,
  to: Ticks,
  note: (note: MidiNumber, place: number, from: Ticks, to: Ticks) => NewNote,
): NewNote[] {
  const starts = [...walkStarts(steps.length, to - from).map((start) => from + start), to];
  const struck: NewNote[] = [];
  for (const [at, notes] of steps.entries())
    for (const [place, one] of notes.entries()) {
      if (steps[at - 1]?.includes(one)) continue;
      let last = at;
      while (steps[last + 1]?.includes(one)) last += 1;
      struck.push(note(one, place, starts[at]!, starts[last + 1]!));
    }
  return struck;
}

/**
 * True where a pattern leaves short notes, or silence in a hand that the other one does not fill by striking just then: of two hands
 * that take turns the pedal joins the notes.
 */
function leavesSilence(notes: readonly NewNote[], spans: readonly StrikeSpan[]): boolean {
  const starts = new Set(notes.map(({ from }) => from));
  return notes.some(
    ({ hand, short, until, source }) =>
      source === 'texture' &&
      (short || (until < spans[bothHands.indexOf(hand)]!.end && !starts.has(until))),
  );
}

/** Moves notes by some octaves; where the piano ends before, they stay. */
function shift(notes: readonly { note: MidiNumber }[], octaves: number): void {
  const by = 12 * octaves;
  if (by === 0 || notes.some(({ note }) => note + by < 21 || note + by > 108)) return;
  for (const one of notes) one.note += by;
}
