import {
  formatDegree,
  readDegree,
  toRelative,
  type Degree,
  type MinorSchool,
} from '../../pitch/degree.ts';
import {
  movedTo,
  placeInLine,
  quoted,
  success,
  type Problem,
  type Result,
} from '../../kit/result.ts';
import type { Meter } from '../meter.ts';
import { ownOctave, withoutSilentEnd, type TuneBar, type TunePlace } from '../tune.ts';
import { problem, readRhythm } from './readRhythm.ts';

/** Farthest a note is marked from home, in octaves. */
const farthestOctave = 3;

/**
 * Reads the tune of one bar: degrees with `'` an octave up and `,` an octave down, `>` for an accent, in the rhythm that
 * `readRhythm` reads.
 */
export function readTuneBar(text: string, { meter, minor }: TunePlace): Result<TuneBar> {
  const read = readRhythm(text, meter, (word, start) => readNote(word, start, minor), 'tune');
  if (!read.ok) return read;
  return success(
    read.value.map((event) =>
      event.kind === 'note' ? { kind: 'note', ...event.note, ticks: event.ticks } : event,
    ),
  );
}

/** A degree with its octave marks, as it is counted: of the relative major. */
export interface MarkedDegree {
  readonly degree: Degree;
  readonly octave: number;
}

/** Reads a degree and the octave marks behind it, and says what is left of the text; null where it begins with no degree. */
export function readMarkedDegree(
  text: string,
  minor: MinorSchool,
): { readonly note: MarkedDegree; readonly isFar: boolean; readonly rest: string } | null {
  const read = readDegree(text);
  if (!read) return null;
  const marks = /^['’,]*/u.exec(read.rest)![0];
  const octave = [...marks].reduce((sum, mark) => sum + (mark === ',' ? -1 : 1), 0);
  return {
    note: {
      degree: minor === 'own tonic' ? toRelative(read.degree) : read.degree,
      octave: octave + ownOctave(read.degree, minor),
    },
    isFar: Math.abs(octave) > farthestOctave,
    rest: read.rest.slice(marks.length),
  };
}

function readNote(
  text: string,
  start: number,
  minor: MinorSchool,
): Result<MarkedDegree & { readonly accent: boolean }> {
  const read = readMarkedDegree(text, minor);
  if (!read || !/^>?$/.test(read.rest))
    return problem(
      `${quoted(text)} is no note of a tune. A note is a degree, 1 to 7, with ' an octave up or , an octave down; . holds it, _ is silence.`,
      start,
      text.length,
      ['_'],
    );
  if (read.isFar)
    return problem('That is farther than anyone sings.', start, text.length, [
      formatDegree(readDegree(text)!.degree),
    ]);
  return success({ ...read.note, accent: read.rest !== '' });
}

/** Reads a line's tune, bar by bar; a bar that cannot be read is empty, and why is told where it stands in the text. */
export function readTuneLine(
  text: string,
  meters: readonly Meter[],
  minor: MinorSchool,
): { readonly tune: TuneBar[]; readonly problems: readonly Problem[] } {
  const cells = text.split('|');
  if (cells.at(-1)!.trim() === '') cells.pop();
  const tune: TuneBar[] = [];
  const problems: Problem[] = [];
  let start = 0;
  for (const [index, cell] of cells.entries()) {
    const meter = meters[index];
    if (!meter) {
      const message = `There is a tune for ${cells.length} bars, and the line above has ${meters.length}.`;
      const place = placeInLine(start, Math.max(cell.length, 1));
      problems.push({ severity: 'problem', message, place, repairs: [] });
      break;
    }
    const read = readTuneBar(cell, { meter, minor });
    tune.push(read.ok ? read.value : []);
    if (!read.ok) problems.push(...read.problems.map((one) => movedTo(one, 1, start)));
    start += cell.length + 1;
  }
  return { tune: withoutSilentEnd(tune), problems };
}
