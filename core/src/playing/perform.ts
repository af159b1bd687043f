import { beatsOf } from '../chart/time/beats.ts';
import { barTicks } from '../chart/meter.ts';
import { pushTicks } from '../chart/song.ts';
import { nothingSaid, readDirections, type Said } from './directions.ts';
import { usualReach, type Reach } from '../hands/shapes/player.ts';
import { sungNotes } from '../chart/time/sung.ts';
import { swinging, temposOf, type TempoMark } from './tempo.ts';
import { louderBy, louderByWeight, Strikes, type Strike } from './textures.ts';
import type { Voiced, VoicedSlot } from '../hands/search/voiced.ts';

/** One note as it is played. Times are in ticks, 480 to the quarter, from the beginning of what is performed. */
export interface PlayedNote {
  readonly hand: 'left' | 'right';
  readonly note: number;
  readonly onset: number;
  readonly ticks: number;
  /** 1 to 127, as MIDI has it. */
  readonly velocity: number;
}

/** A note of the tune as it is played. */
export type TuneNotePlayed = Omit<PlayedNote, 'hand'>;

/** A song, or a part of it, as it is played. */
export interface Performance {
  readonly notes: readonly PlayedNote[];
  readonly tune: readonly TuneNotePlayed[];
  /** When the pedal is down: from shortly after a chord to the next. */
  readonly pedal: readonly { readonly onset: number; readonly ticks: number }[];
  /** When each voiced slot begins (by its index in the timeline), so that a screen can follow. */
  readonly starts: readonly { readonly at: number; readonly onset: number }[];
  /** How the tempo changes; the first mark is at the beginning. */
  readonly tempos: readonly TempoMark[];
  /** Stretches that go on until the signal. */
  readonly open: readonly { readonly onset: number; readonly ticks: number }[];
  readonly ticks: number;
}

/** A stop is struck and left at once; a rolled chord climbs by this much a note; the pedal waits for the new chord to be clean. */
const stopTicks = 160;
const rollTicks = 45;
const pedalWait = 60;

const velocities = { left: 68, right: 78, tune: 92 } as const;
const accent = 20;

/**
 * Plays voiced slots as they are written: by the textures of each hand, else together and held to the next chord,
 * pushed, ringing, stopped or accented, swung where the song swings, and as loud and as high as the directions of each
 * part say; and the tune over them.
 * @param from the first slot of the timeline that is played, and `to` the one before which it ends
 * @param hands a hand that is silent is left out
 * @param reach of the player, for what a texture adds above the bass
 */
