import { LineIndex, linesOf } from '../../kit/lines.ts';
import { isLike, counted, ordinalOf } from '../../kit/words.ts';
import { movedTo, quoted, replaceWith, sayAs, type Problem } from '../../kit/result.ts';
import { emptyHead, fieldNames, parseTempo, readField, type FieldName } from '../fields.ts';
import { chartLimits } from '../limits.ts';
import { readLine, type Line } from '../lines.ts';
import { readRangeSaid } from '../saidRange.ts';
import { HandsLinesReader } from './handsLines.ts';
import type { OpenLines, OpenSection, SectionLines } from './openSection.ts';
import { insteadOfLine, problemOfLine, lineToDelete } from './problemOfLine.ts';
import { BarsReader, type BarPlace, type BarReadings } from './parseBars.ts';
import { readTuneLine } from './readTune.ts';
import { readNamedLines, type NamedLineTyped } from './readNamedLines.ts';
import { readNames, type NameLine } from './readNames.ts';
import { readPlayLine } from './readPlayed.ts';
import { readPatterns } from './readPatterns.ts';
import { readShapes, type ShapeLine } from './readShapes.ts';
import { endingHints } from './endingHints.ts';
import { tooLong } from './tooLong.ts';
import { withKeeping } from '../untidy/keep.ts';
import { fieldOfWords } from '../untidy/fieldWords.ts';
import { otherBars, untidyLine, type UntidyLine } from '../untidy/untidyLine.ts';
import { printPlayHead, withoutEmptyLines, type HandLine } from '../played.ts';
import { missingSection } from '../road.ts';
import { printWhen, readWhen } from '../when.ts';
import { styleFor, withoutEmptyEnd, type Phrase, type PhraseWhen, type Song } from '../song.ts';
import { nothingSaidOfHands } from '../saidHands.ts';
import { noTextures } from '../texture.ts';

/**
 * A chart that was read. With problems the rest of it is still there: chords that could not be read stand in it
 * as they were typed. `barPlaces` says where each bar stands in the text, in the order of the song, `sectionLines` on
 * which lines (from 1) each section stands.
 */
export type ChartResult = {
  /** What was read, and its lines. */
  readonly text: string;
  readonly lines: LineIndex;
  /** What could be read: `value`, or `partial` where there are problems. */
  readonly song: Song;
  readonly barPlaces: readonly BarPlace[];
  readonly sectionLines: readonly SectionLines[];
  readonly hints: readonly Problem[];
} & (
  | { readonly ok: true; readonly value: Song }
  | { readonly ok: false; readonly problems: readonly Problem[]; readonly partial: Song }
);

/**
 * Reads chart text; docs/chart-text.md is its grammar. Never throws and never gives up:
 * every line that can be read is, whatever the others hold.
 * @param readings what was read before of a chart that is read again and again
 */
export function parseChart(text: string, readings: BarReadings | null = null): ChartResult {
  if (text.length > chartLimits.characters) {
    const message = `A chart holds up to ${chartLimits.characters} characters; this has ${text.length}. Is it more than one song?`;
    const place = { line: 1, column: 1, length: 1 };
    const problems: Problem[] = [{ severity: 'problem', message, place, repairs: [] }];
    const nothing: Song = { ...emptyHead, sections: [] };
    return {
      ok: false,
      problems,
      text,
      lines: new LineIndex(''),
      song: nothing,
      partial: nothing,
      hints: [],
      barPlaces: [],
      sectionLines: [],
    };
  }
  const reader = new ChartReader(text, readings);
  for (const [index, line] of linesOf(text).entries()) reader.take(line, index + 1);
  return reader.finish();
}

class ChartReader {
  readonly #text: string;
  readonly #readings: BarReadings | null;
  #head = emptyHead;
  readonly #seen = new Set<FieldName>();
  readonly #sections: OpenSection[] = [];
  readonly #lines: OpenLines[] = [];
  readonly #found: Problem[] = [];
  #bars: BarsReader | null = null;
  /** Lines of bars that read as they stand. */
  readonly #plainBars: { readonly text: string; readonly number: number }[] = [];
  readonly #shapes: ShapeLine[] = [];
  readonly #names: NameLine[] = [];
  readonly #namedLines: NamedLineTyped[] = [];
  readonly #hands = new HandsLinesReader();
  #road: { readonly value: string; readonly line: number; readonly start: number } | null = null;

