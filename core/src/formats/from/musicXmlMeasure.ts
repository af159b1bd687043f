import { chordOf, harmonyAsShown, harmonyInWords, isSilence } from './musicXmlHarmony.ts';
import { eighth, sixteenth, ticksPerQuarter } from '../../kit/ticks.ts';
import { parseTempo } from '../../chart/fields.ts';
import { meterOf, type Meter } from '../../chart/meter.ts';
import { feels, type Feel, type Push } from '../../chart/song.ts';
import type { Chord } from '../../chord/chord.ts';
import { keyOfSignature, type Key } from '../../pitch/key.ts';
import { midiNumber } from '../../pitch/midi.ts';
import { letters } from '../../pitch/note.ts';
import type { PlacedChord, PlacedNote } from './musicXmlBars.ts';
import { child, childrenOf, numberOf, textOf, type XmlElement } from '../xml.ts';

/** What a measure holds, its times in ticks. */
export interface ReadMeasure {
  /** What it is called in the score; empty where it has no number. */
  readonly number: string;
  /** Its chords, as the score shows them. */
  readonly shown: readonly string[];
  readonly key: Key | null;
  readonly meter: Meter | null;
  /** A metre that no chart can be in, as it is written. */
  readonly strangeMeter: string | null;
  readonly chords: readonly PlacedChord[];
  readonly notes: readonly PlacedNote[];
  /** The notes among which the tune is; those of another part where that has the words. */
  readonly sung: readonly PlacedNote[];
  /** Chords that name no chord. */
  readonly strangeChords: readonly string[];
  readonly rehearsal: string | null;
  readonly words: readonly string[];
  readonly feel: Feel | null;
  /** Where a slowing down leads, in felt beats a minute; whether time goes as before from here on. */
  readonly slowTo: number | null;
  readonly aTempo: boolean;
  /** A tempo that is said in words, in felt beats a minute. */
  readonly saidTempo: number | null;
  /** Felt beats a minute as written, or quarters a minute as sounded. */
  /** Quarters a minute. */
  readonly tempo: number | null;
  readonly swing: 'eighths' | 'sixteenths' | null;
  readonly lyrics: readonly string[];
  readonly newLine: boolean;
  readonly implicit: boolean;
  readonly same: 'start' | 'stop' | null;
  /** A repeat begins here; what was begun is repeated from here. */
  readonly opens: boolean;
  readonly goesBack: boolean;
  readonly times: number;
  readonly ending: { readonly times: readonly number[] } | null;
  readonly endingStops: boolean;
  /** The bracket of the ending that stops is left open. */
  readonly endingHangs: boolean;
  /** The signs by which players find their way: those of its beginning, then those of its end. */
  readonly signs: readonly WaySign[];
}

/** Signs of the beginning of a measure, and of its end. */
export const openingSigns = ['segno', 'coda'] as const;
export const closingSigns = ['to coda', 'fine', 'da capo', 'dal segno'] as const;
export type WaySign = (typeof openingSigns)[number] | (typeof closingSigns)[number];

/** What is known when a measure begins. */
export interface MeasureContext {
  /** Written by this program: words are directions of the chart, whatever they say. */
  readonly own: boolean;
  readonly key: Key;
  /** Divisions of a quarter. */
  readonly divisions: number;
}

/** The divisions that a measure sets; null where it leaves them. */
export function divisionsIn(measure: XmlElement): number | null {
  const divisions = childrenOf(measure, 'attributes').map((one) => numberOf(one, 'divisions'));
  const last = divisions.findLast((one) => one !== null) ?? null;
  return last !== null && last > 0 && last <= 100_000 ? last : null;
}

export function keyIn(measure: XmlElement): Key | null {
  const key = childrenOf(measure, 'attributes')
    .map((one) => child(one, 'key'))
    .findLast((one) => one !== null);
  const fifths = numberOf(key ?? null, 'fifths');
  if (fifths === null || Math.abs(fifths) > 7) return null;
  return keyOfSignature(fifths, textOf(key ?? null, 'mode') === 'minor' ? 'minor' : 'major');
}

/** Semitones from what a part has written to what sounds. */
export function transposeIn(measure: XmlElement): number {
  const said = childrenOf(measure, 'attributes').map((one) =>
    numberOf(child(one, 'transpose'), 'chromatic'),
  );
  const chromatic = Math.round(said.find((one) => one !== null) ?? 0);
  return Math.abs(chromatic) <= 24 ? chromatic : 0;
}