export function perform(
  { timeline, slots }: Voiced,
  {
    from = 0,
    to = slots.length,
    hands = ['left', 'right'],
    reach = usualReach,
  }: {
    readonly from?: number;
    readonly to?: number;
    readonly hands?: readonly PlayedNote['hand'][];
    readonly reach?: Reach;
  } = {},
): Performance {
  const origin = timeline.slots[from]?.start ?? 0;
  const ends = timeline.slots[to]?.start ?? timeline.ticks;
  const notes: PlayedNote[] = [];
  const pedal: { onset: number; ticks: number }[] = [];
  const starts: { at: number; onset: number }[] = [];
  const saidAt = directionsOf(timeline);
  const beats = beatsOf(timeline, { from, to });
  const swing = swinging(timeline.song.swing, beats);
  const strikes = new Strikes(timeline, reach.left.held);
  for (let at = from; at < to; at += 1) {
    const timed = timeline.slots[at]!;
    const voiced = slots[at];
    if (timed.is.kind !== 'chord' || !voiced) continue;
    const { push, ring, stop } = timed.is;
    let dry = stop;
    const said = saidAt(at);
    const early = push ? Math.min(pushTicks(push), timed.start - origin) : 0;
    const leftEarly = push?.hands === 'right' ? 0 : early;
    const due = timed.start - origin;
    const until = Math.min(endOf(timeline.slots, at, ring?.bars ?? null), ends) - origin;
    const length = stop ? Math.min(stopTicks, until - due) : until - due;
    starts.push({ at, onset: swing(due - early) });
    for (const hand of hands) {
      if (said.silent.includes(hand)) continue;
      const onset = due - (hand === 'left' ? leftEarly : early);
      const louder = said.louder + (timed.is.accent ? accent : 0);
      const { part } = said;
      const texture = strikes.textureOf(part, hand);
      const dynamic = texture ? louderBy[texture.dynamic] : 0;
      const next = nextVoiced(timeline, slots, at);
      const span = { onset: onset + origin, due: due + origin, end: until + origin };
      const struck = strikes.of({ part, slot: at, hand }, voiced, span, next);
      dry ||= struck !== null && leavesSilence(struck, until + origin);
      const played = struck
        ? strike(struck, hand, origin, timed.is.accent, voiced.rolled[hand])
        : playHand(voiced, hand, onset, length + due - onset);
      const added = dynamic + (struck ? said.louder : louder);
      // Steps in triplets are where they are; what swings is the written eighth.
      const inTime = struck !== null && texture?.step === 'triplets' ? asWritten : swing;
      notes.push(...shaped(played, said.octaves, added, inTime));
    }
    if (!dry && said.silent.length < 2)
      pedal.push({ onset: due + pedalWait, ticks: Math.max(0, until - due - pedalWait) });
  }
  const tune = tuneOf(timeline, origin, ends, swing);
  notes.sort((one, other) => one.onset - other.onset || one.note - other.note);
  const open = openStretches(timeline, from, to);
  const tempos = temposOf(timeline, { from, to }, beats);
  return { notes, tune, pedal, starts, tempos, open, ticks: ends - origin };
}

/** Where a tick falls in time. */
type Timing = (tick: number) => number;
const asWritten: Timing = (tick) => tick;

/** Notes as they are heard: so many octaves away, so much louder, when their time comes. */
function shaped(
  played: readonly PlayedNote[],
  octaves: number,
  louder: number,
  inTime: Timing,
): PlayedNote[] {
  const shift = shiftOf(played, octaves);
  return played.map(({ hand, note, onset, ticks, velocity }) => {
    const begins = inTime(onset);
    return {
      hand,
      note: note + shift,
      onset: begins,
      ticks: Math.max(1, inTime(onset + ticks) - begins),
      velocity: Math.max(1, Math.min(127, velocity + louder)),
    };
  });
}

/** The tune between two ticks of the song. What is written in triplets does not swing. */
function tuneOf(
  timeline: Voiced['timeline'],
  origin: number,
  ends: number,
  swing: Timing,
): TuneNotePlayed[] {
  const timing = (inBar: number) => (inBar % 120 === 0 ? swing : asWritten);
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
  { parts, slots, ticks }: Voiced['timeline'],
  from: number,
  to: number,
): Performance['open'] {
  const origin = slots[from]?.start ?? 0;
  return parts
    .filter((part) => part.open && part.from >= from && part.to <= to && part.from < part.to)
    .map((part) => {
      const onset = slots[part.from]!.start;
      return { onset: onset - origin, ticks: (slots[part.to]?.start ?? ticks) - onset };
    });
}

/** What the directions say at each slot of the timeline: those of the section and those of this time through it. */
function directionsOf({
  song,
  parts,
  slots,
  ticks,
}: Voiced['timeline']): (at: number) => Said & { readonly part: number } {
  const said = parts.map((part) =>
    readDirections([...song.sections[part.section]!.directions, part.direction]),
  );
  return (at) => {
    const index = parts.findIndex((part) => at >= part.from && at < part.to);
    const part = parts[index];
    if (!part) return { ...nothingSaid, part: index };
    const { growing, ...rest } = said[index]!;
    const start = slots[part.from]!.start;
    const end = slots[part.to]?.start ?? ticks;
    const climbed = Math.round(growing * ((slots[at]!.start - start) / (end - start) - 0.5));
    return { ...rest, growing, louder: rest.louder + climbed, part: index };
  };
}