  constructor(text: string, readings: BarReadings | null) {
    this.#text = text;
    this.#readings = readings;
    const { patterns, problems } = readPatterns(text);
    this.#head = { ...emptyHead, patterns };
    this.#found.push(...problems);
  }

  take(typed: string, number: number): void {
    const text = this.#withoutControls(typed, number);
    if (text.length > chartLimits.lineCharacters) {
      this.#problem(
        number,
        text,
        `A line holds up to ${chartLimits.lineCharacters} characters; this has ${text.length}. Start a new line after a phrase.`,
      );
      return;
    }
    const line = readLine(text, this.#sections.length > 0);
    switch (line.kind) {
      case 'blank':
        return;
      case 'field':
        return this.#takeField(line, number);
      case 'heading':
        return this.#openSection(line, text, number);
      case 'words':
        return this.#takeWords(line, text, number);
      case 'direction':
        return this.#takeDirection(line.text, text, number);
      case 'texture':
        return this.#hands.takeTexture(line, this.#here(), text, number, this.#head.patterns);
      case 'shape':
        this.#shapes.push({ ...line, number });
        return;
      case 'pattern':
        // Read before all else.
        return;
      case 'own name':
        return this.#takeName(line, text, number);
      case 'section tempo':
        return this.#takeSectionTempo(line, number);
      case 'section range':
        return this.#takeSectionRange(line, number);
      case 'hands':
        return this.#hands.takeHands(line, this.#here(), text, number);
      case 'named line':
        this.#namedLines.push({ ...line, number });
        return;
      case 'play':
        return this.#takePlay(line, text, number);
      case 'tune':
        return this.#takeTune(line, text, number);
      case 'bars':
        return this.#takeBars(text, number);
      case 'bars at times':
        return this.#takeBarsAtTimes(line, text, number);
      case 'heading with bars':
        return this.#problem(
          number,
          text,
          'A section’s name has a line to itself, ended by its colon.',
          [
            ...(this.#sections.length === 0 ? likeFields(line.name) : []).map(
              (name) => `${name}: ${line.rest}`,
            ),
            `${line.name}:\n  ${line.rest}`,
          ],
        );
      case 'late field':
        return this.#problem(
          number,
          text,
          `${quoted(line.name)} is a field; fields stand above the first section.`,
          [''],
        );
      case 'unknown field':
        return this.#problem(
          number,
          text,
          `${quoted(line.name)} is no field of a chart. There are ${fieldNames.join(', ')}.`,
          [...likeFields(line.name).map((name) => `${name}: ${line.value}`), ''],
        );
    }
  }

  finish(): ChartResult {
    this.#settleNames();
    const { minor } = styleFor(this.#head.key, this.#head);
    const named = readShapes(this.#shapes, minor);
    this.#found.push(...named.problems);
    const song: Song = { ...this.#head, shapes: named.shapes, sections: this.#sections };
    if (song.road && this.#road) {
      const missing = missingSection(this.#road.value, song.road, song.sections);
      const { line, start } = this.#road;
      if (!missing.ok)
        this.#found.push(...missing.problems.map((problem) => movedTo(problem, line, start)));
    }
    this.#found.push(...this.#hands.finish());
    this.#hintAtBars();
    this.#found.push(...endingHints(song, this.#lines, this.#text));
    this.#found.push(...tooLong(song, this.#road, this.#lines, this.#text));
    const barPlaces = this.#bars?.places ?? [];
    const found = [...this.#found, ...(this.#bars?.found ?? [])].sort(byPlace);
    const problems = this.#kept(found.filter(isProblem));
    const hints = found.filter(({ severity }) => severity === 'hint');
    const text = this.#text;
    const rest = {
      text,
      lines: new LineIndex(text),
      song,
      hints,
      barPlaces,
      sectionLines: this.#lines,
    };
    if (problems.length === 0) return { ok: true, value: song, ...rest };
    return { ok: false, problems, partial: song, ...rest };
  }

  /** The problems with a repair first that loses nothing of what was typed. */
  #kept(problems: readonly Problem[]): Problem[] {
    if (problems.length === 0) return [];
    const [first] = this.#lines;
    return withKeeping(problems, {
      lines: linesOf(this.#text),
      firstSection: first ? (first.heading ?? first.phrases[0]?.bars ?? null) : null,
      bars: new Set(this.#lines.flatMap(({ phrases }) => phrases.map(({ bars }) => bars))),
      style: styleFor(this.#head.key, this.#head),
    });
  }

  #takeField(line: Extract<Line, { kind: 'field' }>, number: number): void {
    const { name, value, valueStart } = line;
    if (this.#seen.has(name)) {
      const message = `${quoted(name)} was said above already; only one can hold.`;
      this.#found.push(lineToDelete(number, valueStart + value.length, message));
      return;
    }
    this.#seen.add(name);
    const read = readField(name, value, this.#head);
    if (read.ok) this.#head = read.value;
    if (name === 'road') this.#road = { value, line: number, start: valueStart };
    const found = read.ok ? read.hints : read.problems;
    this.#found.push(...found.map((problem) => movedTo(problem, number, valueStart)));
  }

  #openSection(line: Extract<Line, { kind: 'heading' }>, text: string, number: number): void {
    const { name, times, open } = line;
    if (name === '')
      this.#problem(number, text, 'A section needs a name before its colon.', ['Verse:']);
    if (name.length > 60) {
      this.#problem(number, text, 'The name of a section holds up to 60 characters.', [
        `${name.slice(0, 60).trim()}:`,
      ]);
    }
    const inRange = times >= 1 && times <= 99;
    if (!inRange) this.#problem(number, text, 'A section is played 1 to 99 times.', [`${name}:`]);
    this.#addSection({ name, times: inRange ? times : 1, open }, number);
    this.#bars?.openSection();
  }

  #takeName(line: Extract<Line, { kind: 'own name' }>, text: string, number: number): void {
    if (this.#sections.length === 0) this.#names.push({ ...line, number });
    else
      this.#problem(
        number,
        text,
        `What ${quoted(line.name)} is stands above the first section.`,
        [],
      );
  }

  /** Names are counted as the head says: they are read when it is whole. */
  #settleNames(): void {
    this.#settleLines();
    const lines = this.#names.splice(0);
    if (lines.length === 0) return;
    const { minor } = styleFor(this.#head.key, this.#head);
    const { names, problems } = readNames(lines, minor);
    this.#head = { ...this.#head, names };
    this.#found.push(...problems);
  }

  /** Lines that have names, likewise, in the metre of the song. */
  #settleLines(): void {
    const typed = this.#namedLines.splice(0);
    if (typed.length === 0) return;
    const { minor } = styleFor(this.#head.key, this.#head);
    const { lines, problems } = readNamedLines(typed, { meter: this.#head.meter, minor });
    this.#head = { ...this.#head, lines };
    this.#found.push(...problems);
  }

  #addSection(section: Pick<OpenSection, 'name' | 'times' | 'open'>, heading: number | null): void {
    this.#settleNames();
    const hands = nothingSaidOfHands;
    this.#sections.push({ ...section, directions: [], textures: noTextures, hands, phrases: [] });
    this.#lines.push({
      heading,
      range: null,
      directions: [],
      textures: [],
      hands: [],
      phrases: [],
    });
  }

  #takeBars(text: string, number: number): void {
    if (this.#sections.length === 0 && this.#takeHeadWords(text, number)) return;
    if (this.#sections.length === 0) {
      this.#problem(number, text, 'Bars stand in a section; give it a name first.', [
        `Verse:\n  ${text.trim()}`,
      ]);
      this.#addSection({ name: '', times: 1, open: false }, null);
    }
    const reader = this.#reader();
    const read = reader.look(text, number);
    const untidy = read.found.some(isProblem) ? this.#untidy(text) : null;
    const { phrases } = this.#sections.at(-1)!;
    if (!untidy && phrases.some(({ when }) => when !== null)) {
      const named = phrases.flatMap(({ when }) => (when?.kind === 'ending' ? when.times : []));
      this.#problem(
        number,
        text,
        'Bars that all times share stand above the endings and above what is played instead.',
        [`${ordinalOf(Math.max(0, ...named) + 1)} ending: ${text.trim()}`],
      );
    }
    if (!untidy && !read.found.some(isProblem)) this.#plainBars.push({ text, number });
    if (untidy) {
      this.#sayAs(number, text, untidy);
      if (untidy.kind === 'heading') this.#openUntidy(text, number);
      if (untidy.kind !== 'bars') return;
    }
    const bars = reader.take(untidy ? { ...read, found: [] } : read);
    if (bars.length > 0) this.#addPhrase(null, bars, number);
  }

  /** Above the first section: what is said without a colon, a section without one, a title by itself. True where it was taken. */
  #takeHeadWords(text: string, number: number): boolean {
    const field = fieldOfWords(text);
    if (field) {
      this.#takeField({ kind: 'field', ...field }, number);
      return true;
    }
    const untidy = this.#untidy(text);
    if (untidy?.kind === 'heading') {
      this.#sayAs(number, text, untidy);
      this.#openUntidy(text, number);
      return true;
    }
    const isTitle = !untidy && !this.#seen.has('title') && !this.#reads(text, number);
    if (isTitle)
      this.#problem(number, text, 'The title of a song stands after “title:”.', [
        `title: ${text.trim()}`,
      ]);
    return isTitle;
  }

  /** A section whose name is written in another hand: what stands under it is its own all the same. */
  #openUntidy(text: string, number: number): void {
    this.#addSection({ name: text.trim(), times: 1, open: false }, number);
    this.#bars?.openSection();
  }

  /** Whether a line reads as bars as it stands. */
  #reads(text: string, number: number): boolean {
    const style = styleFor(this.#head.key, this.#head);
    const reader = new BarsReader(this.#head.meter, style, null);
    return reader
      .look(text, number)
      .bars.some((bar) => bar.kind === 'same' || bar.slots.some(({ kind }) => kind === 'chord'));
  }

  /** What a line is that was written in another hand than the chart's; null for one that is no such thing. */
  #untidy(text: string): UntidyLine | null {
    const section = this.#sections.at(-1);
    return untidyLine(text, {
      key: this.#head.key,
      style: styleFor(this.#head.key, this.#head),
      meter: this.#bars?.meter ?? this.#head.meter,
      inSections: section !== undefined,
      hasBars: (section?.phrases.length ?? 0) > 0,
    });
  }

  /** The fields are known by now: the first line of bars comes after them. */
  #reader(): BarsReader {
    this.#bars ??= new BarsReader(
      this.#head.meter,
      styleFor(this.#head.key, this.#head),
      this.#readings,
    );
    return this.#bars;
  }

  #takeBarsAtTimes(
    { when, start }: Extract<Line, { kind: 'bars at times' }>,
    text: string,
    number: number,
  ): void {
    const reader = this.#reader();
    const shared = reader.sharedBars;
    const inner = text.slice(start).trim();
    if (readWhen(inner)) {
      const label = when.kind === 'ending' ? `${text.slice(0, start).trim()}\n  ` : '';
      const message =
        'What is played at some times has no times of its own; each has a line of its own.';
      this.#problem(number, text, message, [label + inner]);
      return;
    }
    // What stands before the bars is taken away without moving them.
    const bars = reader.readLine(' '.repeat(start) + text.slice(start), number, when);
    if (bars.length === 0 && when.kind === 'instead') {
      this.#problem(number, text, 'After the colon stand the bars that are played then.');
      return;
    }
    if (when.times.some((time) => time < 1))
      this.#problem(number, text, 'Times through a section are counted from 1.');
    if (when.kind === 'instead' && (when.bar < 1 || when.bar > shared)) {
      const message =
        shared === 0
          ? 'There are no bars above that others could be played instead of.'
          : `The section has ${counted(shared, 'bar')} that all times share; what begins beyond them is an ending.`;
      const typed = text.slice(start).trim();
      this.#problem(number, text, message, [
        `${printWhen({ kind: 'ending', times: when.times, only: true })} ${typed}`,
      ]);
    }
    this.#addPhrase(when, bars, number);
  }

  /** The section that is being read, and its lines. */
  #here(): { readonly section: OpenSection; readonly lines: OpenLines } {
    return { section: this.#sections.at(-1)!, lines: this.#lines.at(-1)! };
  }

  #addPhrase(when: PhraseWhen | null, bars: Phrase['bars'], line: number): void {
    this.#sections.at(-1)!.phrases.push({ when, bars, tune: [], words: [] });
    this.#lines.at(-1)!.phrases.push({ bars: line, tune: null, played: [], words: [] });
  }

  /** Lines that could well be meant otherwise; of chords that may be bars the first one is asked about, until there is a bar line. */
  #hintAtBars(): void {
    const hasBarLines = this.#plainBars.some(({ text }) => text.includes('|'));
    let isAsked = hasBarLines;
    for (const { text, number } of this.#plainBars) {
      const other = otherBars(text, this.#head.meter, isAsked);
      if (!other) continue;
      isAsked = true;
      const typed = text.trim();
      const column = text.length - text.trimStart().length + 1;
      this.#found.push({
        severity: 'hint',
        message: other.message,
        place: { line: number, column, length: typed.length },
        repairs: [replaceWith(other.instead)],
      });
    }
  }

  #takeTune(line: Extract<Line, { kind: 'tune' }>, text: string, number: number): void {
    const phrase = this.#sections.at(-1)?.phrases.at(-1);
    const lines = this.#lines.at(-1)?.phrases.at(-1);
    if (line.text.trim() === '') {
      const message =
        'After the colon stand the notes that are sung; a section needs another name.';
      this.#problem(number, text, message, ['Instrumental:', '']);
      return;
    }
    if (!phrase || !lines) {
      this.#problem(number, text, 'A tune stands under a line of bars; there is none above it.');
      return;
    }
    if (lines.tune !== null) {
      this.#problem(number, text, 'These bars have a tune already; only one can hold.', ['']);
      return;
    }
    lines.tune = number;
    const { minor } = styleFor(this.#head.key, this.#head);
    const read = readTuneLine(line.text, this.#bars!.metersOfLine, minor);
    phrase.tune.push(...read.tune);
    this.#found.push(...read.problems.map((one) => movedTo(one, number, line.start)));
  }

  #takePlay(
    { head, text: typed, start }: Extract<Line, { kind: 'play' }>,
    text: string,
    number: number,
  ): void {
    const phrase = this.#sections.at(-1)?.phrases.at(-1);
    const lines = this.#lines.at(-1)?.phrases.at(-1);
    if (!phrase || !lines) {
      const message =
        'What a hand plays stands under a line of bars; there is none above it in this section.';
      this.#problem(number, text, message);
      return;
    }
    if (typed.trim() === '') {
      const message = 'After the colon stand the notes that are played: 5 6 5 3.';
      this.#problem(number, text, message, ['']);
      return;
    }
    const isSame = (other: HandLine) => printPlayHead(other) === printPlayHead(head);
    if (phrase.played?.some(isSame)) {
      const message = 'These bars have such a line already; only one can hold.';
      this.#problem(number, text, message, ['']);
      return;
    }
    lines.played.push(number);
    const { minor } = styleFor(this.#head.key, this.#head);
    const read = readPlayLine(typed, this.#bars!.metersOfLine, minor, this.#head.lines);
    const [line] = withoutEmptyLines([{ ...head, cells: read.cells }]);
    if (line) phrase.played = [...(phrase.played ?? []), line];
    this.#found.push(...read.problems.map((one) => movedTo(one, number, start)));
  }

  #takeSectionTempo(
    { value, start }: Extract<Line, { kind: 'section tempo' }>,
    number: number,
  ): void {
    const section = this.#sections.at(-1)!;
    const before = value.length - value.trimStart().length;
    if (section.tempo !== undefined) {
      const message = 'The tempo of this section was said above already; only one can hold.';
      this.#found.push(lineToDelete(number, start + value.length, message));
      return;
    }
    const read = parseTempo(value.trim());
    if (read.ok) section.tempo = read.value;
    else this.#found.push(...read.problems.map((one) => movedTo(one, number, start + before)));
  }

  #takeSectionRange(
    { value, start }: Extract<Line, { kind: 'section range' }>,
    number: number,
  ): void {
    const section = this.#sections.at(-1)!;
    const lines = this.#lines.at(-1)!;
    if (lines.range !== null) {
      const message = 'The range of this section was said above already; only one can hold.';
      this.#found.push(lineToDelete(number, start + value.length, message));
      return;
    }
    lines.range = number;
    const before = value.length - value.trimStart().length;
    const read = readRangeSaid(value.trim());
    if (read.ok) section.range = read.value;
    else this.#found.push(...read.problems.map((one) => movedTo(one, number, start + before)));
  }

  #takeWords(line: Extract<Line, { kind: 'words' }>, text: string, number: number): void {
    const phrase = this.#sections.at(-1)?.phrases.at(-1);
    if (!phrase) {
      this.#problem(
        number,
        text,
        'Words stand under a line of bars; there is none above them in this section.',
      );
      return;
    }
    const cells = withoutEmptyEnd(line.text.split('|').map((cell) => cell.trim()));
    if (cells.length > phrase.bars.length) {
      const before = line.text.split('|').slice(0, phrase.bars.length).join('|').length;
      const place = { line: number, column: line.start + before + 1, length: 1 };
      const message = `There are words for ${cells.length} bars, and the line above has ${phrase.bars.length}.`;
      this.#found.push({
        severity: 'problem',
        message,
        place,
        repairs: [{ label: 'Join the words here', text: ' ' }],
      });
    }
    if (cells.length === 0) return;
    phrase.words.push(cells);
    this.#lines.at(-1)!.phrases.at(-1)!.words.push(number);
  }

  #takeDirection(direction: string, text: string, number: number): void {
    const section = this.#sections.at(-1);
    if (section && direction !== '') {
      section.directions.push(direction);
      this.#lines.at(-1)!.directions.push(number);
    } else if (!section)
      this.#problem(number, text, 'A direction stands in a section; there is none above it.');
  }

  /** Invisible control characters are told and read as spaces. */
  #withoutControls(text: string, number: number): string {
    // eslint-disable-next-line no-control-regex -- finding control characters is the purpose
    return text.replace(/[\u0000-\u0008\u000b-\u001f\u007f-\u009f]/g, (control, at: number) => {
      const code = control.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0');
      this.#found.push({
        severity: 'problem',
        message: `There is an invisible control character here (U+${code}).`,
        place: { line: number, column: at + 1, length: 1 },
        repairs: [{ label: 'Delete it', text: '' }],
      });
      return ' ';
    });
  }

  /** A line that was written in another hand, and how the chart says the same. */
  #sayAs(line: number, text: string, { message, instead }: UntidyLine): void {
    this.#found.push(problemOfLine(line, text, message, instead.map(sayAs)));
  }

  #problem(line: number, text: string, message: string, instead: readonly string[] = []): void {
    this.#found.push(problemOfLine(line, text, message, instead.map(insteadOfLine)));
  }
}

/** The fields that a word is like, the likest first. */
function likeFields(word: string): FieldName[] {
  return fieldNames.filter((field) => isLike(word.toLowerCase(), field));
}

const isProblem = ({ severity }: Problem) => severity === 'problem';

function byPlace(one: Problem, other: Problem): number {
  return one.place.line - other.place.line || one.place.column - other.place.column;
}