/** Reads a measure of a part. */
export function readMeasure(measure: XmlElement, context: MeasureContext): ReadMeasure {
  const ticks = (divisions: number) =>
    Math.round((divisions * ticksPerQuarter) / context.divisions);
  const chords: PlacedChord[] = [];
  const notes: PlacedNote[] = [];
  const strangeChords: string[] = [];
  const lyrics = new Map<number, string[]>();
  let at = 0;
  for (const part of measure.children) {
    const duration = ticks(numberOf(part, 'duration') ?? 0);
    if (part.name === 'backup') at = Math.max(0, at - duration);
    else if (part.name === 'forward') at += duration;
    else if (part.name === 'harmony') {
      const chord = isSilence(part) ? null : chordOf(part, context.key);
      if (!chord && !isSilence(part)) strangeChords.push(harmonyInWords(part));
      else chords.push(placed(chord, at, ticks(numberOf(part, 'offset') ?? 0)));
    } else if (part.name === 'note') {
      addLyrics(part, lyrics);
      if (child(part, 'grace') || child(part, 'cue')) continue;
      const one = noteOf(part, at, duration);
      if (child(part, 'chord') === null) {
        notes.push(one);
        at += duration;
      } else if (one.pitch) {
        const below = notes.at(-1);
        // Of notes struck together the top one is the tune.
        if (below?.pitch && pitchOf(one.pitch) > pitchOf(below.pitch))
          notes[notes.length - 1] = { ...below, pitch: one.pitch };
      }
    }
  }
  const directions = childrenOf(measure, 'direction');
  const words = directions.flatMap((one) =>
    childrenOf(one, 'direction-type').flatMap((type) =>
      childrenOf(type, 'words').map(({ text }) => text.trim()),
    ),
  );
  const sounds = [...directions.map((one) => child(one, 'sound')), child(measure, 'sound')];
  const lines = childrenOf(measure, 'barline');
  const repeats = lines.map((line) => child(line, 'repeat')).filter((one) => one !== null);
  const endings = lines.map((line) => child(line, 'ending')).filter((one) => one !== null);
  const starts = endings.find(({ attributes }) => attributes['type'] === 'start');
  const [meter, strangeMeter] = meterIn(measure);
  const isFree = childrenOf(measure, 'attributes').some((one) =>
    child(one, 'time', 'senza-misura'),
  );
  const sameStyle = childrenOf(measure, 'attributes')
    .map((one) => child(one, 'measure-style', 'measure-repeat'))
    .findLast((one) => one !== null);
  const swing = sounds.map((one) => child(one, 'swing')).find((one) => one !== null);
  return {
    number: (measure.attributes['number'] ?? '').trim().slice(0, 8),
    shown: childrenOf(measure, 'harmony').map(harmonyAsShown),
    key: keyIn(measure),
    meter,
    strangeMeter,
    chords,
    notes,
    sung: notes,
    strangeChords,
    rehearsal:
      directions
        .map((one) => textOf(one, 'direction-type', 'rehearsal').trim())
        .find((text) => text !== '') ?? null,
    words: words.filter(
      (text) => text !== '' && !feelOf(text) && !saysTempo(text) && (context.own || !signOf(text)),
    ),
    slowTo: firstOf(words, slowToOf),
    aTempo: words.some((text) => aTempo.test(text)),
    saidTempo: firstOf(words, tempoOfWords),
    feel: words.map(feelOf).find((one) => one !== null) ?? (isFree ? 'free' : null),
    tempo: tempoIn(directions, sounds),
    swing: swing ? (textOf(swing, 'swing-type') === '16th' ? 'sixteenths' : 'eighths') : null,
    lyrics: Array.from({ length: Math.max(0, ...lyrics.keys()) }, (_, line) =>
      (lyrics.get(line + 1) ?? []).join('').trim(),
    ),
    newLine: childrenOf(measure, 'print').some(
      ({ attributes }) => attributes['new-system'] === 'yes',
    ),
    implicit: measure.attributes['implicit'] === 'yes',
    same: sameStyle ? (sameStyle.attributes['type'] === 'stop' ? 'stop' : 'start') : null,
    opens: repeats.some(({ attributes }) => attributes['direction'] !== 'backward'),
    goesBack: repeats.some(({ attributes }) => attributes['direction'] === 'backward'),
    times: Math.min(
      99,
      Math.max(2, ...repeats.map(({ attributes }) => Number(attributes['times']) || 2)),
    ),
    ending: starts ? { times: endingTimes(starts.attributes['number'] ?? '') } : null,
    endingStops: endings.some(({ attributes }) => attributes['type'] !== 'start'),
    endingHangs: endings.some(({ attributes }) => attributes['type'] === 'discontinue'),
    signs: signsIn(directions, sounds, context.own),
  };
}

