import { printRangeSaid } from '../../chart/saidRange.ts';
import { printOwnName } from '../../chord/readOwnNames.ts';
import { printSongPattern } from '../../chart/ownPatterns.ts';
import { printShape } from '../../chart/namedShapes.ts';
import { handsLines, printHandsLine } from '../../chart/saidHands.ts';
import { ticksPerQuarter } from '../../kit/ticks.ts';
import { tempoBeat, type Meter } from '../../chart/meter.ts';
import type { Song } from '../../chart/song.ts';
import { printNamedLine } from '../../chart/print/printPlayed.ts';
import { printTexture } from '../../chart/texture.ts';
import { keySignature, type Key } from '../../pitch/key.ts';
import { element, type XmlElement } from '../xml.ts';

export const doctype =
  '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">\n';

/** A score of one part. */
export function scoreOf(song: Song, part: string, measures: readonly XmlElement[]): XmlElement {
  const { by, rights, singer, feel } = song.details;
  const kept = {
    singer,
    feel,
    numbers: song.reading === 'as written' ? '' : song.reading,
    minor: song.minor === 'relative' ? '' : song.minor,
    range: song.range ? printRangeSaid(song.range) : '',
    left: song.textures.left ? printTexture(song.textures.left) : '',
    right: song.textures.right ? printTexture(song.textures.right) : '',
    // A bar line is none in a field of a score.
    ...Object.fromEntries(
      song.patterns.map((pattern) => {
        const [, name = '', steps = ''] = /^(.*?): (.*)$/.exec(printSongPattern(pattern))!;
        return [name, steps.replaceAll('|', '/')];
      }),
    ),
    ...Object.fromEntries(
      song.shapes.map((shape) => {
        const [, name = '', notes = ''] = /^(.*?): (.*)$/.exec(printShape(shape, 'relative'))!;
        return [name, notes.replace('|', '/')];
      }),
    ),
    ...Object.fromEntries(
      song.lines.map((line) => {
        const printed = printNamedLine(line, { meter: song.meter, minor: 'relative' });
        const [, name = '', bars = ''] = /^(.*?): (.*)$/.exec(printed)!;
        return [name, bars.replaceAll('|', '/')];
      }),
    ),
    ...Object.fromEntries(
      song.names.map((own) => [
        `name ${own.name}`,
        printOwnName(own, 'relative').slice(`${own.name} = `.length),
      ]),
    ),
    ...Object.fromEntries(handsLines.map((line) => [line, printHandsLine(line, song.hands) ?? ''])),
  };
  const fields = Object.entries(kept).filter(([, value]) => value !== '');
  return element(
    'score-partwise',
    { version: '4.0' },
    element('work', {}, element('work-title', {}, song.title)),
    element(
      'identification',
      {},
      by !== '' && element('creator', { type: 'composer' }, by),
      rights !== '' && element('rights', {}, rights),
      element('encoding', {}, element('software', {}, 'Intervallum')),
      fields.length > 0 &&
        element(
          'miscellaneous',
          {},
          ...fields.map(([name, value]) => element('miscellaneous-field', { name }, value)),
        ),
    ),
    element('part-list', {}, element('score-part', { id: 'P1' }, element('part-name', {}, part))),
    element('part', { id: 'P1' }, ...measures),
  );
}

export function keyElement(key: Key): XmlElement {
  return element(
    'key',
    {},
    element('fifths', {}, keySignature(key)),
    element('mode', {}, key.mode),
  );
}

export function timeElement({ beats, unit, groups }: Meter): XmlElement {
  return element(
    'time',
    {},
    element('beats', {}, groups ? groups.join('+') : beats),
    element('beat-type', {}, unit),
  );
}

/** A tempo from a measure on, in felt beats a minute of its metre. */
export function tempoChangeElement(tempo: number, meter: Meter): XmlElement {
  const beat = tempoBeat(meter);
  return element(
    'direction',
    { placement: 'above' },
    element('direction-type', {}, metronome(tempo, beat)),
    element('sound', { tempo: tempo * (beat / ticksPerQuarter) }),
  );
}

function metronome(tempo: number, beat: number): XmlElement {
  return element(
    'metronome',
    {},
    element('beat-unit', {}, beat < 2 * ticksPerQuarter ? 'quarter' : 'half'),
    (2 * beat) % (3 * ticksPerQuarter) === 0 && element('beat-unit-dot'),
    element('per-minute', {}, tempo),
  );
}

/** The tempo mark of a song: felt beats a minute on the page, quarters for what plays it. */
export function tempoElement({ tempo, meter, swing }: Song): XmlElement | null {
  if (tempo === null && swing === null) return null;
  const beat = tempoBeat(meter);
  return element(
    'direction',
    { placement: 'above' },
    element(
      'direction-type',
      {},
      tempo === null ? element('words', {}, 'swing') : metronome(tempo, beat),
    ),
    element(
      'sound',
      tempo === null ? {} : { tempo: tempo * (beat / ticksPerQuarter) },
      swing !== null &&
        element(
          'swing',
          {},
          element('first', {}, 2),
          element('second', {}, 1),
          element('swing-type', {}, swing === 'eighths' ? 'eighth' : '16th'),
        ),
    ),
  );
}

export function wordsElement(text: string, above = true): XmlElement {
  return element(
    'direction',
    { placement: above ? 'above' : 'below' },
    element('direction-type', {}, element('words', {}, text)),
  );
}

/** The sign that opens or closes a repeat. */
export function repeatLine(direction: 'forward' | 'backward', times = 2): XmlElement {
  const more: Record<string, number> = direction === 'backward' && times > 2 ? { times } : {};
  return element(
    'barline',
    { location: direction === 'forward' ? 'left' : 'right' },
    element('bar-style', {}, direction === 'forward' ? 'heavy-light' : 'light-heavy'),
    element('repeat', { direction, ...more }),
  );
}

/** The bracket of an ending; at its end it may go back. */
export function endingLine(
  times: readonly number[],
  type: 'start' | 'stop',
  goesBack = false,
): XmlElement {
  return element(
    'barline',
    { location: type === 'start' ? 'left' : 'right' },
    goesBack && element('bar-style', {}, 'light-heavy'),
    element('ending', { number: times.join(', '), type }),
    goesBack && element('repeat', { direction: 'backward' }),
  );
}
