import { ticksOf, ticksPerQuarter } from '../../kit/ticks.ts';
import { barTicks, sameMeter, type Meter } from '../../chart/meter.ts';
import { ordinalOf } from '../../kit/words.ts';
import { notate, type NotatedChord } from '../../playing/notate.ts';
import { strike, type Hand } from '../../playing/struck.ts';
import type { Filled } from '../../playing/filled.ts';
import { noteSpeller } from '../../hands/words/words.ts';
import { sameKey, type Key } from '../../pitch/key.ts';
import { pitchClass, type Note } from '../../pitch/note.ts';
import {
  doctype,
  keyElement,
  scoreOf,
  tempoElement,
  timeElement,
  wordsElement,
} from './musicXmlElements.ts';
import { harmonyElement } from './musicXmlHarmony.ts';
import { noteValues } from './noteValues.ts';
import { valueElements } from './valueElements.ts';
import { element, writeXml, type XmlElement } from '../xml.ts';

/**
 * Both hands of a song as a two-staff piano part in MusicXML 4.0, every time through each section written out: what
 * each hand strikes by its texture or holds from chord to chord, pushes where they sound, walks, rolls, the chords over
 * the staff. What rings on is left to the pedal. For a keyboard that is set higher or lower it is written as it is played, as for any
 * transposing instrument.
 */
export function toPianoMusicXml(voiced: Filled): string {
  const { timeline } = voiced;
  const struck = strike(voiced);
  const written = (hand: Hand) =>
    notate(struck, hand).map((chord) => ({
      ...chord,
      // A line may be played where no chord is held.
      spell: noteSpeller({
        chord: voiced.slots[chord.at]?.chord ?? null,
        key: timeline.slots[chord.at]!.key,
      }),
    }));
  const held = { right: written('right'), left: written('left') };
  const measures: XmlElement[] = [];
  let at = 0;
  let slot = 0;
  let meter: Meter | null = null;
  let key: Key | null = null;
  for (const [index, part] of timeline.parts.entries()) {
    for (const [place, bar] of part.bars.entries()) {
      const length = ticksOf(bar.slots.map(({ is }) => is));
      if (length === 0) continue;
      const now = bar.slots[0]!.meter;
      const attributes = attributesOf(measures.length === 0, voiced, now, meter, part.key, key);
      [meter, key] = [now, part.key];
      const chords = bar.slots.flatMap(({ is }, inBar): XmlElement[] => {
        const due = timeline.slots[slot + inBar]!.start - at;
        return is.kind === 'chord'
          ? [harmonyElement({ ...is, push: null }, part.key, 'root', due)]
          : [];
      });
      slot += bar.slots.length;
      const isShort = length < barTicks(now);
      measures.push(
        element(
          'measure',
          isShort
            ? { number: measures.length + 1, implicit: 'yes' }
            : { number: measures.length + 1 },
          attributes,
          ...(place === 0 ? headingOf(voiced, index) : []),
          ...chords,
          ...staffOf(held.right, at, at + length, 1),
          element('backup', {}, element('duration', {}, length)),
          ...staffOf(held.left, at, at + length, 2),
        ),
      );
      at += length;
    }
  }
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

/** A chord of a hand with the letters of its notes. */
type SpelledChord = NotatedChord & { readonly spell: (note: number) => Note };

/** The notes and rests of one staff in a measure. */
function staffOf(
  held: readonly SpelledChord[],
  from: number,
  to: number,
  staff: 1 | 2,
): XmlElement[] {
  const written: XmlElement[] = [];
  let at = from;
  for (const one of held) {
    if (one.to <= from || one.from >= to) continue;
    if (one.from > at) written.push(...rests(at - from, one.from - at, staff));
    const start = Math.max(one.from, at);
    const end = Math.min(one.to, to);
    written.push(...chordsOf(one, start, end, from, staff));
    at = end;
  }
  if (at < to) written.push(...rests(at - from, to - at, staff));
  return written;
}

function rests(inBar: number, ticks: number, staff: 1 | 2): XmlElement[] {
  return noteValues(ticks, inBar).map((value) =>
    element(
      'note',
      {},
      element('rest'),
      element('duration', {}, value.ticks),
      element('voice', {}, staff),
      ...valueElements(value),
      element('staff', {}, staff),
    ),
  );
}

/** What a hand holds from `start` to `end`, in as many tied chords as its length needs. */
function chordsOf(
  held: SpelledChord,
  start: number,
  end: number,
  bar: number,
  staff: 1 | 2,
): XmlElement[] {
  let at = start;
  return noteValues(end - start, start - bar).flatMap((value) => {
    const { ticks } = value;
    const begins = at === held.from;
    const stops = at + ticks >= held.to;
    at += ticks;
    return held.notes.map(({ note, tiedFrom, tiedTo }, index) => {
      const ties = [
        ...(begins && !tiedFrom ? [] : ['stop']),
        ...(stops && !tiedTo ? [] : ['start']),
      ];
      const { letter, alter } = held.spell(note);
      const octave = (note - alter - pitchClass({ letter, alter: 0 })) / 12 - 1;
      const isFirst = index === 0;
      const articulations = [
        ...(begins && isFirst && held.accent ? [element('accent')] : []),
        ...(begins && isFirst && held.short ? [element('staccatissimo')] : []),
      ];
      const notations = [
        ...ties.map((tie) => element('tied', { type: tie })),
        ...(articulations.length > 0 ? [element('articulations', {}, ...articulations)] : []),
        ...(begins && held.rolled ? [element('arpeggiate')] : []),
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
        element('duration', {}, ticks),
        ...ties.map((tie) => element('tie', { type: tie })),
        element('voice', {}, staff),
        ...valueElements(value),
        element('staff', {}, staff),
        notations.length > 0 && element('notations', {}, ...notations),
      );
    });
  });
}
