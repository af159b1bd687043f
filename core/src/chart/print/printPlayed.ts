import type { MinorSchool } from '../../pitch/degree.ts';
import type { Meter } from '../meter.ts';
import {
  printLineNote,
  printPlayHead,
  type HandLine,
  type LineBar,
  type LineEvent,
  type LineStrike,
  type NamedLine,
} from '../played.ts';
import type { TunePlace } from '../tune.ts';
import { printRhythm } from './printTune.ts';

/** A played line as text: `play right: 5 6 5 3 | riff`. */
export function printPlayLine(
  line: HandLine,
  meters: readonly Meter[],
  minor: MinorSchool,
): string {
  const cells = line.cells.map((cell, place) =>
    cell.kind === 'nothing'
      ? ''
      : cell.kind === 'named'
        ? cell.name
        : printLineBar(cell.voices, { meter: meters[place]!, minor }),
  );
  // Bars that say nothing are bar lines beside each other.
  return `${printPlayHead(line)}: ${cells.join(' | ').replace(/ {2,}/g, ' ').trim()}`;
}

/** The line of the head that gives a line its name. */
export function printNamedLine({ name, bars }: NamedLine, place: TunePlace): string {
  return `line ${name}: ${bars.map((bar) => printLineBar(bar, place)).join(' | ')}`;
}

/** One bar of a hand, its voices parted by `&`. */
export function printLineBar(voices: LineBar, { meter, minor }: TunePlace): string {
  return voices
    .map((voice) =>
      printRhythm<LineEvent>(voice, meter, (event) => {
        if (event.kind === 'held') return '.';
        return event.kind === 'rest' ? '_' : printStrike(event, minor);
      }),
    )
    .join(' & ');
}

/** @example printStrike(strike, 'relative') // "{b3}3@2+5>" */
export function printStrike(
  { notes, grace, slide, accent }: LineStrike,
  minor: MinorSchool,
): string {
  const print = (one: LineStrike['notes'][number]) => printLineNote(one, minor);
  return [
    grace.length > 0 ? `{${grace.map(print).join(' ')}}` : '',
    slide ? `${print(slide)}^` : '',
    notes.map(print).join('+'),
    accent ? '>' : '',
  ].join('');
}
