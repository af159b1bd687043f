import type { Chord } from '../../chord/chord.ts';
import { parseChord } from '../../chord/parseChord.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import { Memo } from '../../kit/memo.ts';
import {
  quoted,
  replaceWith,
  type Place,
  type Problem,
  type Repair,
  type Result,
} from '../../kit/result.ts';
import { nearFeels, readFeel, readTempoChange } from '../feel.ts';
import { lexBars, type BarToken } from '../lines.ts';
import { formatMeter, parseMeter, sameMeter, type Meter } from '../meter.ts';
import { isPart, parseBar, problemAt } from './parseBar.ts';
import { meterBefore } from '../sectionMeters.ts';
import { feels, type Bar, type Feel, type PhraseWhen, type TempoChange } from '../song.ts';

/** Where a bar stands in the text, and where each of its slots does. */
export interface BarPlace extends Place {
  readonly slots: readonly Place[];
}

interface Cell {
  readonly tokens: BarToken[];
  /** Where the cell begins and ends in its line, from 0. */
  readonly start: number;
  readonly end: number;
}

/** What is said in braces before a bar. */
interface Changes {
  readonly changesMeter: boolean;
  readonly feel: Feel | null;
  readonly tempo: TempoChange;
}

/** What one line of bars says: its bars, their metres, where they stand and what is wrong; how things stand after it. */
export interface LineReading {
  /** The line on which it was read. */
  readonly line: number;
  readonly bars: readonly Bar[];
  readonly meters: readonly Meter[];
  readonly places: readonly BarPlace[];
  readonly found: readonly Problem[];
  readonly after: Standing;
}

/** What a bar needs to know of those before it. */
interface Standing {
  readonly meter: Meter;
  readonly ticksBefore: number | null;
  readonly barBefore: { readonly meter: Meter } | null;
}

/**
 * Lines of bars that were read: at every key press a whole chart is read again, of which all lines but one say what they
 * said. Who reads a chart once is quicker without.
 */
export class BarReadings {
  readonly #known = new Memo<LineReading>(1_000);

  get(name: string, make: () => LineReading): LineReading {
    return this.#known.get(name, make);
  }
}

/** Reads the lines of bars of one song, and remembers from line to line what sounds and in which metre. */
export class BarsReader {
  readonly found: Problem[] = [];
  readonly places: BarPlace[] = [];
  /** The metre of each bar of the line that was read last. */
  metersOfLine: readonly Meter[] = [];
  #slotPlaces: readonly Place[] = [];
  readonly #songMeter: Meter;
  readonly #readings: BarReadings | null;
  readonly #style: NumberStyle;
  readonly #chords = new Map<string, Result<Chord>>();
  #meter: Meter;
  #ticksBefore: number | null = null;
  #barBefore: { readonly meter: Meter } | null = null;
  /** What was found and read of the line that is being read. */
  #foundHere: Problem[] = [];
  #placesHere: BarPlace[] = [];
  /** The metres of the bars that all times share, and what sounds at their end. */
  #shared: Meter[] = [];
  #sharedEnd: Omit<Standing, 'meter'> | null = null;

  constructor(meter: Meter, style: NumberStyle, readings: BarReadings | null) {
    this.#readings = readings;
    this.#songMeter = meter;
    this.#meter = meter;
    this.#style = style;
  }

  /** A section begins in the song's own metre, with nothing to hold or repeat. */
  openSection(): void {
    this.#meter = this.#songMeter;
    this.#barBefore = null;
    this.#shared = [];
    this.#sharedEnd = null;
  }

  /** The metre that holds where the next bar begins. */
  get meter(): Meter {
    return this.#meter;
  }

  /** How many bars of the section all times share, so far. */
  get sharedBars(): number {
    return this.#shared.length;
  }

  /** Reads a line of bars; one that is not played every time goes on from the bars that all times share. */
  readLine(text: string, line: number, when: PhraseWhen | null = null): readonly Bar[] {
    return this.take(this.look(text, line, when), when);
  }