/** The attributes of a sound that say where players go (MusicXML 4.0, from memory). */
const soundSigns: readonly (readonly [attribute: string, sign: WaySign])[] = [
  ['segno', 'segno'],
  ['coda', 'coda'],
  ['tocoda', 'to coda'],
  ['fine', 'fine'],
  ['dacapo', 'da capo'],
  ['dalsegno', 'dal segno'],
];

/** The same in words over a measure. */
const wordSigns: readonly (readonly [pattern: RegExp, sign: WaySign])[] = [
  [/^to (?:the )?coda\b/i, 'to coda'],
  [/^fine\b/i, 'fine'],
  [/^(?:d\.?\s?c\.?(?:\s|$)|da capo\b)/i, 'da capo'],
  [/^(?:d\.?\s?s\.?(?:\s|$)|dal segno\b)/i, 'dal segno'],
];

function signOf(words: string): WaySign | null {
  return wordSigns.find(([pattern]) => pattern.test(words))?.[1] ?? null;
}

function signsIn(
  directions: readonly XmlElement[],
  sounds: readonly (XmlElement | null)[],
  own: boolean,
): WaySign[] {
  const said = sounds.flatMap((one) =>
    soundSigns.flatMap(([attribute, sign]) =>
      one?.attributes[attribute] === undefined ? [] : [sign],
    ),
  );
  if (own) return said;
  const types = directions.flatMap((one) => childrenOf(one, 'direction-type'));
  const inWords = types.flatMap((type) =>
    childrenOf(type, 'words').flatMap(({ text }) => signOf(text.trim()) ?? []),
  );
  const drawn = types.flatMap((type): WaySign[] => {
    if (child(type, 'segno')) return ['segno'];
    // The sign that leads to a coda is drawn like the one that it begins with.
    const leads = said.includes('to coda') || inWords.includes('to coda');
    return child(type, 'coda') && !leads ? ['coda'] : [];
  });
  return [...new Set([...said, ...inWords, ...drawn])];
}

function endingTimes(number: string): number[] {
  const times = [...number.matchAll(/\d{1,2}/g)].map(([digits]) => Number(digits));
  const real = [...new Set(times)].filter((time) => time > 0).sort((one, other) => one - other);
  return real.length > 0 ? real : [1];
}

/** The metre that a measure sets, or as it is written one that no chart can be in. */
export function meterIn(measure: XmlElement): readonly [Meter | null, string | null] {
  const time = childrenOf(measure, 'attributes')
    .map((one) => child(one, 'time'))
    .findLast((one) => one !== null);
  if (!time || child(time, 'senza-misura')) return [null, null];
  const beats = textOf(time, 'beats').replace(/\s/g, '');
  const unit = textOf(time, 'beat-type').trim();
  const sum = beats.split('+').reduce((total, one) => total + Number(one), 0);
  const meter = meterOf(sum, Number(unit), beats.includes('+') ? beats : '');
  return [meter, meter ? null : `${beats}/${unit}`];
}

/** How many quarters the notes have by which a tempo is counted. */
const beatUnits: Readonly<Record<string, number>> = {
  whole: 4,
  half: 2,
  quarter: 1,
  eighth: 0.5,
};

function tempoIn(
  directions: readonly XmlElement[],
  sounds: readonly (XmlElement | null)[],
): number | null {
  for (const direction of directions) {
    const beats = numberOf(direction, 'direction-type', 'metronome', 'per-minute');
    if (beats === null) continue;
    const metronome = child(child(direction, 'direction-type'), 'metronome');
    const unit = beatUnits[textOf(metronome, 'beat-unit')] ?? 1;
    const dotted = childrenOf(metronome, 'beat-unit-dot').length > 0 ? 1.5 : 1;
    return beats * unit * dotted;
  }
  const sounded = sounds.map((one) => Number(one?.attributes['tempo'])).find((one) => one > 0);
  return sounded ?? null;
}

