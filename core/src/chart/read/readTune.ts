import { sixteenth } from '../../kit/ticks.ts';
import { formatDegree, readDegree, toRelative, type MinorSchool } from '../../pitch/degree.ts';
import {
  failure,
  movedTo,
  placeInLine,
  quoted,
  replaceWith,
  success,
  type Problem,
  type Result,
} from '../../kit/result.ts';
import { barTicks, divisions, formatMeter, type Meter } from '../meter.ts';
import {
  finest,
  ownOctave,
  withoutSilentEnd,
  type TuneBar,
  type TuneEvent,
  type TuneNote,
  type TunePlace,
} from '../tune.ts';

/** Farthest a note of a tune is marked from home, in octaves, and the most parts of a bar or of a group. */
const farthestOctave = 3;
const mostParts = 48;

/**
 * Reads the tune of one bar: degrees with `'` an octave up and `,` an octave down, `.` to hold, `_` for silence, `>` for
 * an accent. The parts share the bar equally, and what stands in parentheses shares one part: `5 (6 5) 3 .`
 */
export function readTuneBar(text: string, place: TunePlace): Result<TuneBar> {
  const tokens = [...text.matchAll(/[()]|[^\s()]+/g)].map((found) => ({
    text: found[0],
    start: found.index,
  }));
  if (tokens.length === 0) return success([]);
  const parts = readParts(tokens, 0);
  if (!parts.ok) return parts;
  if (parts.value.end < tokens.length) {
    const { start } = tokens[parts.value.end]!;
    return problem('This parenthesis was never opened.', start, 1, ['']);
  }
  const way = waysOf(place.meter).find(({ length }) => length === parts.value.parts.length);
  if (!way) {
    const counts = [...new Set(waysOf(place.meter).map(({ length }) => length))];
    const enough = counts.find((count) => count > parts.value.parts.length);
    const missing = enough ? ' .'.repeat(enough - parts.value.parts.length) : null;
    return problem(
      `A bar of ${formatMeter(place.meter)} has ${counts.join(', ')} parts; this tune has ${parts.value.parts.length}. What is shorter stands in parentheses: (5 6).`,
      tokens[0]!.start,
      text.trimEnd().length - tokens[0]!.start,
      missing === null ? [] : [text.trim() + missing],
    );
  }
  const events: TuneEvent[] = [];
  const put = (part: Part, ticks: number): Result<TuneBar> => {
    if (part.kind === 'group') {
      const each = ticks / part.parts.length;
      if (!Number.isInteger(each) || each < finest)
        return problem(
          `${part.parts.length} parts are too many to share this stretch of the bar.`,
          part.start,
          part.length,
          [],
        );
      for (const inner of part.parts) {
        const read = put(inner, each);
        if (!read.ok) return read;
      }
      return success([]);
    }
    const last = events.at(-1);
    if (part.kind === 'hold' && last) events[events.length - 1] = longer(last, ticks);
    else if (part.kind === 'hold') events.push({ kind: 'held', ticks });
    else if (part.kind === 'rest' && last?.kind === 'rest')
      events[events.length - 1] = longer(last, ticks);
    else if (part.kind === 'rest') events.push({ kind: 'rest', ticks });
    else
      events.push({
        ...part.note,
        degree: place.minor === 'own tonic' ? toRelative(part.note.degree) : part.note.degree,
        octave: part.note.octave + ownOctave(part.note.degree, place.minor),
        ticks,
      });
    return success([]);
  };
  for (const [index, part] of parts.value.parts.entries()) {
    const read = put(part, way[index]!);
    if (!read.ok) return read;
  }
  return success(events);
}

type Part =
  | { readonly kind: 'hold' }
  | { readonly kind: 'rest' }
  | { readonly kind: 'note'; readonly note: TuneNote }
  | {
      readonly kind: 'group';
      readonly parts: readonly Part[];
      readonly start: number;
      readonly length: number;
    };

interface Token {
  readonly text: string;
  readonly start: number;
}

/** The parts up to the end or to a closing parenthesis, and where that is. */
function readParts(
  tokens: readonly Token[],
  from: number,
): Result<{ readonly parts: readonly Part[]; readonly end: number }> {
  const parts: Part[] = [];
  let at = from;
  while (at < tokens.length && tokens[at]!.text !== ')') {
    const token = tokens[at]!;
    if (token.text === '(') {
      const inner = readParts(tokens, at + 1);
      if (!inner.ok) return inner;
      const close = tokens[inner.value.end];
      if (!close) return problem('This parenthesis is never closed.', token.start, 1, ['']);
      const length = close.start + 1 - token.start;
      if (inner.value.parts.length === 0)
        return problem(
          'Between parentheses stand the notes that share one part.',
          token.start,
          length,
          ['_'],
        );
      parts.push({ kind: 'group', parts: inner.value.parts, start: token.start, length });
      at = inner.value.end + 1;
    } else {
      const read = readWord(token);
      if (!read.ok) return read;
      parts.push(...read.value);
      at += 1;
    }
    if (parts.length > mostParts)
      return problem(`A bar has up to ${mostParts} parts.`, token.start, token.text.length, ['']);
  }
  return success({ parts, end: at });
}

function readWord({ text, start }: Token): Result<readonly Part[]> {
  if (/^\.+$/.test(text)) return success(Array.from(text, () => ({ kind: 'hold' as const })));
  if (text === '_') return success([{ kind: 'rest' }]);
  const degree = readDegree(text);
  const marks = degree && /^(['’,]*)(>?)$/.exec(degree.rest);
  if (!degree || !marks)
    return problem(
      `${quoted(text)} is no note of a tune. A note is a degree, 1 to 7, with ' an octave up or , an octave down; . holds it, _ is silence.`,
      start,
      text.length,
      ['_'],
    );
  const octave = [...marks[1]!].reduce((sum, mark) => sum + (mark === ',' ? -1 : 1), 0);
  if (Math.abs(octave) > farthestOctave)
    return problem('That is farther than anyone sings.', start, text.length, [
      formatDegree(degree.degree),
    ]);
  return success([
    {
      kind: 'note',
      note: { kind: 'note', degree: degree.degree, octave, accent: marks[2] !== '' },
    },
  ]);
}

function problem(message: string, start: number, length: number, instead: readonly string[]) {
  return failure({
    severity: 'problem',
    message,
    place: placeInLine(start, Math.max(length, 1)),
    repairs: instead.map((text) =>
      text === '' ? { label: 'Delete it', text } : replaceWith(text),
    ),
  });
}

function longer(event: TuneEvent, ticks: number): TuneEvent {
  return { ...event, ticks: event.ticks + ticks };
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

/** How the parts of a bar of a tune are parted: as chords are, and in sixteenths and what is half as long. */
function waysOf(meter: Meter): readonly (readonly number[])[] {
  const bar = barTicks(meter);
  const equal = (ticks: number) => Array.from({ length: bar / ticks }, () => ticks);
  return [...divisions(meter), equal(sixteenth), equal(sixteenth / 2)];
}
