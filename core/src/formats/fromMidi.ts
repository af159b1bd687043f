import { tempoRange } from '../chart/fields.ts';
import {
  feltBeats,
  tempoBeat,
  barTicks,
  commonTime,
  formatMeter,
  meterOf,
  type Meter,
} from '../chart/meter.ts';
import {
  plainChord,
  silence,
  type Bar,
  type Phrase,
  type Section,
  type Slot,
  type Song,
} from '../chart/song.ts';
import { noTextures } from '../chart/texture.ts';
import { withoutSilentEnd, type TuneBar } from '../chart/tune.ts';
import type { Chord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import { identifyVoicing } from '../chord/identify.ts';
import { formatKey, keyOfSignature, type Key } from '../pitch/key.ts';
import { success, type Result } from '../result.ts';
import { guessKey } from './guessKey.ts';
import { counted, emptySong, sectionName, unreadable, type Imported } from './imported.ts';
import { readMidi, type HeardMidi, type HeardNote } from './midiEvents.ts';
import { onGrid, tuneOfBar, tuneTrack } from './midiTune.ts';

const cMajor: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };
const barsOnLine = 4;
const mostBars = 1_000;

/** Of a beat that a note must sound in to belong to its chord. */
const soundingShare = 0.4;

interface HeardBar {
  readonly at: number;
  readonly meter: Meter;
  /** The notes of each felt beat. */
  readonly beats: readonly { readonly ticks: number; readonly notes: readonly number[] }[];
}

/**
 * Reads the chords of a Standard MIDI File: on every felt beat the notes that sound, named as two hands would hold them,
 * with sections by its markers.
 */
export function fromMidi(
  bytes: Uint8Array,
  { key: wished }: { readonly key?: Key } = {},
): Result<Imported> {
  const read = readMidi(bytes);
  if (!read.ok) return read;
  const midi = read.value;
  if (midi.notes.length === 0) return unreadable('There are no notes in this MIDI file.');
  const dropped: string[] = [];
  const guessed: string[] = [];
  const sung = tuneTrack(midi);
  const tune = sung ? onGrid(sung) : [];
  const rest = midi.notes.filter(({ track }) => track !== sung?.[0]?.track);
  const played = rest.length > 0 ? rest : midi.notes;
  const bars = barsOf({ ...midi, notes: played }, dropped);
  if (bars.length > mostBars)
    return unreadable(`A MIDI file is read up to ${mostBars} bars; this has ${bars.length}.`);

  const signature = midi.keys[0];
  const said =
    signature && Math.abs(signature.sharps) <= 7
      ? keyOfSignature(signature.sharps, signature.minor ? 'minor' : 'major')
      : null;
  // A file that says C major often only says nothing.
  const trusted = wished ?? (said && formatKey(said) !== 'C' ? said : null);
  const inC = new Namer(cMajor);
  const chords = bars.flatMap(({ beats }) => beats.flatMap(({ notes }) => inC.name(notes) ?? []));
  if (chords.length === 0)
    return unreadable('No notes in this MIDI file sound together as a chord that can be named.');
  const keys = trusted ? [] : guessKey(chords);
  const key = trusted ?? keys[0]!.key;
  if (keys.length > 0)
    guessed.push(`The key is not said; by its chords it is ${formatKey(key, 'printed')}.`);
  if (new Set(midi.keys.map(({ sharps }) => sharps)).size > 1)
    dropped.push(
      'Changes of key: the chords are counted in the first. Write them as lifts in the roadmap.',
    );
  if (midi.tempos > 1) dropped.push('Changes of tempo.');
  guessed.push('The chords are named by the notes that sound on each beat.');
  if (midi.markers.length === 0) guessed.push('The file has no markers; its bars are one section.');
  dropped.push(`${counted(played.length, 'note')} as they were played: a chart holds the chords.`);

  if (sung)
    guessed.push(
      `The tune is the track “${midi.tracks[sung[0]!.track]}”, moved to sixteenths or triplets.`,
    );

  const namer = new Namer(key);
  const tuneAt = (bar: HeardBar) => tuneOfBar(tune, bar.at, bar.meter, key);
  const sections = sectionsOf(midi, bars, namer, tuneAt);
  if (namer.unnamed > 0)
    guessed.push(
      `${counted(namer.unnamed, 'beat')} with notes that make no chord go on with the one before.`,
    );
  const meter = bars[0]!.meter;
  const song: Song = {
    ...emptySong,
    title: midi.name.replace(/: (?:right hand|left hand|tune)$/, ''),
    key,
    meter,
    tempo: tempoOf(midi, meter, dropped),
    sections,
  };
  return success({ song, keys: keys.slice(0, 5), guessed, dropped });
}

function tempoOf({ tempo }: HeardMidi, meter: Meter, dropped: string[]): number | null {
  if (tempo === null) return null;
  const felt = Math.round((60_000_000 / tempo / (tempoBeat(meter) / 480)) * 10) / 10;
  if (felt >= tempoRange.slowest && felt <= tempoRange.fastest) return felt;
  dropped.push(`A tempo of ${felt}, which no song can have.`);
  return null;
}

