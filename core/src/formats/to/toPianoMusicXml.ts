import { ticksOf } from '../../kit/ticks.ts';
import { barTicks, sameMeter, type Meter } from '../../chart/meter.ts';
import { pushTicks, type Slot } from '../../chart/song.ts';
import { ordinalOf } from '../../kit/words.ts';
import { nextVoiced } from '../../playing/perform.ts';
import { Strikes } from '../../playing/textures.ts';
import type { Voiced, VoicedSlot } from '../../hands/search/voiced.ts';
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
import { noteValues, valueElements } from './noteValues.ts';
import { element, writeXml, type Element } from '../xml.ts';

type Hand = 'left' | 'right';

/** What a hand holds from one tick to another. */
interface Held {
  readonly from: number;
  readonly to: number;
  readonly notes: readonly number[];
  readonly spell: (note: number) => Note;
  readonly rolled: boolean;
  readonly accent: boolean;
  readonly stop: boolean;
}

/** A stop is written as an eighth and silence. */
const stopTicks = 240;

/**
 * Both hands of a song as a two-staff piano part in MusicXML 4.0, every time through each section written out: what
 * each hand strikes by its texture or holds from chord to chord, pushes where they sound, walks, rolls, the chords over
 * the staff. What rings on is left to the pedal.
 */
export function toPianoMusicXml(voiced: Voiced): string {
  const { timeline } = voiced;
  const held = { right: heldBy(voiced, 'right'), left: heldBy(voiced, 'left') };
  const measures: Element[] = [];
  let at = 0;
  let slot = 0;
  let meter: Meter | null = null;
  let key: Key | null = null;
  for (const [index, part] of timeline.parts.entries()) {
    for (const [place, bar] of part.bars.entries()) {
      const length = ticksOf(bar.slots.map(({ is }) => is));
      if (length === 0) continue;
      const now = bar.slots[0]!.meter;
      const attributes = attributesOf(measures.length === 0, now, meter, part.key, key);
      [meter, key] = [now, part.key];
      const chords = bar.slots.flatMap(({ is }, inBar): Element[] => {
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
  now: Meter,
  before: Meter | null,
  key: Key,
  keyBefore: Key | null,
): Element | null {
  const changes = !before || !sameMeter(before, now);
  const lifts = !keyBefore || !sameKey(keyBefore, key);
  if (!isFirst && !changes && !lifts) return null;
  const clef = (number: number, sign: string, line: number) =>
    element('clef', { number }, element('sign', {}, sign), element('line', {}, line));
  return element(
    'attributes',
    {},
    isFirst && element('divisions', {}, 480),
    lifts && keyElement(key),
    changes && timeElement(now),
    ...(isFirst ? [element('staves', {}, 2), clef(1, 'G', 2), clef(2, 'F', 4)] : []),
  );
}

function headingOf({ timeline: { song, parts } }: Voiced, index: number): Element[] {
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

/** What a hand holds through the song, in the order of time; nothing overlaps. */
function heldBy({ timeline, slots }: Voiced, hand: Hand): Held[] {
  const found: Held[] = [];
  const strikes = new Strikes(timeline);
  let part = 0;
  for (const [at, timed] of timeline.slots.entries()) {
    const voiced = slots[at];
    while (at >= timeline.parts[part]!.to) part += 1;
    if (timed.is.kind !== 'chord' || !voiced) continue;
    const { stop, accent } = timed.is;
    const early = earlyBy(timed.is, hand);
    const from = Math.max(0, timed.start - early);
    let to = timed.start + timed.is.ticks;
    for (let next = at + 1; timeline.slots[next]?.is.kind === 'held'; next += 1)
      to += timeline.slots[next]!.is.ticks;
    if (stop) to = Math.min(to, from + stopTicks);
    const last = found.at(-1);
    if (last && last.to > from) found[found.length - 1] = { ...last, to: from };
    const next = nextVoiced(timeline, slots, at);
    const nextEarly = next ? earlyBy(timeline.slots[next.slot]!.is, hand) : 0;
    const span = { onset: from, due: timed.start, end: to - nextEarly };
    const struck = strikes.of({ part, slot: at, hand }, voiced, span, next);
    if (!struck) {
      found.push(...heldAt(voiced, hand, from, to, { accent, stop }));
      continue;
    }
    const spell = noteSpeller(voiced);
    for (const [index, { at: begins, until, notes, weight, short }] of struck.entries()) {
      found.push({
        spell,
        from: begins,
        to: short ? Math.min(until, begins + stopTicks) : until,
        notes: notes.map(({ note }) => note),
        rolled: voiced.rolled[hand],
        accent: weight === 'accent' || (accent && index === 0),
        stop: short,
      });
    }
  }
  return found.filter((one) => one.to > one.from && one.notes.length > 0);
}

/** Ticks that a hand comes in before a slot is due. */
function earlyBy(is: Slot, hand: Hand): number {
  const push = is.kind === 'chord' ? is.push : null;
  return push && (hand === 'right' || push.hands === 'both') ? pushTicks(push) : 0;
}

/** A chord as a hand holds it; a walk is two chords of half its time. */
function heldAt(
  voiced: VoicedSlot,
  hand: Hand,
  from: number,
  to: number,
  marks: { readonly accent: boolean; readonly stop: boolean },
): Held[] {
  const spell = noteSpeller(voiced);
  const one = { spell, rolled: voiced.rolled[hand], ...marks };
  if (hand === 'right' || !voiced.walk) return [{ ...one, from, to, notes: voiced[hand] }];
  // Halves on the grid of sixteenths, so that both can be written.
  const middle = from + 120 * Math.floor((to - from) / 240);
  const { first, then } = voiced.walk;
  return [
    { ...one, from, to: middle, notes: first },
    { ...one, from: middle, to, notes: then, accent: false },
  ];
}

/** The notes and rests of one staff in a measure. */
function staffOf(held: readonly Held[], from: number, to: number, staff: 1 | 2): Element[] {
  const written: Element[] = [];
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

function rests(inBar: number, ticks: number, staff: 1 | 2): Element[] {
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
function chordsOf(held: Held, start: number, end: number, bar: number, staff: 1 | 2): Element[] {
  let at = start;
  return noteValues(end - start, start - bar).flatMap((value) => {
    const { ticks } = value;
    const begins = at === held.from;
    const stops = at + ticks >= held.to;
    at += ticks;
    const ties = [...(begins ? [] : ['stop']), ...(stops ? [] : ['start'])];
    return held.notes.map((note, index) => {
      const { letter, alter } = held.spell(note);
      const octave = (note - alter - pitchClass({ letter, alter: 0 })) / 12 - 1;
      const isFirst = index === 0;
      const articulations = [
        ...(begins && isFirst && held.accent ? [element('accent')] : []),
        ...(begins && isFirst && held.stop ? [element('staccatissimo')] : []),
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
