import { ticksOf, ticksPerQuarter } from '../../kit/ticks.ts';
import { writeMidi, type MidiEvent } from 'midi-file';
import { quartersAMinute } from '../../playing/tempo.ts';
import { barTicks, formatMeter, tempoBeat } from '../../chart/meter.ts';
import { ordinalOf } from '../../kit/words.ts';
import {
  perform,
  type Performance,
  type PlayedNote,
  type TuneNotePlayed,
} from '../../playing/perform.ts';
import type { Filled } from '../../playing/filled.ts';
import { formatKey, keySignature, raised } from '../../pitch/key.ts';
import { sustainPedal } from '../midiEvents.ts';

/** An event at a time, before times are turned into distances. */
interface Timed {
  readonly at: number;
  /** Of events at the same time the lower comes first: what ends before what begins. */
  readonly order: number;
  readonly event: MidiEvent;
}

const channels = { right: 0, left: 1, tune: 2 } as const;

/**
 * A voiced song as it is played, as a Standard MIDI File of format 1 (MIDI Manufacturers Association, Standard MIDI Files
 * 1.0; from memory): a track of tempo, metre, key and a marker for every time through a section, then one track a hand,
 * and one for the tune where there is one.
 * 480 ticks to the quarter, as everywhere here. Before a pickup its bar is silent, so that bars stay where they are counted.
 * A section that goes on until the signal is played as often as it says.
 */
export function toMidi(voiced: Filled): Uint8Array {
  const { timeline } = voiced;
  const performance = perform(voiced);
  const lead = silenceBefore(timeline);
  const tracks = [
    conductorTrack(voiced, performance, lead),
    ...(['right', 'left'] as const).map((hand) =>
      track(
        [
          ...name(`${timeline.song.title || 'Song'}: ${hand} hand`),
          ...performance.notes
            .filter((note) => note.hand === hand)
            .flatMap((note) => noteEvents(note, hand)),
          ...performance.pedal.flatMap(({ onset, ticks }) => [
            pedalEvent(onset, hand, 127),
            pedalEvent(onset + ticks, hand, 0),
          ]),
        ],
        performance.ticks,
        lead,
      ),
    ),
    ...(performance.tune.length > 0
      ? [
          track(
            [
              ...name(`${timeline.song.title || 'Song'}: tune`),
              ...performance.tune.flatMap((note) => noteEvents(note, 'tune')),
            ],
            performance.ticks,
            lead,
          ),
        ]
      : []),
  ];
  const header = { format: 1 as const, numTracks: tracks.length, ticksPerBeat: ticksPerQuarter };
  return Uint8Array.from(writeMidi({ header, tracks }));
}

/** The silence of a pickup’s bar before it begins, in ticks. */
function silenceBefore({ parts }: Filled['timeline']): number {
  const first = parts[0]?.bars[0];
  const meter = first?.slots[0]?.meter;
  if (!meter || first.is.kind !== 'played' || !first.is.pickup) return 0;
  return barTicks(meter) - ticksOf(first.slots.map(({ is }) => is));
}

function conductorTrack(
  { timeline, keyboard = 0 }: Filled,
  { tempos }: Performance,
  lead: number,
): MidiEvent[] {
  const { song, slots, parts, ticks } = timeline;
  const quarters = quartersAMinute(song);
  const events: Timed[] = [
    ...name(song.title || 'Song'),
    ...tempos.map(({ onset, factor }) =>
      meta(onset, {
        type: 'setTempo',
        microsecondsPerBeat: Math.round(60_000_000 / (quarters * factor)),
      }),
    ),
  ];
  let meter = '';
  for (const slot of slots) {
    const now = formatMeter(slot.meter);
    if (now === meter) continue;
    meter = now;
    events.push(
      meta(slot.start, {
        type: 'timeSignature',
        numerator: slot.meter.beats,
        denominator: slot.meter.unit,
        // MIDI clocks to a click, 24 to the quarter (Standard MIDI Files 1.0, from memory).
        metronome: (24 * tempoBeat(slot.meter)) / ticksPerQuarter,
        thirtyseconds: 8,
      }),
    );
  }
  let key = '';
  for (const part of parts) {
    const at = slots[part.from]?.start ?? ticks;
    // The file sounds as the keyboard does.
    const sounds = raised(part.key, keyboard);
    const now = formatKey(sounds);
    if (now !== key) {
      key = now;
      const scale = sounds.mode === 'minor' ? 1 : 0;
      events.push(meta(at, { type: 'keySignature', key: keySignature(sounds), scale }));
    }
    const times = parts.filter(({ section }) => section === part.section).length;
    const said = times > 1 ? `, ${ordinalOf(part.pass)} time` : '';
    events.push(
      meta(at, { type: 'marker', text: bytes(song.sections[part.section]!.name + said) }),
    );
  }
  return track(events, ticks, lead);
}

type Meta = Extract<MidiEvent, { meta?: true }>;
type Bare<Event> = Event extends MidiEvent ? Omit<Event, 'deltaTime' | 'meta'> : never;

function meta(at: number, event: Bare<Meta>): Timed {
  return { at, order: 1, event: { ...event, deltaTime: 0, meta: true } as MidiEvent };
}

function name(text: string): Timed[] {
  return [meta(0, { type: 'trackName', text: bytes(text) })];
}

function noteEvents(
  { note, onset, ticks, velocity }: TuneNotePlayed,
  voice: keyof typeof channels,
): Timed[] {
  const channel = channels[voice];
  const begin: MidiEvent = { deltaTime: 0, channel, type: 'noteOn', noteNumber: note, velocity };
  const end: MidiEvent = { deltaTime: 0, channel, type: 'noteOff', noteNumber: note, velocity: 0 };
  return [
    { at: onset, order: 2, event: begin },
    { at: onset + ticks, order: 0, event: end },
  ];
}

function pedalEvent(at: number, hand: PlayedNote['hand'], value: number): Timed {
  const event: MidiEvent = {
    deltaTime: 0,
    channel: channels[hand],
    type: 'controller',
    controllerType: sustainPedal,
    value,
  };
  return { at, order: 1, event };
}

/**
 * The events in the order of time, each with its distance from the one before; what is said of the beginning stands
 * before the silence that leads in. Nothing begins before the song does.
 */
function track(events: readonly Timed[], ticks: number, lead: number): MidiEvent[] {
  const moved = events.map((one) =>
    one.at === 0 && 'meta' in one.event ? one : { ...one, at: one.at + lead },
  );
  const inTime = moved.sort((one, other) => one.at - other.at || one.order - other.order);
  let last = 0;
  const spaced = inTime.map(({ at, event }): MidiEvent => {
    const now = Math.max(at, last);
    const deltaTime = now - last;
    last = now;
    return { ...event, deltaTime };
  });
  return [
    ...spaced,
    { deltaTime: Math.max(0, ticks + lead - last), meta: true, type: 'endOfTrack' },
  ];
}

/** The writer cuts characters to bytes, so text is handed to it as its UTF-8 bytes. */
function bytes(text: string): string {
  return encodeURIComponent(text.toWellFormed()).replace(/%([0-9A-F]{2})/g, (_, byte: string) =>
    String.fromCharCode(Number.parseInt(byte, 16)),
  );
}
