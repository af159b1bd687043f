import { setToTune } from '../../chart/syllables.ts';
import { tunePitch, type TuneBar, type TuneEvent, type TuneNote } from '../../chart/tune.ts';
import { noteOfDegree, type Key } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { noteValues } from './noteValues.ts';
import { valueElements } from './valueElements.ts';
import { element, type XmlElement } from '../xml.ts';

/** What is known of a tune where a bar of it is written. */
export interface TuneSoFar {
  /** The note that sounds when the bar begins; null where none does. */
  readonly sounding: TuneNote | null;
  /** The next bar begins with what sounds at the end of this one. */
  readonly goesOn: boolean;
}

/**
 * The tune of a bar as notes, with the lines of words set to it.
 * @param start where the first event begins in the bar, in ticks: later than 0 in a pickup
 */
export function tuneNotes(
  tune: TuneBar,
  words: readonly string[],
  key: Key,
  start: number,
  { sounding, goesOn }: TuneSoFar,
): XmlElement[] {
  const lines = words.map((line) => setToTune(line, tune));
  let note = 0;
  let now = sounding;
  let at = start;
  return tune.flatMap((event, index): XmlElement[] => {
    const from = at;
    at += event.ticks;
    const isLast = index === tune.length - 1;
    if (event.kind === 'rest') now = null;
    if (event.kind === 'note') now = event;
    const lyrics = event.kind === 'note' ? lyricsOf(lines.map((line) => line[note] ?? '')) : [];
    if (event.kind === 'note') note += 1;
    return notesOf(event, now, key, from, isLast && goesOn, lyrics);
  });
}

function notesOf(
  event: TuneEvent,
  sounding: TuneNote | null,
  key: Key,
  from: number,
  goesOn: boolean,
  lyrics: readonly XmlElement[],
): XmlElement[] {
  const values = noteValues(event.ticks, from);
  return values.map((value, index) => {
    const starts = index < values.length - 1 || goesOn;
    const stops = index > 0 || event.kind === 'held';
    const ties = sounding ? [...(stops ? ['stop'] : []), ...(starts ? ['start'] : [])] : [];
    const isAccented = index === 0 && event.kind === 'note' && event.accent;
    const notations = [
      ...ties.map((type) => element('tied', { type })),
      ...(isAccented ? [element('articulations', {}, element('accent'))] : []),
    ];
    return element(
      'note',
      {},
      sounding ? pitchElement(sounding, key) : element('rest'),
      element('duration', {}, value.ticks),
      ...ties.map((type) => element('tie', { type })),
      element('voice', {}, 1),
      ...valueElements(value),
      notations.length > 0 && element('notations', {}, ...notations),
      ...(index === 0 ? lyrics : []),
    );
  });
}

function pitchElement(note: TuneNote, key: Key): XmlElement {
  const { letter, alter } = noteOfDegree(note.degree, key);
  const octave = (tunePitch(note, key) - alter - pitchClass({ letter, alter: 0 })) / 12 - 1;
  return element(
    'pitch',
    {},
    element('step', {}, letter),
    alter !== 0 && element('alter', {}, alter),
    element('octave', {}, octave),
  );
}

/** Texts under a note, line by line. A syllable that a hyphen ends is followed by another of its word. */
export function lyricsOf(texts: readonly string[]): XmlElement[] {
  return texts.flatMap((text, line) => {
    if (text === '') return [];
    const goesOn = /[^\s-]-$/u.test(text);
    return [
      element(
        'lyric',
        { number: line + 1 },
        element('syllabic', {}, goesOn ? 'begin' : 'single'),
        element('text', {}, goesOn ? text.slice(0, -1) : text),
      ),
    ];
  });
}
