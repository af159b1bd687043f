import { ticksPerQuarter } from '../../kit/ticks.ts';
import { sameMeter, type Meter } from '../../chart/meter.ts';
import { ordinalOf } from '../../kit/words.ts';
import type { Filled } from '../../playing/filled.ts';
import { sameKey, type Key } from '../../pitch/key.ts';
import {
  doctype,
  keyElement,
  scoreOf,
  tempoElement,
  timeElement,
  wordsElement,
} from './musicXmlElements.ts';
import { harmonyElement } from './musicXmlHarmony.ts';
import { lyricsOf } from './musicXmlTune.ts';
import { pianoMeasures, type PianoMeasure, type StaffChord } from './pianoMeasures.ts';
import { valueElements } from './valueElements.ts';
import { element, writeXml, type XmlElement } from '../xml.ts';

/**
 * Both hands of a song as a two-staff piano part in MusicXML 4.0, every time through each section written out: what
 * each hand strikes by its texture or holds from chord to chord, pushes where they sound, walks, rolls, the chords over
 * the staff, the words under the right hand. What rings on is left to the pedal. For a keyboard that is set higher or lower it is written as it is played, as for any
 * transposing instrument.
 */
export function toPianoMusicXml(voiced: Filled): string {
  const { timeline } = voiced;
  let meter: Meter | null = null;
  let key: Key | null = null;
  const measures = pianoMeasures(voiced).map((measure, place): XmlElement => {
    const attributes = attributesOf(place === 0, voiced, measure.meter, meter, measure.key, key);
    [meter, key] = [measure.meter, measure.key];
    const number = place + 1;
    const back = element('backup', {}, element('duration', {}, measure.ticks));
    return element(
      'measure',
      measure.isShort ? { number, implicit: 'yes' } : { number },
      attributes,
      ...(measure.begins ? headingOf(voiced, measure.part) : []),
      ...measure.chords.map(({ at, ...chord }) =>
        harmonyElement({ ...chord, push: null }, measure.key, 'root', at),
      ),
      ...rightHand(measure),
      back,
      ...lowerVoice(measure.lower.right, 1, back),
      ...measure.staves.left.flatMap((chord) => chordElements(chord, 2)),
      ...(measure.lower.left ? [back] : []),
      ...lowerVoice(measure.lower.left, 2, null),
    );
  });
  return writeXml(scoreOf(timeline.song, 'Piano', measures), doctype);
}

function attributesOf(
  isFirst: boolean,
  { keyboard = 0 }: Filled,
  now: Meter,
  before: Meter | null,
  key: Key,
  keyBefore: Key | null,
): XmlElement | null {
  const changes = !before || !sameMeter(before, now);
  const lifts = !keyBefore || !sameKey(keyBefore, key);
  if (!isFirst && !changes && !lifts) return null;
  const clef = (number: number, sign: string, line: number) =>
    element('clef', { number }, element('sign', {}, sign), element('line', {}, line));
  return element(
    'attributes',
    {},
    isFirst && element('divisions', {}, ticksPerQuarter),
    lifts && keyElement(key),
    changes && timeElement(now),
    ...(isFirst ? [element('staves', {}, 2), clef(1, 'G', 2), clef(2, 'F', 4)] : []),
    isFirst && keyboard !== 0 && element('transpose', {}, element('chromatic', {}, keyboard)),
  );
}

function headingOf({ timeline: { song, parts } }: Filled, index: number): XmlElement[] {
  const { section, pass, direction } = parts[index]!;
  const { name, directions } = song.sections[section]!;
  const often = parts.filter((part) => part.section === section).length > 1;
  const tempo = index === 0 ? tempoElement(song) : null;
  return [
    ...(tempo ? [tempo] : []),
    element(
      'direction',
      { placement: 'above' },
      element(
        'direction-type',
        {},
        element('rehearsal', {}, often ? `${name}, ${ordinalOf(pass)} time` : name),
      ),
    ),
    ...[...directions, direction].filter((said) => said !== '').map((said) => wordsElement(said)),
  ];
}

/** The right hand, with what is sung under it. */
function rightHand({ staves, words }: PianoMeasure): XmlElement[] {
  let at = 0;
  return staves.right.flatMap((chord) => {
    const text = words.find((one) => one.at === at)?.text ?? '';
    at += chord.value.ticks;
    return chordElements(chord, 1, text);
  });
}

/** The lower of two voices of a hand, and the way back to the beginning of the measure behind it. */
function lowerVoice(
  chords: readonly StaffChord[] | undefined,
  staff: 1 | 2,
  back: XmlElement | null,
): XmlElement[] {
  if (!chords) return [];
  const all = chords.flatMap((chord) => chordElements(chord, staff, '', staff + 2));
  return back ? [...all, back] : all;
}

/** A chord or a rest of one staff. */
function chordElements(
  { value, keys, accent, short, rolled }: StaffChord,
  staff: 1 | 2,
  words = '',
  voice: number = staff,
): XmlElement[] {
  const ofStaff = [
    element('voice', {}, voice),
    ...valueElements(value),
    element('staff', {}, staff),
  ];
  if (keys.length === 0)
    return [
      element(
        'note',
        {},
        element('rest'),
        element('duration', {}, value.ticks),
        ...ofStaff,
        ...lyricsOf([words]),
      ),
    ];
  return keys.map(({ letter, alter, octave, tiedFrom, tiedTo }, index) => {
    const ties = [...(tiedFrom ? ['stop'] : []), ...(tiedTo ? ['start'] : [])];
    const isFirst = index === 0;
    const articulations = [
      ...(isFirst && accent ? [element('accent')] : []),
      ...(isFirst && short ? [element('staccatissimo')] : []),
    ];
    const notations = [
      ...ties.map((tie) => element('tied', { type: tie })),
      ...(articulations.length > 0 ? [element('articulations', {}, ...articulations)] : []),
      ...(rolled ? [element('arpeggiate')] : []),
    ];
    return element(
      'note',
      {},
      !isFirst && element('chord'),
      element(
        'pitch',
        {},
        element('step', {}, letter),
        alter !== 0 && element('alter', {}, alter),
        element('octave', {}, octave),
      ),
      element('duration', {}, value.ticks),
      ...ties.map((tie) => element('tie', { type: tie })),
      ...ofStaff,
      notations.length > 0 && element('notations', {}, ...notations),
      ...(isFirst ? lyricsOf([words]) : []),
    );
  });
}
