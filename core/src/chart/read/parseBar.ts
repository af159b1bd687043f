import { sixteenth } from '../../kit/ticks.ts';
import { listed } from '../../kit/words.ts';
import {
  movedTo,
  quoted,
  replaceWith,
  type Place,
  type Problem,
  type Repair,
  type Result,
} from '../../kit/result.ts';
import type { Chord } from '../../chord/chord.ts';
import { barTicks, divisions, formatMeter, type Meter } from '../meter.ts';
import type { BarToken } from '../lines.ts';
import {
  pushTicks,
  type ChordSlot,
  type Feel,
  type PlayedBar,
  type Push,
  type Ring,
  type Slot,
} from '../song.ts';

/** What a bar needs to know of its surroundings. */
export interface BarContext {
  readonly line: number;
  readonly meter: Meter;
  /** The metre is announced before this bar. */
  readonly changesMeter: boolean;
  /** The feel that begins with this bar. */
  readonly feel: Feel | null;
  /** Reads a chord as the chart's numbers are meant. */
  readonly readChord: (text: string) => Result<Chord>;
  /** Length of the slot that sounds just before the bar; null at the very beginning. */
  readonly ticksBefore: number | null;
  readonly startsSection: boolean;
  readonly pickup: boolean;
}

export interface ReadBar {
  readonly bar: PlayedBar;
  /** Where each slot's chord (or rest, or hold) stands in the text, without its push and marks. */
  readonly slotPlaces: readonly Place[];
  readonly problems: readonly Problem[];
}

type PartToken = Extract<BarToken, { kind: 'hold' | 'rest' | 'chord' }>;

export function isPart(token: BarToken): token is PartToken {
  return token.kind === 'chord' || token.kind === 'hold' || token.kind === 'rest';
}

/** Reads the words of one bar. A bar with problems is still given, as near to what was typed as can be. */
export function parseBar(tokens: readonly BarToken[], context: BarContext): ReadBar {
  const problems: Problem[] = [];
  const parts = tokens.filter(isPart);
  const lengths = partLengths(parts, context, problems);

  const slots: Slot[] = [];
  const slotPlaces: Place[] = [];
  let next = 0;
  for (const token of parts) {
    const count = token.kind === 'hold' ? token.parts : 1;
    const ticks = lengths.slice(next, next + count).reduce((sum, length) => sum + length, 0);
    next += count;
    const previous = slots.at(-1);
    if (token.kind !== 'hold' || !previous) slotPlaces.push(placeOf(token, context.line));
    if (token.kind !== 'hold') {
      const before = previous?.ticks ?? context.ticksBefore;
      slots.push(readSlot(token, ticks, before, context, problems));
    } else if (previous) {
      slots[slots.length - 1] = { ...previous, ticks: previous.ticks + ticks };
    } else {
      if (context.startsSection && !context.pickup) {
        problems.push(
          problemAt(
            token,
            context.line,
            'There is no chord here to hold at the start of a section.',
            [replaceWith('_')],
          ),
        );
      }
      slots.push({ kind: 'held', ticks });
    }
  }
  const meter = context.changesMeter ? context.meter : null;
  const bar: PlayedBar = {
    kind: 'played',
    meter,
    feel: context.feel,
    pickup: context.pickup,
    slots,
  };
  return { bar, slotPlaces, problems };
}

function placeOf(token: PartToken, line: number): Place {
  const start = token.kind === 'chord' ? token.start + token.push.length : token.start;
  const { length } = token.kind === 'chord' ? token.chord : token.text;
  return { line, column: start + 1, length };
}

/** The length of each part in ticks; a number of parts that the metre cannot carry is a problem. */
function partLengths(
  parts: readonly PartToken[],
  { meter, line }: BarContext,
  problems: Problem[],
): readonly number[] {
  const count = parts.reduce((sum, token) => sum + (token.kind === 'hold' ? token.parts : 1), 0);
  const ways = divisions(meter);
  const fitting = ways.find((way) => way.length === count);
  if (fitting) return fitting;
  const first = parts[0]!;
  const last = parts.at(-1)!;
  const allowed = ways.map((way) => way.length);
  problems.push({
    severity: 'problem',
    message: `${formatMeter(meter)} cannot share a bar among ${count} parts; it takes ${listed(allowed.map(String), 'or')}.`,
    place: { line, column: first.start + 1, length: last.start + last.text.length - first.start },
    repairs: partRepairs(parts, count, allowed),
  });
  return Array.from({ length: count }, () => Math.round(barTicks(meter) / count));
}

