import { t } from '../../words/words.ts';
import { midiAccess } from './access.ts';

/** A keyboard that sends MIDI messages: a real one behind the browser, or the simulated one. */
export interface MidiSource {
  readonly id: string;
  readonly name: string;
  /** Calls back for every message with its time in milliseconds by the clock of the page, until the function it gives is called. */
  readonly listen: (onMessage: (bytes: Uint8Array, at: number) => void) => () => void;
  /** Calls back when it is unplugged, until the function it gives is called. Left out where nothing can be. */
  readonly onGone?: (tell: () => void) => () => void;
}

/** The keyboards at this device. Rejects as `midiAccess` does. */
export async function realSources(): Promise<MidiSource[]> {
  const access = await midiAccess();
  return [...access.inputs.values()].map((input) => ({
    id: input.id,
    name: input.name ?? t('Keyboard without a name'),
    listen: (onMessage) => {
      const take = (event: MIDIMessageEvent) => {
        if (event.data) onMessage(event.data, timeOf(event.timeStamp, performance.now()));
      };
      input.addEventListener('midimessage', take);
      return () => input.removeEventListener('midimessage', take);
    },
    onGone: (tell) => {
      const look = ({ port }: MIDIConnectionEvent) => {
        if (port?.id === input.id && port.state === 'disconnected') tell();
      };
      access.addEventListener('statechange', look);
      return () => access.removeEventListener('statechange', look);
    },
  }));
}

/** A message is at most so old, in milliseconds, when it comes. */
const oldest = 1_000;

/** When a message was sent, by the clock of the page: some drivers stamp it by one of their own, or not at all; those count as they come. */
export function timeOf(stamp: number, now: number): number {
  return Math.abs(now - stamp) <= oldest ? stamp : now;
}

/** A key of a keyboard that goes down and up, in milliseconds from any beginning. */
export interface TimedKey {
  readonly note: number;
  readonly from: number;
  readonly to: number;
}

export interface SimulatedSource extends MidiSource {
  /** Keys together, down and up at once. */
  readonly play: (notes: readonly number[]) => void;
  /** Keys in time. @returns a function that ends it */
  readonly playInTime: (keys: readonly TimedKey[]) => () => void;
}

/** A stand-in for a keyboard: it sends the same bytes when a chord or a run is asked of it. */
export function simulatedSource(): SimulatedSource {
  const listeners = new Set<(bytes: Uint8Array, at: number) => void>();
  const send = (bytes: readonly number[], at: number) => {
    for (const listener of listeners) listener(Uint8Array.from(bytes), at);
  };
  const down = (note: number) => [0x90, note, 80];
  const up = (note: number) => [0x80, note, 0];
  return {
    id: 'simulated',
    name: t('Simulated keyboard'),
    listen: (onMessage) => {
      listeners.add(onMessage);
      return () => listeners.delete(onMessage);
    },
    play: (notes) => {
      const now = performance.now();
      for (const note of notes) send(down(note), now);
      for (const note of notes) send(up(note), now);
    },
    playInTime: (keys) => {
      const begins = performance.now();
      // As a keyboard does, it says when each key went down, however late the page comes to hear of it.
      const timers = keys.flatMap(({ note, from, to }) => [
        setTimeout(() => send(down(note), begins + from), from),
        setTimeout(() => send(up(note), begins + to), to),
      ]);
      return () => timers.forEach(clearTimeout);
    },
  };
}

/** What the simulated keyboard can be asked to play, in notes around middle C: semitones above the tonic. */
export const simulatedChords = [
  { name: t('Triad over a bass'), notes: [43, 53, 57, 60] },
  { name: t('Thirteenth without root'), notes: [53, 59, 64, 69] },
  { name: t('Passing diminished'), notes: [49, 64, 67, 70] },
  { name: t('Eleventh without fifth'), notes: [45, 55, 60, 62] },
] as const;

/** A row of chords in both hands, one after the other: what somebody would dictate. */
export const simulatedRow = {
  name: t('Eight chords in both hands'),
  chords: [
    [48, 55, 60, 64, 67, 72],
    [43, 55, 59, 62, 67],
    [45, 52, 57, 60, 64, 69],
    [41, 48, 53, 57, 60, 65],
    [40, 52, 55, 60, 67],
    [41, 53, 57, 60, 64],
    [43, 53, 57, 60, 64],
    [48, 55, 64, 67, 72],
  ],
} as const;

/** What it can be asked to play note by note. */
export const simulatedPhrases = [
  { name: t('Down from the fifth'), notes: [67, 65, 64, 62, 60] },
  { name: t('Up and back'), notes: [60, 62, 64, 62] },
] as const;

/** So many milliseconds lie between two strikes; a key is let go a little before the next. */
const apart = 250;
const inRow = (notes: readonly number[], from = 0): TimedKey[] =>
  notes.map((note, place) => ({
    note,
    from: from + place * apart,
    to: from + (place + 0.9) * apart,
  }));

/** Runs that the simulated keyboard can be asked to play, as if in C, evenly. */
export const simulatedRuns = [
  { name: t('Up five tones, evenly'), keys: inRow([67, 69, 72, 74, 76]) },
  {
    name: t('A crushed note, then down'),
    keys: [{ note: 75, from: 0, to: 70 }, ...inRow([76, 72, 69, 67], 60)],
  },
  { name: t('Both hands in octaves'), keys: inRow([48, 72, 52, 76, 55, 79]).map(together) },
] as const;

/** Of two keys in a row one strike. */
function together({ note }: TimedKey, place: number): TimedKey {
  const from = Math.floor(place / 2) * apart;
  return { note, from, to: from + 0.9 * apart };
}
