import { barTicks } from '../chart/meter.ts';
import { pushTicks } from '../chart/song.ts';
import type { Voiced, VoicedSlot } from './voiced.ts';

/** One note as it is played. Times are in ticks, 480 to the quarter, from the beginning of what is performed. */
export interface PlayedNote {
  readonly hand: 'left' | 'right';
  readonly note: number;
  readonly onset: number;
  readonly ticks: number;
  /** 1 to 127, as MIDI has it. */
  readonly velocity: number;
}

/** A song, or a part of it, as it is played. */
export interface Performance {
  readonly notes: readonly PlayedNote[];
  /** When the pedal is down: from shortly after a chord to the next. */
  readonly pedal: readonly { readonly onset: number; readonly ticks: number }[];
  /** When each voiced slot begins (by its index in the timeline), so that a screen can follow. */
  readonly starts: readonly { readonly at: number; readonly onset: number }[];
  /** Stretches that go on until the signal. */
  readonly open: readonly { readonly onset: number; readonly ticks: number }[];
  readonly ticks: number;
}

/** A stop is struck and left at once; a rolled chord climbs by this much a note; the pedal waits for the new chord to be clean. */
const stopTicks = 160;
const rollTicks = 45;
const pedalWait = 60;

const velocities = { left: 68, right: 78 } as const;

/**
 * Plays voiced slots as they are written: together, held to the next chord, pushed, ringing or stopped.
 * @param from the first slot of the timeline that is played, and `to` the one before which it ends
 * @param hands a hand that is silent is left out
 */
export function perform(
  { timeline, slots }: Voiced,
  {
    from = 0,
    to = slots.length,
    hands = ['left', 'right'],
  }: {
    readonly from?: number;
    readonly to?: number;
    readonly hands?: readonly PlayedNote['hand'][];
  } = {},
): Performance {
  const origin = timeline.slots[from]?.start ?? 0;
  const ends = timeline.slots[to]?.start ?? timeline.ticks;
  const notes: PlayedNote[] = [];
  const pedal: { onset: number; ticks: number }[] = [];
  const starts: { at: number; onset: number }[] = [];
  for (let at = from; at < to; at += 1) {
    const timed = timeline.slots[at]!;
    const voiced = slots[at];
    if (timed.is.kind !== 'chord' || !voiced) continue;
    const { push, ring, stop } = timed.is;
    const early = push ? Math.min(pushTicks(push), timed.start - origin) : 0;
    const leftEarly = push?.hands === 'right' ? 0 : early;
    const due = timed.start - origin;
    const until = Math.min(endOf(timeline.slots, at, ring?.bars ?? null), ends) - origin;
    const length = stop ? Math.min(stopTicks, until - due) : until - due;
    starts.push({ at, onset: due - early });
    for (const hand of hands) {
      const onset = due - (hand === 'left' ? leftEarly : early);
      notes.push(...playHand(voiced, hand, onset, length + due - onset));
    }
    if (!stop) pedal.push({ onset: due + pedalWait, ticks: Math.max(0, until - due - pedalWait) });
  }
  notes.sort((one, other) => one.onset - other.onset || one.note - other.note);
  const open = timeline.parts
    .filter((part) => part.open && part.from >= from && part.to <= to)
    .map((part) => {
      const onset = timeline.slots[part.from]!.start - origin;
      return { onset, ticks: (timeline.slots[part.to]?.start ?? timeline.ticks) - origin - onset };
    });
  return { notes, pedal, starts, open, ticks: ends - origin };
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
