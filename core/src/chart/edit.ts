import type { Chord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import type { Place } from '../result.ts';
import { divisions, type Meter } from './meter.ts';
import { parseChart, type ChartResult } from './parseChart.ts';
import { fitsMeter, printBar } from './printChart.ts';
import { printTuneBar } from './printTune.ts';
import { readTuneBar } from './readTune.ts';
import { metersOf } from './sectionMeters.ts';
import { styleFor, type PlayedBar, type Slot, type Song } from './song.ts';

/** A change of chart text: what stands at `place` gives way to `text`. */
export interface TextChange {
  readonly place: Place;
  readonly text: string;
}

/** A slot of a song where it stands: the bar counted over the whole song, the slot in its bar, and the metre there. */
export interface PlacedSlot {
  readonly bar: number;
  readonly slot: number;
  readonly inBar: PlayedBar;
  readonly meter: Meter;
  readonly is: Slot;
}

/** All slots of a chart in the order of its text. */
export function placedSlots(song: Song): PlacedSlot[] {
  const placed: PlacedSlot[] = [];
  let index = 0;
  for (const section of song.sections) {
    for (const { phrase, meters } of metersOf(section, song.meter)) {
      for (const [place, bar] of phrase.bars.entries()) {
        if (bar.kind === 'played') {
          for (const [slot, is] of bar.slots.entries())
            placed.push({ bar: index, slot, inBar: bar, meter: meters[place]!, is });
        }
        index += 1;
      }
    }
  }
  return placed;
}

/**
 * The slots of a bar with one of them parted in two, both with its chord, the second for its latter half, or where the
 * metre does not halve it for its last part; null where no division of the metre can carry it.
 */
export function partSlot(inBar: PlayedBar, meter: Meter, slot: number): Slot[] | null {
  const is = inBar.slots[slot];
  if (!is) return null;
  const starts = inBar.slots.slice(0, slot).reduce((sum, { ticks }) => sum + ticks, 0);
  const ends = starts + is.ticks;
  for (const way of divisions(meter)) {
    let at = 0;
    const borders = way
      .map((part) => (at += part))
      .filter((border) => border > starts && border < ends);
    const border = borders.find((one) => one - starts >= is.ticks / 2);
    if (border === undefined) continue;
    const plain = is.kind === 'chord' ? { ring: null, fermata: false } : {};
    const later = is.kind === 'chord' ? { push: null, accent: false } : {};
    const first: Slot = { ...is, ...plain, ticks: border - starts };
    const latter: Slot = { ...is, ...later, ticks: ends - border };
    const slots = [...inBar.slots.slice(0, slot), first, latter, ...inBar.slots.slice(slot + 1)];
    if (fitsMeter(slots, meter)) return slots;
  }
  return null;
}

/** The bar with a slot shared between two chords (see `partSlot`), as text; null where it cannot be parted. */
export function splitSlot(
  { inBar, slot, meter, is }: PlacedSlot,
  second: Chord,
  style: NumberStyle,
): string | null {
  if (is.kind !== 'chord') return null;
  const own = { ...inBar, slots: inBar.slots.map((old, index) => (index === slot ? is : old)) };
  const slots = partSlot(own, meter, slot)?.map((old, index) =>
    index === slot + 1 ? { ...old, chord: second } : old,
  );
  return slots ? printBar({ ...inBar, slots }, meter, style) : null;
}

/** The changes that turn a chart's own numbers into another reading or minor school; its chords stay what they are. */
export function rewriteNumbers(
  text: string,
  wish: Pick<NumberStyle, 'reading' | 'minor'>,
): TextChange[] {
  const read = parseChart(text);
  const song = read.ok ? read.value : read.partial;
  const style = styleFor(song.key, wish);
  const chords = placedSlots(song).flatMap(({ bar, slot, is }): TextChange[] => {
    const place = read.barPlaces[bar]?.slots[slot];
    return place && is.kind === 'chord' ? [{ place, text: formatChord(is.chord, style) }] : [];
  });
  return [
    ...fieldChanges(text, 'numbers', wish.reading),
    ...fieldChanges(text, 'minor', wish.minor),
    ...chords,
    ...rewriteTunes(text, read, song, style.minor),
  ];
}

/** The tunes counted as another school counts; a bar that cannot be read stays as it was typed. */
function rewriteTunes(
  text: string,
  read: ChartResult,
  song: Song,
  wished: NumberStyle['minor'],
): TextChange[] {
  const { minor } = styleFor(song.key, song);
  if (minor === wished) return [];
  const lines = text.split(/\r\n|\r|\n/);
  return song.sections.flatMap((section, index) =>
    metersOf(section, song.meter).flatMap(({ meters }, phrase): TextChange[] => {
      const line = read.sectionLines[index]?.phrases[phrase]?.tune ?? null;
      const typed = line === null ? undefined : lines[line - 1];
      if (line === null || typed === undefined) return [];
      const start = typed.indexOf(':') + 1;
      const cells = typed
        .slice(start)
        .split('|')
        .map((cell, bar) => {
          const meter = meters[bar];
          const was = meter ? readTuneBar(cell, { meter, minor }) : null;
          const [before, after] = [/^\s*/.exec(cell)![0], /\s*$/.exec(cell)![0]];
          if (!meter || !was?.ok || cell.trim() === '') return cell;
          return before + printTuneBar(was.value, { meter, minor: wished }) + after;
        });
      const place = { line, column: start + 1, length: typed.length - start };
      return [{ place, text: cells.join('|') }];
    }),
  );
}

/** Sets a field's line, or adds it after the first line where the chart has none. */
export function fieldChanges(text: string, field: string, value: string): TextChange[] {
  const said = placeOfField(text, field);
  if (said) return [{ place: said, text: `${field}: ${value}` }];
  const first = text.split(/\r\n|\r|\n/)[0]!;
  const place = { line: 1, column: first.length + 1, length: 0 };
  return [{ place, text: `\n${field}: ${value}` }];
}

/** Takes the line of a field away; what was said in it is then as it is where a chart says nothing. */
export function withoutField(text: string, field: string): TextChange[] {
  const said = placeOfField(text, field);
  return said ? [{ place: said, text: '' }] : [];
}

function placeOfField(text: string, field: string): Place | null {
  const lines = text.split(/\r\n|\r|\n/);
  const at = lines.findIndex((line) => new RegExp(`^\\s*${field}\\s*:`, 'i').test(line));
  return at < 0 ? null : { line: at + 1, column: 1, length: lines[at]!.length };
}
