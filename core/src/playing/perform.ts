import type { TimelineIndex } from '../chart/places.ts';
import { beatsOf } from '../chart/time/beats.ts';
import { sungNotes } from '../chart/time/sung.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import type { Filled } from './filled.ts';
import { sixteenth, type MidiNumber, type Ticks } from '../kit/ticks.ts';
import { strike, type Hand, type Struck, type StruckNote, type StruckSource } from './struck.ts';
import { swinging, temposOf, type TempoMark } from './tempo.ts';
import { louderBy, louderByWeight } from './textures.ts';

/** One note as it is played. Times are in ticks, 480 to the quarter, from the beginning of what is performed. */
export interface PlayedNote {
  readonly hand: Hand;
  readonly note: MidiNumber;
  readonly onset: Ticks;
  readonly ticks: Ticks;
  /** 1 to 127, as MIDI has it. */
  readonly velocity: number;
  /** What it is of: a slot of the timeline, struck in which way. */
  readonly at: TimelineIndex;
  readonly source: StruckSource;
}

/** A note of the tune as it is played. */
export type TuneNotePlayed = Omit<PlayedNote, 'hand' | 'at' | 'source'>;

/** A song, or a part of it, as it is played. */
export interface Performance {
  readonly notes: readonly PlayedNote[];
  readonly tune: readonly TuneNotePlayed[];
  /** When the pedal is down: from shortly after a chord to the next. */
  readonly pedal: readonly { readonly onset: Ticks; readonly ticks: Ticks }[];
  /** When each voiced slot begins (by its index in the timeline), so that a screen can follow. */
  readonly starts: readonly { readonly at: TimelineIndex; readonly onset: Ticks }[];
  /** How the tempo changes; the first mark is at the beginning. */
  readonly tempos: readonly TempoMark[];
  /** Stretches that go on until the signal. */
  readonly open: readonly { readonly onset: Ticks; readonly ticks: Ticks }[];
  readonly ticks: Ticks;
}

/** A rolled chord climbs by this much a note; the pedal waits for the new chord to be clean. */
const rollTicks = 45;
const pedalWait = 60;

const velocities = { left: 68, right: 78, tune: 92 } as const;
const accent = 20;
/**
 * Touch: the top note of a right hand over its inner ones, the first beat of a bar over the others (common practice, no published
 * source for the amounts).
 */
const touch = { top: 5, inner: -5, firstBeat: 4 } as const;

/**
 * Plays voiced slots: what the hands strike (see `strike`), swung where the song swings, as loud as textures, accents and
 * the directions of each part say, with the pedal; and the tune over them.
 * @param from the first slot of the timeline that is played, and `to` the one before which it ends
 * @param hands a hand that is silent is left out
 */
export function perform(
  voiced: Filled,
  {
    from = 0,
    to = voiced.slots.length,
    hands = ['left', 'right'],
  }: {
    readonly from?: TimelineIndex;
    readonly to?: TimelineIndex;
    readonly hands?: readonly Hand[];
  } = {},
): Performance {
  return performStruck(strike(voiced, { from, to, hands }));
}

/** Plays what was struck; as high as it sounds, where the keyboard is set higher or lower. */
export function performStruck({ voiced, from, to, notes: struck, chords }: Struck): Performance {
  const { timeline } = voiced;
  const origin = timeline.slots[from]?.start ?? 0;
  const ends = timeline.slots[to]?.start ?? timeline.ticks;
  const beats = beatsOf(timeline, { from, to });
  const swing = swinging(timeline.song.swing, beats);
  const louderAt = new Map(chords.map(({ at, said }) => [at, said.louder]));
  const firstBeats = new Set(
    beats.filter(({ strong }) => strong).map(({ onset }) => onset + origin),
  );
  const louderBy = touchOf(struck, firstBeats);
  const notes = struck.map((note, index) =>
    played(note, origin, (louderAt.get(note.at) ?? 0) + louderBy[index]!, swing),
  );
  notes.sort((one, other) => one.onset - other.onset || one.note - other.note);
  const { keyboard = 0 } = voiced;
  return {
    notes: sounding(notes, keyboard),
    tune: sounding(tuneOf(timeline, origin, ends, swing), keyboard),
    pedal: pedalsOf(chords).map(({ from, until }) =>
      pedalOf(swing(from - origin), swing(until - origin)),
    ),
    starts: chords.map((chord) => ({ at: chord.at, onset: swing(chord.from - origin) })),
    tempos: temposOf(timeline, { from, to }, beats),
    open: openStretches(timeline, from, to),
    ticks: ends - origin,
  };
}

