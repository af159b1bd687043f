import type { ChordSlot, Slot } from '../../chart/song.ts';
import { noteValues } from './noteValues.ts';
import { valueElements } from './valueElements.ts';
import { element, type XmlElement } from '../xml.ts';

/** How slashes stand. */
export interface SlashWay {
  /** A second voice that is not printed, beside a tune or beside slashes that show pushes: it keeps what the chords wear. */
  readonly isHidden: boolean;
  /** They go on what came early in the bar before; or come early, and go on in the next. */
  readonly tiedIn?: boolean;
  readonly tiedOut?: boolean;
}

/** The slashes of a slot: as many tied notes as its length needs; silence as rests. */
export function slashes(
  slot: Slot,
  chord: ChordSlot | null,
  words: readonly string[],
  { isHidden, tiedIn = false, tiedOut = false }: SlashWay,
): XmlElement[] {
  const silent = slot.kind === 'rest';
  const values = noteValues(slot.ticks);
  const goesOn = slot.kind === 'held' || tiedIn;
  return values.map((value, index) => {
    const starts = index < values.length - 1 || tiedOut;
    const stops = index > 0 || goesOn;
    const ties = silent ? [] : [...(stops ? ['stop'] : []), ...(starts ? ['start'] : [])];
    const isLast = index === values.length - 1;
    return element(
      'note',
      isHidden ? { 'print-object': 'no' } : {},
      ...(silent
        ? [element('rest')]
        : [
            element(
              'unpitched',
              {},
              element('display-step', {}, 'B'),
              element('display-octave', {}, 4),
            ),
          ]),
      element('duration', {}, value.ticks),
      ...ties.map((tie) => element('tie', { type: tie })),
      element('voice', {}, isHidden ? 2 : 1),
      ...valueElements(value),
      !silent && element('notehead', {}, 'slash'),
      notationsOf(
        ties,
        index === 0 ? chord : null,
        isLast && hasFermata(slot),
        isLast ? chord : null,
      ),
      ...(index === 0
        ? words.flatMap((text, line) =>
            text === '' ? [] : [element('lyric', { number: line + 1 }, element('text', {}, text))],
          )
        : []),
    );
  });
}

function hasFermata(slot: Slot): boolean {
  return (slot.kind === 'chord' || slot.kind === 'rest') && slot.fermata;
}

function notationsOf(
  ties: readonly string[],
  first: ChordSlot | null,
  fermata: boolean,
  last: ChordSlot | null,
): XmlElement | false {
  const articulations = [
    ...(first?.accent ? [element('accent')] : []),
    ...(first?.stop ? [element('staccatissimo')] : []),
  ];
  const technical = [
    ...(first?.push?.hands === 'right' ? ['push: right hand'] : []),
    ...(first?.ring && first.ring.bars !== null ? [`ring: ${first.ring.bars} bars`] : []),
  ];
  const content = [
    ...ties.map((type) => element('tied', { type })),
    ...(last?.ring ? [element('tied', { type: 'let-ring' })] : []),
    ...(technical.length > 0
      ? [element('technical', {}, ...technical.map((text) => element('other-technical', {}, text)))]
      : []),
    ...(articulations.length > 0 ? [element('articulations', {}, ...articulations)] : []),
    ...(fermata ? [element('fermata', { type: 'upright' })] : []),
  ];
  return content.length > 0 && element('notations', {}, ...content);
}
