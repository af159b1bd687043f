import { ticksOf } from '../../kit/ticks.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { toLetters, type LetterStyle } from '../../chord/letters.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatMeter } from '../../chart/meter.ts';
import { printRoad } from '../../chart/road.ts';
import { styleFor, type Bar, type Phrase, type Song } from '../../chart/song.ts';
import { printWhen, readWhen } from '../../chart/when.ts';
import { formatKey, type Key } from '../../pitch/key.ts';

/** How chords are written over the words. */
export interface TextWish {
  readonly chords: 'letters' | 'numbers';
  readonly key?: Key;
  readonly numbers?: Partial<NumberStyle>;
  readonly letters?: Partial<LetterStyle>;
}

/**
 * A song as plain text: chords above the words they come with, a section's name above it. What happens between chords
 * (pushes, rings, stops) has no place in such a text and is left out.
 */
export function toText(song: Song, wish: TextWish): string {
  const key = wish.key ?? song.key;
  // Who reads a text without its head does not know what a name of somebody else is.
  const style = { ...styleFor(song.key, { ...song, names: [] }), ...wish.numbers };
  const write = (chord: Chord) =>
    wish.chords === 'letters' ? toLetters(chord, key, wish.letters) : formatChord(chord, style);
  const { tempo } = song;
  const { by, rights } = song.details;
  const head = [
    song.title,
    by && `by ${by}`,
    `Key: ${formatKey(key)}`,
    tempo !== null && `Tempo: ${tempo}`,
    `Time: ${formatMeter(song.meter)}`,
    ...(wish.chords === 'numbers' ? readingLines(style) : []),
    song.road && `Order: ${printRoad(song.road)}`,
  ].filter(Boolean);
  const sections = song.sections.map(({ name, times, open, directions, phrases }) => {
    const often = times > 1 || saysElse(name) ? ` x${times}` : '';
    const until = open ? ' (until the signal)' : '';
    const lines = [`${name}${often}${until}:`, ...directions.map((direction) => `(${direction})`)];
    for (const phrase of phrases) {
      if (phrase.when) lines.push(printWhen(phrase.when));
      lines.push(...phraseLines(phrase, write));
    }
    return lines.join('\n');
  });
  return `${[head.join('\n'), ...sections, rights && `Rights: ${rights}`].filter(Boolean).join('\n\n')}\n`;
}

/** A name that is read as an ending, or as one with how often it is played: how often is then said once more. */
function saysElse(name: string): boolean {
  const saysHowOften = /[(x×]\s*x?\d{1,2}\s*x?\)?$|\(until the signal\)$/i;
  return saysHowOften.test(name) || readWhen(`${name}:`) !== null;
}

/** What a reader of the numbers must know, where it is not the usual. */
function readingLines({ reading, minor }: NumberStyle): string[] {
  return [
    ...(reading === 'in key' ? ['Numbers: in key'] : []),
    ...(minor === 'own tonic' ? ['Minor: own tonic'] : []),
  ];
}

/** The chords of a phrase over its words, bar by bar; a bar is as wide as the wider of the two. */
function phraseLines({ bars, words }: Phrase, write: (chord: Chord) => string): string[] {
  let over = '';
  const under = words.map(() => '');
  for (const [place, bar] of bars.entries()) {
    const cells = words.map((line) => line[place] ?? '');
    const widest = Math.max(0, ...cells.map((cell) => [...cell].length));
    over += chordsOver(bar, widest, write);
    for (const [index, cell] of cells.entries()) under[index] += cell;
    const width = Math.max(over.length, ...under.map((line) => [...line].length + 1));
    over = over.padEnd(width);
    for (const [index, line] of under.entries()) under[index] = pad(line, width);
  }
  return [over, ...under].map((line) => line.trimEnd()).filter((line) => line !== '');
}

/** Each chord where its share of the bar begins, with room to the next. */
function chordsOver(bar: Bar, width: number, write: (chord: Chord) => string): string {
  if (bar.kind === 'same') return '%  ';
  const whole = ticksOf(bar.slots);
  let line = '';
  let due = 0;
  for (const slot of bar.slots) {
    if (slot.kind === 'chord') {
      line = line.padEnd(Math.floor((due / whole) * width));
      line += `${write(slot.chord)}  `;
    }
    due += slot.ticks;
  }
  return line;
}

/** Pads by characters as a person counts them, not by code units. */
function pad(line: string, width: number): string {
  return line + ' '.repeat(Math.max(0, width - [...line].length));
}
