import type { ChartResult } from '../chart/read/parseChart.ts';
import { printHeading } from '../chart/heading.ts';
import { printPhrase, printSection, printShapes } from '../chart/print/printChart.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import { styleFor, type Section, type Song } from '../chart/song.ts';
import { shapeNamed } from '../chart/namedShapes.ts';
import { patternLineNamed, printSongPattern } from '../chart/ownPatterns.ts';
import { printTextures, textureLineNamed } from '../chart/texture.ts';
import { printRangeSaid } from '../chart/saidRange.ts';
import { handsLineNamed, printHandsLines } from '../chart/saidHands.ts';
import { linesOf } from '../kit/lines.ts';
import type { Cursor } from '../marks/cursor.ts';
import type { Edit } from './edit.ts';
import type { ChartChange } from './change.ts';
import { LineEdits } from './lineEdits.ts';
import { lineOfSection } from './place.ts';
import { slotsAfter } from './slotsAfter.ts';

/**
 * The edit that makes some changes of a chart. Every line that no change touches stays as it was typed, whatever is wrong
 * in it.
 * @param cursor where one goes on, in the chart after the changes
 */
export function written(
  read: ChartResult,
  changes: readonly ChartChange[],
  cursor: Cursor | null,
): Edit {
  const writer = new ChartWriter(read, changes);
  for (const change of changes) writer.make(change);
  return {
    ok: true,
    changes: writer.lines.edits(),
    slots: slotsAfter(read.song, changes),
    cursor,
  };
}

/** Makes changes of a chart on its lines. */
class ChartWriter {
  readonly lines: LineEdits;
  readonly #read: ChartResult;
  readonly #typed: readonly string[];
  readonly #after: readonly Section[];

  constructor(read: ChartResult, changes: readonly ChartChange[]) {
    this.#read = read;
    this.#typed = linesOf(read.text);
    this.#after = withPhrases(read.song, changes);
    this.lines = new LineEdits(read);
  }