const aTempo = /^(?:a tempo|tempo primo|tempo i)\.?$/i;

/** What this program writes in words where a mark would say something else. */
const slowToOf = (words: string) => tempoAfter(words, /^rit\. to (\d{2,3}(?:\.\d)?)$/);
const tempoOfWords = (words: string) => tempoAfter(words, /^tempo (\d{2,3}(?:\.\d)?)$/);
const saysTempo = (words: string) => aTempo.test(words) || tempoOfWords(words) !== null;

/** A tempo that a song can have, where words say one. */
function tempoAfter(words: string, pattern: RegExp): number | null {
  const tempo = parseTempo(pattern.exec(words)?.[1] ?? '');
  return tempo.ok ? tempo.value : null;
}

function firstOf(words: readonly string[], read: (one: string) => number | null): number | null {
  return words.map(read).find((one) => one !== null) ?? null;
}

function feelOf(words: string): Feel | null {
  if (slowToOf(words) !== null) return 'rit';
  const said = words.toLowerCase().replace(/\.$/, '').replace(' feel', '');
  return feels.find((feel) => feel === said) ?? (/^(?:ritardando|rall)/.test(said) ? 'rit' : null);
}

function placed(chord: Chord | null, at: number, offset: number): PlacedChord {
  const by: Push['by'] | null =
    offset === -eighth ? 'eighth' : offset === -sixteenth ? 'sixteenth' : null;
  if (by && chord) return { at, chord, push: { by, hands: 'both' } };
  return { at: Math.max(0, at + offset), chord, push: null };
}

function noteOf(note: XmlElement, at: number, ticks: number): PlacedNote {
  const notations = childrenOf(note, 'notations');
  const has = (...path: string[]) => notations.some((one) => child(one, ...path) !== null);
  const all = notations.flatMap((one) =>
    childrenOf(child(one, 'technical'), 'other-technical').map(({ text }) => text),
  );
  const ringBars = all.map((text) => /^ring: (\d{1,2}) bars$/.exec(text)?.[1]).find(Boolean);
  return {
    at,
    ticks,
    rest: child(note, 'rest') !== null,
    hidden: note.attributes['print-object'] === 'no',
    voice: textOf(note, 'voice').trim(),
    pitch: pitchIn(note),
    slash: textOf(note, 'notehead') === 'slash',
    tieStop: childrenOf(note, 'tie').some(({ attributes }) => attributes['type'] === 'stop'),
    accent: has('articulations', 'accent'),
    stop: has('articulations', 'staccatissimo'),
    fermata: has('fermata'),
    ring: notations.some((one) =>
      childrenOf(one, 'tied').some(({ attributes }) => attributes['type'] === 'let-ring'),
    ),
    ringBars: ringBars ? Number(ringBars) : null,
    rightHandPushed: all.includes('push: right hand'),
  };
}

/** What a note is written as; null for rests, drums, and what is no note. */
export function pitchIn(note: XmlElement): PlacedNote['pitch'] {
  const pitch = child(note, 'pitch');
  const letter = letters.find((one) => one === textOf(pitch, 'step').trim());
  const alter = Math.round(numberOf(pitch, 'alter') ?? 0);
  const octave = numberOf(pitch, 'octave');
  if (!letter || Math.abs(alter) > 3 || octave === null || octave < 0 || octave > 9) return null;
  return { note: { letter, alter }, octave: Math.round(octave) };
}

function pitchOf({ note, octave }: NonNullable<PlacedNote['pitch']>): number {
  return midiNumber(note, octave);
}

function addLyrics(note: XmlElement, lyrics: Map<number, string[]>): void {
  for (const lyric of childrenOf(note, 'lyric')) {
    const line = Math.min(20, Math.max(1, Number(lyric.attributes['number']) || 1));
    const text = childrenOf(lyric, 'text')
      .map((one) => one.text)
      .join('');
    const goesOn = ['begin', 'middle'].includes(textOf(lyric, 'syllabic'));
    const cells = lyrics.get(line) ?? [];
    cells.push(goesOn ? `${text}-` : `${text} `);
    lyrics.set(line, cells);
  }
}
