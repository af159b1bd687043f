import { t } from '../../words/words.ts';
/** A keyboard that sends MIDI messages: a real one behind the browser, or the simulated one. */
export interface MidiSource {
  readonly id: string;
  readonly name: string;
  /** Calls back for every message, until the function it gives is called. */
  readonly listen: (onMessage: (bytes: Uint8Array) => void) => () => void;
}

/** The keyboards at this device. Rejects with a reason for a person where the browser has none or is not allowed to ask. */
export async function realSources(): Promise<MidiSource[]> {
  if (!('requestMIDIAccess' in navigator)) {
    throw new Error(t('This browser cannot reach MIDI keyboards.'));
  }
  let access: MIDIAccess;
  try {
    access = await navigator.requestMIDIAccess();
  } catch (error) {
    throw new Error(t('The browser did not allow MIDI keyboards to be used.'), { cause: error });
  }
  return [...access.inputs.values()].map((input) => ({
    id: input.id,
    name: input.name ?? t('Keyboard without a name'),
    listen: (onMessage) => {
      const take = (event: MIDIMessageEvent) => {
        if (event.data) onMessage(event.data);
      };
      input.addEventListener('midimessage', take);
      return () => input.removeEventListener('midimessage', take);
    },
  }));
}

/** A stand-in for a keyboard: it sends the same bytes when a chord is asked of it. */
export function simulatedSource(): MidiSource & {
  readonly play: (notes: readonly number[]) => void;
} {
  const listeners = new Set<(bytes: Uint8Array) => void>();
  const send = (...bytes: number[]) => {
    for (const listener of listeners) listener(Uint8Array.from(bytes));
  };
  return {
    id: 'simulated',
    name: t('Simulated keyboard'),
    listen: (onMessage) => {
      listeners.add(onMessage);
      return () => listeners.delete(onMessage);
    },
    play: (notes) => {
      for (const note of notes) send(0x90, note, 80);
      for (const note of notes) send(0x80, note, 0);
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
