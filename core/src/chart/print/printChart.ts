import { printFeel } from '../feel.ts';
import { printHeading } from '../heading.ts';
import { formatChord } from '../../chord/formatChord.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import { printOwnName } from '../../chord/readOwnNames.ts';
import { formatKey } from '../../pitch/key.ts';
import { fieldNames, type FieldName } from '../fields.ts';
import { divisions, formatMeter, type Meter } from '../meter.ts';
import { printNamedLine, printPlayLine } from './printPlayed.ts';
import { printTuneLine } from './printTune.ts';
import { printRoad } from '../road.ts';
import { metersOf, type MeteredPhrase } from '../sectionMeters.ts';
import {
  pushMark,
  styleFor,
  type Bar,
  type ChordSlot,
  type PlayedBar,
  type Section,
  type Slot,
  type Song,
} from '../song.ts';
import { printShape } from '../namedShapes.ts';
import { printHandsLine, printHandsLines } from '../saidHands.ts';
import { printSongPattern } from '../ownPatterns.ts';
import { printRangeSaid } from '../saidRange.ts';
import { printTexture, printTextures } from '../texture.ts';
import { printWhen } from '../when.ts';

/** Chart text of a song, in the one canonical form. Reading it gives the same song. */
export function printChart(song: Song): string {
  const fields = fieldNames.flatMap((name) => {
    const value = printField(song, name);
    return value === null ? [] : [`${name}: ${value}`.trimEnd()];
  });
  const style = styleFor(song.key, song);
  fields.push(
    ...song.patterns.map(printSongPattern),
    ...printShapes(song),
    ...song.names.map((own) => printOwnName(own, style.minor)),
    ...printNamedLines(song),
  );
  const sections = song.sections.map((section) => printSection(section, song.meter, style));
  return `${[fields.join('\n'), ...sections].join('\n\n')}\n`;
}

/** What stands behind the name of a field in the head of a chart; null where it has no such line. */
export function printField(song: Song, name: FieldName): string | null {
  switch (name) {
    case 'title':
      return song.title;
    case 'key':
      return formatKey(song.key);
    case 'meter':
      return formatMeter(song.meter);
    case 'tempo':
      return song.tempo === null ? null : String(song.tempo);
    case 'swing':
      return song.swing;
    case 'numbers':
      return song.reading === 'as written' ? null : song.reading;
    case 'minor':
      return song.minor === 'relative' ? null : song.minor;
    case 'left':
    case 'right':
      return song.textures[name] && printTexture(song.textures[name]);
    case 'school':
    case 'left shape':
    case 'right shape':
    case 'octave':
    case 'loudness':
    case 'pedalling':
      return printHandsLine(name, song.hands);
    case 'range':
      return song.range && printRangeSaid(song.range);
    case 'road':
      return song.road && printRoad(song.road);
    case 'by':
    case 'singer':
    case 'feel':
    case 'rights':
      return song.details[name] || null;
  }
}

export function printSection(section: Section, songMeter: Meter, style: NumberStyle): string {
  const lines = [printHeading(section)];
  if (section.tempo !== undefined) lines.push(`  tempo: ${section.tempo}`);
  if (section.range) lines.push(`  range: ${printRangeSaid(section.range)}`);
  for (const direction of section.directions) lines.push(`  * ${direction}`);
  for (const line of [...printTextures(section.textures), ...printHandsLines(section.hands)])
    lines.push(`  ${line}`);
  for (const phrase of metersOf(section, songMeter))
    lines.push(...printPhrase(phrase, style).map((line) => `  ${line}`));
  return lines.join('\n');
}

/** The named hand shapes of a song, a line each. */
export function printShapes(song: Song): string[] {
  const { minor } = styleFor(song.key, song);
  return song.shapes.map((shape) => printShape(shape, minor));
}

/** The lines of a song that have names, a line each. */
export function printNamedLines(song: Song): string[] {
  const { minor } = styleFor(song.key, song);
  return song.lines.map((line) => printNamedLine(line, { meter: song.meter, minor }));
}

/** A line of bars, its tune and its lines of words, without the space before them. */
export function printPhrase({ phrase, meters }: MeteredPhrase, style: NumberStyle): string[] {
  const bars = phrase.bars.map((bar, place) => printBar(bar, meters[place]!, style));
  const when = phrase.when ? `${printWhen(phrase.when)} ` : '';
  const tune = printTuneLine(phrase.tune, meters, style.minor);
  return [
    when + bars.join(' | '),
    ...(phrase.tune.length > 0 ? [`tune: ${tune}`] : []),
    ...(phrase.played ?? []).map((line) => printPlayLine(line, meters, style.minor)),
    ...phrase.words.map((words) => `> ${words.join(' | ')}`),
  ];
}

/** One bar as text, in the metre that holds there. */
export function printBar(bar: Bar, meter: Meter, style: NumberStyle): string {
  const feel = printFeel(bar);
  if (bar.kind === 'same') return `${feel}%`;
  const parts = printParts(bar, meter, style);
  const change = bar.meter ? `{${formatMeter(bar.meter)}} ` : '';
  return change + feel + (bar.pickup ? `( ${parts} )` : parts);
}

/** The bar in the fewest parts that show all its slots. */
function printParts(bar: PlayedBar, meter: Meter, style: NumberStyle): string {
  for (const way of divisions(meter)) {
    const counts = countParts(bar.slots, way);
    if (!counts) continue;
    return bar.slots
      .flatMap((slot, index) => [
        printSlot(slot, style),
        ...Array.from({ length: counts[index]! - 1 }, () => '.'),
      ])
      .join(' ');
  }
  return bar.slots.map((slot) => printSlot(slot, style)).join(' ');
}

/** True if the metre can carry slots of these lengths. */
export function fitsMeter(slots: readonly Slot[], meter: Meter): boolean {
  return divisions(meter).some((way) => countParts(slots, way) !== null);
}

/** How many parts of a division each slot takes; null where a slot begins or ends inside a part. */
function countParts(slots: readonly Slot[], way: readonly number[]): number[] | null {
  const counts: number[] = [];
  let next = 0;
  for (const slot of slots) {
    let ticks = 0;
    let count = 0;
    while (ticks < slot.ticks && next < way.length) {
      ticks += way[next]!;
      next += 1;
      count += 1;
    }
    if (ticks !== slot.ticks || count === 0) return null;
    counts.push(count);
  }
  return next === way.length ? counts : null;
}

function printSlot(slot: Slot, style: NumberStyle): string {
  switch (slot.kind) {
    case 'chord':
      return (slot.push ? pushMark(slot.push) : '') + formatChord(slot.chord, style) + marks(slot);
    case 'rest':
      return slot.fermata ? '_^' : '_';
    case 'held':
      return '.';
    case 'unread':
      return slot.text;
  }
}

function marks(slot: ChordSlot): string {
  const ring = slot.ring ? `~${slot.ring.bars ?? ''}` : '';
  return ring + (slot.stop ? '!' : '') + (slot.accent ? '>' : '') + (slot.fermata ? '^' : '');
}