/** The nearest ways to put the number of parts right: hold the first or the last chord longer, or make two bars of it. */
function partRepairs(
  parts: readonly PartToken[],
  count: number,
  allowed: readonly number[],
): Repair[] {
  const words = parts.map(({ text }) => text);
  const more = allowed.find((number) => number > count);
  const repairs: string[] = [];
  if (more !== undefined && more - count <= 4) {
    const holds = Array.from({ length: more - count }, () => '.');
    repairs.push([words[0], ...holds, ...words.slice(1)].join(' '), [...words, ...holds].join(' '));
  }
  const fewer = allowed.findLast((number) => number < count);
  if (fewer !== undefined && allowed.includes(count - fewer) && count === parts.length) {
    repairs.push(`${words.slice(0, fewer).join(' ')} | ${words.slice(fewer).join(' ')}`);
  }
  // However many parts there are: each can have a bar.
  if (repairs.length === 0) repairs.push(words.join(' | '));
  return [...new Set(repairs)].map(replaceWith);
}

function readSlot(
  token: Exclude<PartToken, { kind: 'hold' }>,
  ticks: number,
  ticksBefore: number | null,
  context: BarContext,
  problems: Problem[],
): Slot {
  if (token.kind === 'rest') return { kind: 'rest', fermata: token.fermata, ticks };
  const chordStart = token.start + token.push.length;
  const read = context.readChord(token.chord);
  const found = read.ok ? read.hints : read.problems;
  problems.push(...found.map((problem) => movedTo(problem, context.line, chordStart)));
  const push = readPush(token, ticksBefore, context, problems);
  const marks = readMarks(token, context.line, problems);
  if (!read.ok) return { kind: 'unread', text: token.text, ticks };
  return { kind: 'chord', chord: read.value, push, ...marks, ticks };
}

function readPush(
  token: Extract<BarToken, { kind: 'chord' }>,
  ticksBefore: number | null,
  { line }: BarContext,
  problems: Problem[],
): Push | null {
  if (token.push === '') return null;
  const without = [replaceWith(token.chord + token.marks)];
  const arrows = token.push.replace('r', '').length;
  if (arrows > 2) {
    problems.push(
      problemAt(token, line, 'A push is an eighth (<) or a sixteenth (<<) early.', [
        replaceWith(`<<${token.chord}${token.marks}`),
      ]),
    );
    return null;
  }
  const push: Push = {
    by: arrows === 1 ? 'eighth' : 'sixteenth',
    hands: token.push.endsWith('r') ? 'right' : 'both',
  };
  if (ticksBefore === null) {
    problems.push(
      problemAt(
        token,
        line,
        'The first chord of a song has nothing before it to push into; give it a pickup bar in parentheses.',
        without,
      ),
    );
  } else if (ticksBefore < pushTicks(push)) {
    problems.push(
      problemAt(token, line, `This push comes in before the part ahead of it has begun.`, [
        ...(push.by === 'eighth' && ticksBefore >= sixteenth
          ? [replaceWith(`<${token.text}`)]
          : []),
        ...without,
      ]),
    );
  }
  return push;
}

function readMarks(
  token: Extract<BarToken, { kind: 'chord' }>,
  line: number,
  problems: Problem[],
): Pick<ChordSlot, 'ring' | 'stop' | 'accent' | 'fermata'> {
  const rings = token.marks.match(/~\d*/g) ?? [];
  const stop = token.marks.includes('!');
  const bars = rings[0] && rings[0].length > 1 ? Number(rings[0].slice(1)) : null;
  const bare = token.push + token.chord;
  if (rings.length > 0 && stop) {
    problems.push(
      problemAt(token, line, 'A chord either rings (~) or stops (!), not both.', [
        replaceWith(bare + rings[0]),
        replaceWith(`${bare}!`),
      ]),
    );
  } else if (rings.length > 1 || (bars !== null && (bars < 1 || bars > 16))) {
    problems.push(
      problemAt(
        token,
        line,
        `${quoted(rings.join(''))}: a chord rings to the end of its slot (~) or for 1 to 16 bars (~2).`,
        [replaceWith(`${bare}~`)],
      ),
    );
  }
  const ring: Ring | null = rings.length > 0 ? { bars } : null;
  return {
    ring,
    stop,
    accent: token.marks.includes('>'),
    fermata: token.marks.includes('^'),
  };
}

export function problemAt(
  token: { readonly start: number; readonly text: string },
  line: number,
  message: string,
  repairs: readonly Repair[] = [],
): Problem {
  const place = { line, column: token.start + 1, length: token.text.length };
  return { severity: 'problem', message, place, repairs };
}