/** How far notes are moved by some octaves, in semitones; not at all where the piano ends before. */
function shiftOf(notes: readonly PlayedNote[], octaves: number): number {
  const by = 12 * octaves;
  return notes.every(({ note }) => note + by >= 21 && note + by <= 108) ? by : 0;
}

/** Where a chord gives way: at the next chord or silence, or where it has rung long enough. */
function endOf(slots: Voiced['timeline']['slots'], at: number, ringBars: number | null): number {
  const { start, is, meter } = slots[at]!;
  let end = start + is.ticks;
  for (let next = at + 1; slots[next]?.is.kind === 'held'; next += 1)
    end = slots[next]!.start + slots[next]!.is.ticks;
  const next = slots.slice(at + 1).find((slot) => slot.is.kind !== 'held');
  const push = next?.is.kind === 'chord' ? next.is.push : null;
  if (ringBars !== null) {
    const rings = start + ringBars * barTicks(meter);
    const nextChord = slots.slice(at + 1).find((slot) => slot.is.kind === 'chord');
    return Math.max(end, Math.min(rings, nextChord?.start ?? rings));
  }
  return push ? end - pushTicks(push) : end;
}

/** The chord that follows; null where the song ends or is silent first. */
export function nextVoiced(
  { slots: timed }: Voiced['timeline'],
  slots: Voiced['slots'],
  at: number,
): { readonly slot: number; readonly voiced: VoicedSlot } | null {
  let slot = at + 1;
  while (timed[slot]?.is.kind === 'held') slot += 1;
  const voiced = slots[slot];
  return voiced ? { slot, voiced } : null;
}

/** True for a texture with silence or short notes in it, which the pedal would drown. */
function leavesSilence(strikes: readonly Strike[], end: number): boolean {
  return strikes.some(
    ({ until, short }, index) => short || until < (strikes[index + 1]?.at ?? end),
  );
}

/** The strikes of a texture as notes; the accent of a chord is on the first of them. */
function strike(
  strikes: readonly Strike[],
  hand: PlayedNote['hand'],
  origin: number,
  isAccented: boolean,
  rolled: boolean,
): PlayedNote[] {
  return strikes.flatMap(({ at, notes, weight }, index) => {
    const weighted = velocities[hand] + louderByWeight[weight];
    const velocity = weighted + (isAccented && index === 0 ? accent : 0);
    return notes.map(({ note, end }, place) => {
      const late = rolled ? Math.min(rollTicks * place, end - at - 1) : 0;
      return { hand, note, onset: at - origin + late, ticks: end - at - late, velocity };
    });
  });
}

function playHand(
  voiced: VoicedSlot,
  hand: 'left' | 'right',
  onset: number,
  ticks: number,
): PlayedNote[] {
  const velocity = velocities[hand];
  const { walk } = voiced;
  if (hand === 'left' && walk) {
    const half = Math.floor(ticks / 2);
    const kept = walk.first.filter((note) => walk.then.includes(note));
    const [from] = walk.first.filter((note) => !kept.includes(note));
    const [into] = walk.then.filter((note) => !kept.includes(note));
    return [
      ...kept.map((note) => ({ hand, note, onset, ticks, velocity })),
      ...(from === undefined ? [] : [{ hand, note: from, onset, ticks: half, velocity }]),
      ...(into === undefined
        ? []
        : [{ hand, note: into, onset: onset + half, ticks: ticks - half, velocity }]),
    ];
  }
  const climb = voiced.rolled[hand] ? rollTicks : 0;
  return voiced[hand].map((note, index) => {
    const late = Math.min(climb * index, Math.max(0, ticks - 1));
    return { hand, note, onset: onset + late, ticks: ticks - late, velocity };
  });
}
