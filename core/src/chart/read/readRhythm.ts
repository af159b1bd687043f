import { sixteenth, type Ticks } from '../../kit/ticks.ts';
import {
  failure,
  placeInLine,
  replaceWith,
  success,
  type Problem,
  type Result,
} from '../../kit/result.ts';
import { barTicks, divisions, formatMeter, type Meter } from '../meter.ts';
import { finest } from '../tune.ts';

/** The most parts of a bar or of a group. */
const mostParts = 48;

/** What is done for a stretch of a bar: a note of whatever kind begins, there is silence, or what sounds goes on. */
export type RhythmEvent<Note> = { readonly ticks: Ticks } & (
  | { readonly kind: 'note'; readonly note: Note }
  | { readonly kind: 'rest' }
  | { readonly kind: 'held' }
);

/**
 * Reads the rhythm of one bar, as a tune and a line of a hand are written: `.` holds, `_` is silence, the parts share the bar
 * equally, and what stands in parentheses shares one part: `5 (6 5) 3 .`
 * @param readNote reads a word that is none of these; where it begins in the text is said to it
 * @param what the thing that is read, for what is said of it: a tune
 */
export function readRhythm<Note>(
  text: string,
  meter: Meter,
  readNote: (word: string, start: number) => Result<Note>,
  what: string,
): Result<readonly RhythmEvent<Note>[]> {
  const tokens = [...text.matchAll(/[()]|(?:\{[^}]*\}?|[^\s(){])+/g)].map((found) => ({
    text: found[0],
    start: found.index,
  }));
  if (tokens.length === 0) return success([]);
  const parts = readParts(tokens, 0, readNote);
  if (!parts.ok) return parts;
  if (parts.value.end < tokens.length) {
    const { start } = tokens[parts.value.end]!;
    return problem('This parenthesis was never opened.', start, 1, ['']);
  }
  const way = waysOf(meter).find(({ length }) => length === parts.value.parts.length);
  if (!way) {
    const counts = [...new Set(waysOf(meter).map(({ length }) => length))];
    const enough = counts.find((count) => count > parts.value.parts.length);
    const missing = enough ? ' .'.repeat(enough - parts.value.parts.length) : null;
    return problem(
      `A bar of ${formatMeter(meter)} has ${counts.join(', ')} parts; this ${what} has ${parts.value.parts.length}. What is shorter stands in parentheses: (5 6).`,
      tokens[0]!.start,
      text.trimEnd().length - tokens[0]!.start,
      missing === null ? [] : [text.trim() + missing],
    );
  }
  const events: RhythmEvent<Note>[] = [];
  const put = (part: Part<Note>, ticks: number): Problem | null => {
    if (part.kind === 'group') {
      const each = ticks / part.parts.length;
      if (!Number.isInteger(each) || each < finest)
        return problemOf(
          `${part.parts.length} parts are too many to share this stretch of the bar.`,
          part.start,
          part.length,
          [],
        );
      for (const inner of part.parts) {
        const wrong = put(inner, each);
        if (wrong) return wrong;
      }
      return null;
    }
    const last = events.at(-1);
    if (part.kind === 'hold' && last) events[events.length - 1] = longer(last, ticks);
    else if (part.kind === 'hold') events.push({ kind: 'held', ticks });
    else if (part.kind === 'rest' && last?.kind === 'rest')
      events[events.length - 1] = longer(last, ticks);
    else if (part.kind === 'rest') events.push({ kind: 'rest', ticks });
    else events.push({ kind: 'note', note: part.note, ticks });
    return null;
  };
  for (const [index, part] of parts.value.parts.entries()) {
    const wrong = put(part, way[index]!);
    if (wrong) return failure(wrong);
  }
  return success(events);
}

type Part<Note> =
  | { readonly kind: 'hold' }
  | { readonly kind: 'rest' }
  | { readonly kind: 'note'; readonly note: Note }
  | {
      readonly kind: 'group';
      readonly parts: readonly Part<Note>[];
      readonly start: number;
      readonly length: number;
    };

interface Token {
  readonly text: string;
  readonly start: number;
}

/** The parts up to the end or to a closing parenthesis, and where that is. */
function readParts<Note>(
  tokens: readonly Token[],
  from: number,
  readNote: (word: string, start: number) => Result<Note>,
): Result<{ readonly parts: readonly Part<Note>[]; readonly end: number }> {
  const parts: Part<Note>[] = [];
  let at = from;
  while (at < tokens.length && tokens[at]!.text !== ')') {
    const token = tokens[at]!;
    if (token.text === '(') {
      const inner = readParts(tokens, at + 1, readNote);
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
      if (/^\.+$/.test(token.text))
        parts.push(...Array.from(token.text, () => ({ kind: 'hold' as const })));
      else if (token.text === '_') parts.push({ kind: 'rest' });
      else {
        const read = readNote(token.text, token.start);
        if (!read.ok) return read;
        parts.push({ kind: 'note', note: read.value });
      }
      at += 1;
    }
    if (parts.length > mostParts)
      return problem(`A bar has up to ${mostParts} parts.`, token.start, token.text.length, ['']);
  }
  return success({ parts, end: at });
}

/** What is wrong with a stretch of a line, and what could stand in its place; an empty text deletes it. */
export function problem(
  message: string,
  start: number,
  length: number,
  instead: readonly string[],
): Result<never> {
  return failure(problemOf(message, start, length, instead));
}

function problemOf(
  message: string,
  start: number,
  length: number,
  instead: readonly string[],
): Problem {
  return {
    severity: 'problem',
    message,
    place: placeInLine(start, Math.max(length, 1)),
    repairs: instead.map((text) =>
      text === '' ? { label: 'Delete it', text } : replaceWith(text),
    ),
  };
}

function longer<Event extends { readonly ticks: Ticks }>(event: Event, ticks: Ticks): Event {
  return { ...event, ticks: event.ticks + ticks };
}

/** How the parts of a bar are parted: as chords are, and in sixteenths and what is half as long. */
function waysOf(meter: Meter): readonly (readonly number[])[] {
  const bar = barTicks(meter);
  const equal = (ticks: number) => Array.from({ length: bar / ticks }, () => ticks);
  return [...divisions(meter), equal(sixteenth), equal(sixteenth / 2)];
}