  make(change: ChartChange): void {
    switch (change.kind) {
      case 'phrase':
        return this.#rewritePhrase(change);
      case 'heading':
        return this.#rewriteHeading(change);
      case 'textures':
        return this.#rewriteTextures(change);
      case 'song textures':
        return this.#rewriteHead(isTextureLine, printTextures(change.textures));
      case 'hands':
        return this.#rewriteHands(change);
      case 'range':
        return this.#rewriteRange(change);
      case 'song hands':
        return this.#rewriteHead(isHandsLine, printHandsLines(change.hands));
      case 'song shapes':
        return this.#rewriteHead(
          isShapeLine,
          printShapes({ ...this.#song, shapes: change.shapes }),
        );
      case 'song patterns':
        return this.#rewriteHead(isPatternLine, change.patterns.map(printSongPattern));
      case 'add section':
        return this.#addSection(change);
      case 'remove section':
        return this.lines.remove(this.#startOf(change.section), this.#startOf(change.section + 1));
    }
  }

  get #song(): Song {
    return this.#read.song;
  }

  get #style() {
    return styleFor(this.#song.key, this.#song);
  }

  #rewritePhrase({ section, phrase, instead }: Extract<ChartChange, { kind: 'phrase' }>): void {
    const at = this.#read.sectionLines[section]?.phrases[phrase];
    if (!at) return;
    const indent = this.#indentOf(at.bars);
    const printed = metersOf(this.#after[section]!, this.#song.meter)
      .filter((one) => instead.includes(one.phrase))
      .flatMap((one) => printPhrase(one, this.#style).map((line) => indent + line));
    const old = [at.bars, ...(at.tune === null ? [] : [at.tune]), ...at.played, ...at.words];
    // Lines that stay the same kind give way one by one, so that what is alike in them stays where it is.
    if (printed.length === old.length) {
      for (const [index, line] of old.entries()) this.lines.rewrite(line, printed[index]!);
      return;
    }
    if (printed.length === 0) this.lines.remove(at.bars, at.bars + 1);
    else this.lines.rewrite(at.bars, printed.join('\n'));
    for (const line of old.slice(1)) this.lines.remove(line, line + 1);
  }

  #rewriteHeading({ section, written }: Extract<ChartChange, { kind: 'heading' }>): void {
    const { heading } = this.#read.sectionLines[section]!;
    // Bars without a name above them get one.
    if (heading === null) this.lines.addAfter(this.#startOf(section) - 1, [printHeading(written)]);
    else this.lines.rewrite(heading, printHeading(written));
  }

  #rewriteTextures({ section, textures }: Extract<ChartChange, { kind: 'textures' }>): void {
    const { heading, directions, textures: old, phrases } = this.#read.sectionLines[section]!;
    const indent = this.#indentOf(old[0] ?? phrases[0]?.bars ?? 1);
    for (const line of old) this.lines.remove(line, line + 1);
    const after = old[0] ?? directions.at(-1) ?? heading ?? this.#startOf(section) - 1;
    this.lines.addAfter(
      after,
      printTextures(textures).map((line) => (indent || '  ') + line),
    );
  }

  #rewriteHands({ section, hands }: Extract<ChartChange, { kind: 'hands' }>): void {
    const {
      heading,
      directions,
      textures,
      hands: old,
      phrases,
    } = this.#read.sectionLines[section]!;
    const indent = this.#indentOf(old[0] ?? textures[0] ?? phrases[0]?.bars ?? 1);
    for (const line of old) this.lines.remove(line, line + 1);
    const before = [...directions, ...textures];
    const after =
      old[0] ?? (before.length > 0 ? Math.max(...before) : (heading ?? this.#startOf(section) - 1));
    this.lines.addAfter(
      after,
      printHandsLines(hands).map((line) => (indent || '  ') + line),
    );
  }

  #rewriteRange({ section, range }: Extract<ChartChange, { kind: 'range' }>): void {
    const { heading, range: old, phrases } = this.#read.sectionLines[section]!;
    const indent = this.#indentOf(old ?? phrases[0]?.bars ?? 1) || '  ';
    const said = range ? [`${indent}range: ${printRangeSaid(range)}`] : [];
    if (old === null) this.lines.addAfter(heading ?? this.#startOf(section) - 1, said);
    else if (said[0] === undefined) this.lines.remove(old, old + 1);
    else this.lines.rewrite(old, said[0]);
  }

  /** Lines of the head of a kind give way to others. */
  #rewriteHead(isOld: (line: string) => boolean, lines: readonly string[]): void {
    const head = this.#typed.slice(0, this.#startOf(0) - 1);
    for (const [index, line] of head.entries())
      if (isOld(line)) this.lines.remove(index + 1, index + 2);
    this.lines.addAfter(head.findLastIndex((line) => line.includes(':')) + 1, lines);
  }

  #addSection({ after, added }: Extract<ChartChange, { kind: 'add section' }>): void {
    const printed = printSection(added, this.#song.meter, this.#style);
    if (after >= 0) return this.lines.addAfter(this.#lastLine(after), ['', printed]);
    const line = this.#startOf(0) - 1;
    if (this.#song.sections.length === 0) return this.lines.addAfter(line, ['', printed]);
    const isApart = (this.#typed[line - 1] ?? '').trim() === '';
    this.lines.addAfter(line, [...(isApart ? [] : ['']), printed, '']);
  }

  #startOf(section: number): number {
    return lineOfSection(this.#read, section);
  }

  /** The last line of a section with something on it. */
  #lastLine(section: number): number {
    let line = this.#startOf(section + 1) - 1;
    while (line > this.#startOf(section) && this.#typed[line - 1]?.trim() === '') line -= 1;
    return line;
  }

  #indentOf(line: number): string {
    return /^\s*/.exec(this.#typed[line - 1] ?? '')![0];
  }
}

function isTextureLine(line: string): boolean {
  const colon = line.indexOf(':');
  return colon >= 0 && textureLineNamed(line.slice(0, colon)) !== null;
}

function isShapeLine(line: string): boolean {
  const colon = line.indexOf(':');
  return colon >= 0 && shapeNamed(line.slice(0, colon)) !== null;
}

function isPatternLine(line: string): boolean {
  const colon = line.indexOf(':');
  return colon >= 0 && patternLineNamed(line.slice(0, colon)) !== null;
}

function isHandsLine(line: string): boolean {
  const colon = line.indexOf(':');
  return colon >= 0 && handsLineNamed(line.slice(0, colon)) !== null;
}

/** The sections that changes of phrases leave, for the metres that hold in them. */
function withPhrases(song: Song, changes: readonly ChartChange[]): Section[] {
  return song.sections.map((section, index) => ({
    ...section,
    phrases: section.phrases.flatMap((phrase, place) => {
      const change = changes.find(
        (one) => one.kind === 'phrase' && one.section === index && one.phrase === place,
      );
      return change?.kind === 'phrase' ? change.instead : [phrase];
    }),
  }));
}
