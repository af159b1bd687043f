import { readLine } from '../chart/lines.ts';
import { printShape, readShape } from '../chart/namedShapes.ts';
import { printTuneBar } from '../chart/print/printTune.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { readTuneBar } from '../chart/read/readTune.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import { styleFor } from '../chart/song.ts';
import { formatChord } from '../chord/formatChord.ts';
import { printOwnName } from '../chord/readOwnNames.ts';
import type { NumberStyle } from '../chord/reading.ts';
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
    ...rewriteTunes(read, style.minor),
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

/** The tunes counted as another school counts; a bar that cannot be read stays as it was typed. */
function rewriteTunes(read: ChartResult, wished: NumberStyle['minor']): TextEdit[] {
  const { song, text } = read;
  const { minor } = styleFor(song.key, song);
  if (minor === wished) return [];
  const typedLines = linesOf(text);
  return song.sections.flatMap((section, index) =>
    metersOf(section, song.meter).flatMap(({ meters }, phrase): TextEdit[] => {
      const line = read.sectionLines[index]?.phrases[phrase]?.tune ?? null;
      const typed = line === null ? undefined : typedLines[line - 1];
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
      return [{ ...read.lines.rangeOf(place), insert: cells.join('|') }];
    }),
  );
}