  /** What a line of bars would say where it stands; nothing is remembered of it until it is taken. */
  look(text: string, line: number, when: PhraseWhen | null = null): LineReading {
    if (when) this.#goOnFrom(when);
    return onLine(line, this.#read(text, line));
  }

  take(read: LineReading, when: PhraseWhen | null = null): readonly Bar[] {
    this.#meter = read.after.meter;
    this.#ticksBefore = read.after.ticksBefore;
    this.#barBefore = read.after.barBefore;
    this.metersOfLine = read.meters;
    if (!when) this.#shared.push(...read.meters);
    this.places.push(...read.places);
    this.found.push(...read.found);
    return read.bars;
  }

  #read(text: string, line: number): LineReading {
    if (!this.#readings) return this.#readBars(text, line);
    const isFirst = this.places.length === 0;
    const dependsOn = [text, isFirst, this.#style, this.#standing()];
    return this.#readings.get(JSON.stringify(dependsOn), () => this.#readBars(text, line));
  }

  #standing(): Standing {
    return { meter: this.#meter, ticksBefore: this.#ticksBefore, barBefore: this.#barBefore };
  }

  #goOnFrom(when: PhraseWhen): void {
    this.#sharedEnd ??= { barBefore: this.#barBefore, ticksBefore: this.#ticksBefore };
    this.#meter = meterBefore(when, this.#shared, this.#songMeter);
    this.#barBefore = this.#sharedEnd.barBefore && { meter: this.#meter };
    this.#ticksBefore = this.#sharedEnd.ticksBefore;
  }

  #readBars(text: string, line: number): LineReading {
    this.#foundHere = [];
    this.#placesHere = [];
    const bars: Bar[] = [];
    const meters: Meter[] = [];
    for (const cell of cellsOf(text)) {
      const bar = this.#readCell(cell, line);
      if (!bar) continue;
      bars.push(bar);
      meters.push(this.#meter);
      const first = cell.tokens[0]!;
      const last = cell.tokens.at(-1)!;
      const length = last.start + last.text.length - first.start;
      const place = { line, column: first.start + 1, length };
      this.#placesHere.push({ ...place, slots: this.#slotPlaces });
    }
    const [found, places] = [this.#foundHere, this.#placesHere];
    return { line, bars, meters, places, found, after: this.#standing() };
  }

  /** A song says a few chords many times: each is read once. */
  readonly #readChord = (text: string): Result<Chord> => {
    const known = this.#chords.get(text);
    if (known) return known;
    const read = parseChord(text, this.#style);
    this.#chords.set(text, read);
    return read;
  };

  #readCell(cell: Cell, line: number): Bar | null {
    this.#slotPlaces = [];
    if (cell.tokens.length === 0) {
      const message =
        'An empty bar says nothing: write a chord, . to hold, _ for silence or % for the bar before.';
      const place = { line, column: cell.start + 1, length: Math.max(cell.end - cell.start, 1) };
      this.#foundHere.push({
        severity: 'problem',
        message,
        place,
        repairs: [' . ', ' _ ', ' % '].map(replaceWith),
      });
      return null;
    }
    const changes = this.#takeChanges(cell.tokens, line);
    const { changesMeter, feel, tempo } = changes;
    const pickup = this.#takePickup(cell.tokens, line);
    const same = cell.tokens.find((token) => token.kind === 'same');
    if (same) return this.#readSame(same, cell, line, changes);
    const hasParts = cell.tokens.some(isPart);
    if (!hasParts) {
      const only = cell.tokens[0]!;
      this.#foundHere.push(
        problemAt(only, line, 'A bar must follow here.', [replaceWith(`${only.text} _`)]),
      );
      return null;
    }
    const read = parseBar(cell.tokens, {
      line,
      meter: this.#meter,
      changesMeter,
      feel,
      readChord: this.#readChord,
      ticksBefore: this.#ticksBefore,
      startsSection: this.#barBefore === null,
      pickup,
    });
    this.#foundHere.push(...read.problems);
    this.#barBefore = { meter: this.#meter };
    this.#slotPlaces = read.slotPlaces;
    this.#ticksBefore = read.bar.slots.at(-1)!.ticks;
    return { ...read.bar, ...tempo };
  }

  #readSame(same: BarToken, cell: Cell, line: number, { changesMeter, feel, tempo }: Changes): Bar {
    if (cell.tokens.some((token) => token !== same && token.kind !== 'change')) {
      this.#foundHere.push(
        problemAt(same, line, '% is a whole bar by itself.', [replaceWith('.')]),
      );
    }
    const before = this.#barBefore;
    if (!before) {
      this.#foundHere.push(
        problemAt(same, line, 'There is no bar before this one in the section to repeat.', [
          replaceWith('_'),
        ]),
      );
    } else if (changesMeter || !sameMeter(before.meter, this.#meter)) {
      const message = `% repeats a bar of ${formatMeter(before.meter)}, which does not fit a new metre.`;
      this.#foundHere.push(problemAt(same, line, message, [replaceWith('_')]));
    }
    return { kind: 'same', feel, ...tempo };
  }

  /** Takes the changes of metre and feel at the head of a bar. */
  #takeChanges(tokens: readonly BarToken[], line: number): Changes {
    let changesMeter = false;
    let feel: Feel | null = null;
    let tempo: TempoChange = {};
    const head = tokens.findIndex(({ kind }) => kind !== 'change');
    const taken = new Map<'metre' | 'feel' | 'tempo', BarToken>();
    /** Of several that one bar has the last holds. */
    const holds = (what: 'metre' | 'feel' | 'tempo', token: BarToken) => {
      const before = taken.get(what);
      taken.set(what, token);
      if (before)
        this.#foundHere.push(
          problemAt(before, line, `A bar has one ${what}; the last that is said holds.`, [
            { label: 'Take it away', text: '' },
          ]),
        );
    };
    for (const [index, token] of tokens.entries()) {
      if (token.kind !== 'change') continue;
      const said = readTempoChange(token.to);
      const found = said ? null : readFeel(token.to);
      const meter = said || found ? null : parseMeter(token.to);
      const written =
        (said?.ok ? token.to : found) ?? (meter?.ok ? formatMeter(meter.value) : null);
      if ((head >= 0 && index > head) || !token.text.endsWith('}')) {
        this.#foundHere.push(
          problemAt(token, line, 'A change stands in braces before the bar: {2/4}, {rit}.', [
            inFront(tokens, token, line, written ? `{${written}}` : ''),
          ]),
        );
      } else if (said) {
        if (said.ok) {
          const { feel: also, ...change } = said.value;
          holds(also ? 'feel' : 'tempo', token);
          feel = also ?? feel;
          tempo = { ...tempo, ...change };
        } else {
          const { message, repairs } = said.problems[0]!;
          const braced = repairs.map(({ text }) => replaceWith(`{${text}}`));
          this.#foundHere.push(problemAt(token, line, message, braced));
        }
      } else if (found) {
        feel = found;
        holds('feel', token);
      } else if (meter?.ok) {
        this.#meter = meter.value;
        changesMeter = true;
        holds('metre', token);
      } else {
        this.#foundHere.push(unknownChange(token, line, meter?.problems[0]));
      }
    }
    return { changesMeter, feel, tempo };
  }

  /** True for the first bar of the song in parentheses. Elsewhere, or half open, they are a problem. */
  #takePickup(tokens: readonly BarToken[], line: number): boolean {
    const marks = tokens.filter(({ kind }) => kind === 'open' || kind === 'close');
    if (marks.length === 0) return false;
    const first = tokens.find(({ kind }) => kind !== 'change');
    const whole = marks.length === 2 && first?.kind === 'open' && tokens.at(-1)?.kind === 'close';
    if (whole && this.places.length + this.#placesHere.length === 0) return true;
    const message = whole
      ? 'Only the first bar of a song can be a pickup.'
      : 'A pickup bar stands in one pair of parentheses.';
    for (const mark of marks)
      this.#foundHere.push(problemAt(mark, line, message, [replaceWith('')]));
    return false;
  }
}

