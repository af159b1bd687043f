import { readLine } from '../chart/lines.ts';
import { printShape, readShape } from '../chart/namedShapes.ts';
import { isLineName } from '../chart/played.ts';
import { printLineBar } from '../chart/print/printPlayed.ts';
import { printTuneBar } from '../chart/print/printTune.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { readLineBar } from '../chart/read/readPlayed.ts';
import { readTuneBar } from '../chart/read/readTune.ts';
import type { Meter } from '../chart/meter.ts';
import { printRangeSaid, readRangeSaid, recountedRange } from '../chart/saidRange.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import { styleFor } from '../chart/song.ts';
import { formatChord } from '../chord/formatChord.ts';
import { printOwnName } from '../chord/readOwnNames.ts';
import type { NumberStyle } from '../chord/reading.ts';
import type { MinorSchool } from '../pitch/degree.ts';
import { inTextOrder, type TextEdit } from '../kit/edits.ts';
import { linesOf } from '../kit/lines.ts';
import { placedSlots } from '../marks/slots.ts';
import type { Edit } from './edit.ts';
import { fieldEdits } from './fields.ts';

/** The changes that turn a chart's own numbers into another reading or minor school; its chords stay what they are. */
export function rewriteNumbers(
  read: ChartResult,
  wish: Pick<NumberStyle, 'reading' | 'minor'>,
): Edit {
  const { song } = read;
  const style = styleFor(song.key, { ...wish, names: song.names });
  const chords = placedSlots(song).flatMap(({ bar, slot, is }): TextEdit[] => {
    const place = read.barPlaces[bar]?.slots[slot];
    if (!place || is.kind !== 'chord') return [];
    return [{ ...read.lines.rangeOf(place), insert: formatChord(is.chord, style) }];
  });
  const changes = inTextOrder([
    ...fieldEdits(read, 'numbers', wish.reading),
    ...fieldEdits(read, 'minor', wish.minor),
    ...chords,
    ...rewriteShapes(read, style.minor),
    ...rewriteNames(read, style.minor),
    ...rewriteRanges(read, style.minor),
    ...rewriteTunes(read, style.minor),
    ...rewriteNamedLines(read, style.minor),
  ]);
  return { ok: true, changes, slots: placedSlots(song).map((_, slot) => slot), cursor: null };
}

/** The named hand shapes counted as another school counts; one that cannot be read stays as it was typed. */
function rewriteShapes(read: ChartResult, wished: NumberStyle['minor']): TextEdit[] {
  const { song, text } = read;
  const { minor } = styleFor(song.key, song);
  if (minor === wished) return [];
  return linesOf(text).flatMap((typed, index): TextEdit[] => {
    const line = readLine(typed, false);
    if (line.kind !== 'shape' || !song.shapes.some(({ name }) => name === line.name)) return [];
    const was = readShape(line.name, line.value, minor);
    if (!was.ok) return [];
    const place = { line: index + 1, column: 1, length: typed.length };
    return [{ ...read.lines.rangeOf(place), insert: printShape(was.value, wished) }];
  });
}

/** A player's own names likewise. */
function rewriteNames(read: ChartResult, wished: NumberStyle['minor']): TextEdit[] {
  const { song, text } = read;
  const { minor } = styleFor(song.key, song);
  if (minor === wished) return [];
  return linesOf(text).flatMap((typed, index): TextEdit[] => {
    const line = readLine(typed, false);
    const own = line.kind === 'own name' && song.names.find(({ name }) => name === line.name);
    if (!own || own.of === 'chord') return [];
    const place = { line: index + 1, column: 1, length: typed.length };
    return [{ ...read.lines.rangeOf(place), insert: printOwnName(own, wished) }];
  });
}

/** What is said of the range of the song and of sections likewise. */
function rewriteRanges(read: ChartResult, wished: NumberStyle['minor']): TextEdit[] {
  const { song, text } = read;
  const { minor } = styleFor(song.key, song);
  if (minor === wished) return [];
  return linesOf(text).flatMap((typed, index): TextEdit[] => {
    // Read as in the head, that of a section is the same line.
    const line = readLine(typed, false);
    if (line.kind !== 'field' || line.name !== 'range') return [];
    const was = readRangeSaid(line.value.trim());
    if (!was.ok) return [];
    const start = typed.indexOf(':') + 1;
    const place = { line: index + 1, column: start + 1, length: typed.length - start };
    const now = printRangeSaid(recountedRange(was.value, minor, wished));
    return [{ ...read.lines.rangeOf(place), insert: ` ${now}` }];
  });
}

/** The tunes and lines of hands counted as another school counts; a bar that cannot be read stays as it was typed. */
function rewriteTunes(read: ChartResult, wished: NumberStyle['minor']): TextEdit[] {
  const { song, text } = read;
  const { minor } = styleFor(song.key, song);
  if (minor === wished) return [];
  const typedLines = linesOf(text);
  return song.sections.flatMap((section, index) =>
    metersOf(section, song.meter).flatMap(({ meters }, phrase): TextEdit[] => {
      const lines = read.sectionLines[index]?.phrases[phrase];
      const recount = (line: number, again: Recount): TextEdit[] => {
        const typed = typedLines[line - 1];
        if (typed === undefined) return [];
        const start = typed.indexOf(':') + 1;
        const cells = recounted(typed.slice(start), meters, again);
        const place = { line, column: start + 1, length: typed.length - start };
        return [{ ...read.lines.rangeOf(place), insert: cells }];
      };
      return [
        ...(lines?.tune ? recount(lines.tune, tuneAgain(minor, wished)) : []),
        ...(lines?.played ?? []).flatMap((line) => recount(line, lineAgain(minor, wished))),
      ];
    }),
  );
}

/** A line of the head that gives a line of a hand its name, likewise. */
function rewriteNamedLines(read: ChartResult, wished: NumberStyle['minor']): TextEdit[] {
  const { song, text } = read;
  const { minor } = styleFor(song.key, song);
  if (minor === wished) return [];
  return linesOf(text).flatMap((typed, index): TextEdit[] => {
    const line = readLine(typed, false);
    if (line.kind !== 'named line' || !song.lines.some(({ name }) => name === line.name)) return [];
    const meters = line.value.split('|').map(() => song.meter);
    const insert = recounted(line.value, meters, lineAgain(minor, wished));
    const place = { line: index + 1, column: line.start + 1, length: line.value.length };
    return [{ ...read.lines.rangeOf(place), insert }];
  });
}

/** A bar counted anew; null where it cannot be read. */
type Recount = (cell: string, meter: Meter) => string | null;

const tuneAgain =
  (minor: MinorSchool, wished: MinorSchool): Recount =>
  (cell, meter) => {
    const was = readTuneBar(cell, { meter, minor });
    return was.ok ? printTuneBar(was.value, { meter, minor: wished }) : null;
  };

const lineAgain =
  (minor: MinorSchool, wished: MinorSchool): Recount =>
  (cell, meter) => {
    if (isLineName(cell.trim())) return null;
    const was = readLineBar(cell, { meter, minor });
    return was.ok ? printLineBar(was.value, { meter, minor: wished }) : null;
  };

/** The bars of a line, each counted anew where it can be read, with the space around them. */
function recounted(bars: string, meters: readonly Meter[], again: Recount): string {
  return bars
    .split('|')
    .map((cell, bar) => {
      const meter = meters[bar];
      const now = meter && cell.trim() !== '' ? again(cell, meter) : null;
      if (now === null || now === undefined) return cell;
      return /^\s*/.exec(cell)![0] + now + /\s*$/.exec(cell)![0];
    })
    .join('|');
}