/** The notes as they sound; what MIDI has no number for stays an octave nearer. */
function sounding<Note extends { readonly note: MidiNumber }>(
  notes: readonly Note[],
  keyboard: number,
): readonly Note[] {
  if (keyboard === 0) return notes;
  return notes.map((one) => {
    const note = one.note + keyboard;
    return { ...one, note: note > 127 ? note - 12 : note < 0 ? note + 12 : note };
  });
}

/** How long the pedal stays down each time: over one chord, or over several that it does not go down anew with. */
function pedalsOf(chords: Struck['chords']): { readonly from: Ticks; readonly until: Ticks }[] {
  const pedals: { from: Ticks; until: Ticks }[] = [];
  let isDown = false;
  for (const { pedal, repedals, dry, said } of chords) {
    const last = pedals.at(-1);
    if (dry || said.silent.length === 2) isDown = false;
    else if (isDown && last && !repedals && last.until === pedal.from) last.until = pedal.until;
    else {
      pedals.push({ ...pedal });
      isDown = true;
    }
  }
  return pedals;
}

/** Down shortly after a chord, up with the next one. */
function pedalOf(from: Ticks, to: Ticks): { readonly onset: Ticks; readonly ticks: Ticks } {
  return { onset: from + pedalWait, ticks: Math.max(0, to - from - pedalWait) };
}

/** What the touch of the hands adds to each note: by its place among those that its hand strikes with it, and by the beat. */
function touchOf(struck: readonly StruckNote[], firstBeats: ReadonlySet<Ticks>): number[] {
  const together = new Map<string, { highest: number; count: number }>();
  const name = ({ hand, at, from }: StruckNote) => `${hand} ${at} ${from}`;
  for (const note of struck) {
    const known = together.get(name(note));
    together.set(name(note), {
      highest: Math.max(known?.highest ?? 0, note.note),
      count: (known?.count ?? 0) + 1,
    });
  }
  return struck.map((note) => {
    const { highest, count } = together.get(name(note))!;
    const place =
      note.hand === 'left' || count === 1 ? 0 : note.note === highest ? touch.top : touch.inner;
    return place + (firstBeats.has(note.from) ? touch.firstBeat : 0);
  });
}

/** Where a tick falls in time. */
type Timing = (tick: Ticks) => Ticks;
const asWritten: Timing = (tick) => tick;

function played(note: StruckNote, origin: Ticks, louder: number, swing: Timing): PlayedNote {
  const { hand, from, to, source, at, weight, accented, rolled, dynamic, even } = note;
  // Steps in triplets are where they are; what swings is the written eighth.
  const inTime = even ? asWritten : swing;
  const late = rolled === null ? 0 : Math.min(rollTicks * rolled, Math.max(0, to - from - 1));
  const onset = inTime(from - origin + late);
  const velocity =
    velocities[hand] +
    louderBy[dynamic] +
    louderByWeight[weight] +
    louder +
    (accented ? accent : 0);
  return {
    hand,
    note: note.note,
    onset,
    ticks: Math.max(1, inTime(to - origin) - onset),
    velocity: Math.max(1, Math.min(127, velocity)),
    at,
    source,
  };
}

/** The tune between two ticks of the song. What is written in triplets does not swing. */
function tuneOf(timeline: Timeline, origin: Ticks, ends: Ticks, swing: Timing): TuneNotePlayed[] {
  const timing = (inBar: Ticks) => (inBar % sixteenth === 0 ? swing : asWritten);
  return sungNotes(timeline)
    .filter(({ onset }) => onset >= origin && onset < ends)
    .map(({ note, onset, ticks, accent: isAccented, inBar }) => {
      const begins = timing(inBar)(onset - origin);
      const until = timing(inBar + ticks)(Math.min(onset + ticks, ends) - origin);
      const velocity = velocities.tune + (isAccented ? accent : 0);
      return { note, onset: begins, ticks: Math.max(1, until - begins), velocity };
    });
}

/** What goes on until the signal, of the slots from one up to another; a section without bars has nothing to go round. */
function openStretches(
  { parts, slots, ticks }: Timeline,
  from: TimelineIndex,
  to: TimelineIndex,
): Performance['open'] {
  const origin = slots[from]?.start ?? 0;
  return parts
    .filter((part) => part.open && part.from >= from && part.to <= to && part.from < part.to)
    .map((part) => {
      const onset = slots[part.from]!.start;
      return { onset: onset - origin, ticks: (slots[part.to]?.start ?? ticks) - onset };
    });
}