/** A word of a bar moved to its front, as it should be written. */
function inFront(
  tokens: readonly BarToken[],
  moved: BarToken,
  line: number,
  written: string,
): Repair {
  const others = tokens.filter((token) => token !== moved).map(({ text }) => text);
  const text = [written, ...others].filter(Boolean).join(' ');
  const [first, last] = [tokens[0]!, tokens.at(-1)!];
  const length = last.start + last.text.length - first.start;
  return { ...replaceWith(text), at: { line, column: first.start + 1, length } };
}

/** A reading as it is where its line stands now. */
function onLine(line: number, read: LineReading): LineReading {
  if (read.line === line) return read;
  const here = (place: Place): Place => ({ ...place, line });
  return {
    ...read,
    line,
    places: read.places.map((place) => ({ ...here(place), slots: place.slots.map(here) })),
    found: read.found.map((problem) => ({
      ...problem,
      place: here(problem.place),
      repairs: problem.repairs.map((one) => (one.at ? { ...one, at: here(one.at) } : one)),
    })),
  };
}

/** What has digits was meant for a metre, anything else for a feel. */
function unknownChange(
  token: Extract<BarToken, { kind: 'change' }>,
  line: number,
  problem: Problem | undefined,
): Problem {
  if (problem && /\d/.test(token.to)) {
    const repairs = problem.repairs.map(({ text }) => replaceWith(`{${text}}`));
    return problemAt(token, line, problem.message, repairs);
  }
  const message = `${quoted(token.to)} is no change of metre, feel or tempo. There are {3/4}, {tempo 70}, {a tempo}, and the feels ${feels.join(', ')}.`;
  return problemAt(
    token,
    line,
    message,
    nearFeels(token.to).map((feel) => replaceWith(`{${feel}}`)),
  );
}

/** The bars of a line; a bar line at its beginning or end parts nothing. */
function cellsOf(text: string): Cell[] {
  const cells: Cell[] = [];
  let tokens: BarToken[] = [];
  let start = 0;
  const close = (end: number) => {
    cells.push({ tokens, start, end });
    tokens = [];
  };
  for (const token of lexBars(text)) {
    if (token.kind !== 'bar line') {
      tokens.push(token);
      continue;
    }
    close(token.start);
    start = token.start + 1;
  }
  close(text.length);
  const first = cells[0]?.tokens.length === 0 ? 1 : 0;
  const last =
    cells.length > 1 && cells.at(-1)!.tokens.length === 0 ? cells.length - 1 : cells.length;
  return cells.slice(first, last);
}