/** The bars of the file, each with the notes that sound on its beats. */
function barsOf(midi: HeardMidi, dropped: string[]): HeardBar[] {
  // There can be more notes than a call takes arguments.
  let [end, longest] = [0, 0];
  for (const { onset, ticks } of midi.notes) {
    end = Math.max(end, onset + ticks);
    longest = Math.max(longest, ticks);
  }
  const bars: HeardBar[] = [];
  let at = 0;
  let next = 0;
  let meter = commonTime;
  let from = 0;
  while (at < end && bars.length <= mostBars) {
    while (next < midi.meters.length && midi.meters[next]!.at <= at) {
      meter = meterIn(midi.meters[next]!, meter, dropped);
      next += 1;
    }
    // The notes are in order; those that ended long ago need not be looked at again.
    while (from < midi.notes.length && midi.notes[from]!.onset + longest < at) from += 1;
    const beats = feltBeats(meter).map((ticks, index, all) => {
      const start = at + all.slice(0, index).reduce((sum, one) => sum + one, 0);
      return { ticks, notes: soundingIn(midi.notes, from, start, ticks) };
    });
    bars.push({ at, meter, beats });
    at += barTicks(meter);
  }
  return bars;
}

function meterIn(
  { beats, unit }: HeardMidi['meters'][number],
  before: Meter,
  dropped: string[],
): Meter {
  const meter = meterOf(beats, unit);
  if (meter) return meter;
  const message = `The metre ${beats}/${unit}, which no chart can be in; ${formatMeter(before)} was taken.`;
  if (!dropped.includes(message)) dropped.push(message);
  return before;
}

function soundingIn(
  notes: readonly HeardNote[],
  from: number,
  start: number,
  ticks: number,
): number[] {
  const found = new Set<number>();
  for (let index = from; index < notes.length; index += 1) {
    const { note, onset, ticks: length } = notes[index]!;
    if (onset >= start + ticks) break;
    const overlap = Math.min(onset + length, start + ticks) - Math.max(onset, start);
    if (overlap >= ticks * soundingShare) found.add(note);
  }
  return [...found].sort((one, other) => one - other);
}

/** Names sets of notes in a key; the same set twice is named once. */
class Namer {
  readonly #key: Key;
  readonly #known = new Map<string, Chord | null>();
  unnamed = 0;

  constructor(key: Key) {
    this.#key = key;
  }

  name(notes: readonly number[]): Chord | null {
    if (new Set(notes.map((note) => note % 12)).size < 2) return null;
    const id = notes.join();
    let chord = this.#known.get(id);
    if (chord === undefined) {
      chord = identifyVoicing({ left: [], right: notes }, this.#key)[0]?.chord ?? null;
      this.#known.set(id, chord);
    }
    if (!chord) this.unnamed += 1;
    return chord;
  }
}

function sectionsOf(
  midi: HeardMidi,
  bars: readonly HeardBar[],
  namer: Namer,
  tuneAt: (bar: HeardBar) => TuneBar,
): Section[] {
  const nearestBar = (at: number) =>
    bars.reduce(
      (best, bar, index) => (Math.abs(bar.at - at) < Math.abs(bars[best]!.at - at) ? index : best),
      0,
    );
  const starts = new Map<number, string>();
  for (const { at, text } of midi.markers) starts.set(nearestBar(at), text);
  if (!starts.has(0)) starts.set(0, midi.markers.length > 0 ? 'Intro' : 'Song');
  const order = [...starts.keys()].sort((one, other) => one - other);
  const carried = { sounds: false, meter: bars[0]!.meter };
  const made = order.map((from, index): Section => {
    const to = order[index + 1] ?? bars.length;
    const name = sectionName(starts.get(from) ?? '');
    const inSection = bars.slice(from, to);
    let announced = bars[0]!.meter;
    let isFirst = true;
    const written = inSection.map((bar): Bar => {
      const meter = bar.meter === announced ? null : bar.meter;
      announced = bar.meter;
      const slots = slotsOf(bar, namer, carried.sounds && !isFirst);
      carried.sounds ||= slots.some(({ kind }) => kind === 'chord');
      isFirst = false;
      return { kind: 'played', meter, feel: null, pickup: false, slots };
    });
    const phrases: Phrase[] = [];
    for (let at = 0; at < written.length; at += barsOnLine) {
      const tune = withoutSilentEnd(inSection.slice(at, at + barsOnLine).map(tuneAt));
      phrases.push({ when: null, bars: written.slice(at, at + barsOnLine), tune, words: [] });
    }
    return { name, times: 1, open: false, directions: [], textures: noTextures, phrases };
  });
  return together(made);
}

/** The slots of a bar: a new one wherever the chord changes. */
function slotsOf({ beats }: HeardBar, namer: Namer, goesOn: boolean): Slot[] {
  const slots: Slot[] = [];
  for (const { ticks, notes } of beats) {
    const chord = namer.name(notes);
    const last = slots.at(-1);
    const same = last?.kind === 'chord' && chord && formatChord(last.chord) === formatChord(chord);
    const nothingNew = !chord && notes.length > 0 && last !== undefined;
    const stillSilent = !chord && notes.length === 0 && last?.kind === 'rest';
    if (last && (same || nothingNew || stillSilent))
      slots[slots.length - 1] = { ...last, ticks: last.ticks + ticks };
    else if (chord) slots.push(plainChord(chord, ticks));
    else slots.push(goesOn && notes.length > 0 ? { kind: 'held', ticks } : silence(ticks));
  }
  return slots;
}

/** “Verse, 2nd time” right after the same bars is the verse played twice. */
function together(sections: readonly Section[]): Section[] {
  const made: Section[] = [];
  for (const section of sections) {
    const name = section.name.replace(/, \d{1,2}(?:st|nd|rd|th) time$/, '');
    const last = made.at(-1);
    if (last?.name === name && JSON.stringify(last.phrases) === JSON.stringify(section.phrases))
      made[made.length - 1] = { ...last, times: Math.min(99, last.times + 1) };
    else made.push({ ...section, name });
  }
  return made;
}
