import { movedTo, type Problem } from '../../kit/result.ts';
import type { Line } from '../lines.ts';
import type { SongPattern } from '../ownPatterns.ts';
import { printHandsLine, readHandsLine } from '../saidHands.ts';
import { readTexture, withBarTexture } from '../texture.ts';
import { barsOfATime, type OpenLines, type OpenSection } from './openSection.ts';
import { insteadOfLine, problemOfLine, lineToDelete } from './problemOfLine.ts';

/** Reads the lines of sections that say what the hands do and what they hold. */
export class HandsLinesReader {
  readonly found: Problem[] = [];
  /** What is said of the hands in each section so far. */
  readonly #said = new Map<OpenSection, Set<string>>();
  readonly #singleBars: {
    readonly section: OpenSection;
    readonly bar: number;
    readonly line: number;
    readonly text: string;
  }[] = [];

  /** What a hand does in a section, or in one bar of it. */
  takeTexture(
    { hand, bar, value, start }: Extract<Line, { kind: 'texture' }>,
    { section, lines }: { readonly section: OpenSection; readonly lines: OpenLines },
    text: string,
    number: number,
    patterns: readonly SongPattern[],
  ): void {
    if (value.trim() === '') {
      const message = `After the colon stands what the ${hand} hand does; a section needs another name.`;
      this.#problem(number, text, message, [`${text.slice(0, start).trim()} block`, '']);
      return;
    }
    const inBar = bar === null ? '' : ` in bar ${bar}`;
    const said = this.#said.get(section) ?? new Set<string>();
    this.#said.set(section, said);
    if (said.has(hand + inBar)) {
      const message = `What the ${hand} hand does${inBar} was said above already; only one can hold.`;
      this.found.push(lineToDelete(number, start + value.length, message));
      return;
    }
    said.add(hand + inBar);
    lines.textures.push(number);
    if (bar !== null) this.#singleBars.push({ section, bar, line: number, text });
    const read = readTexture(value, hand, patterns);
    if (!read.ok) this.found.push(...read.problems.map((one) => movedTo(one, number, start)));
    else if (read.value) {
      const { textures } = section;
      section.textures =
        bar === null
          ? { ...textures, [hand]: read.value }
          : withBarTexture(textures, hand, bar, read.value);
    }
  }

  /** What the hands of a section hold. */
  takeHands(
    { about, value, start }: Extract<Line, { kind: 'hands' }>,
    { section, lines }: { readonly section: OpenSection; readonly lines: OpenLines },
    text: string,
    number: number,
  ): void {
    if (value.trim() === '') {
      const message = `After the colon stands the ${about} of the section; a section needs another name.`;
      this.#problem(number, text, message, ['']);
      return;
    }
    lines.hands.push(number);
    if (printHandsLine(about, section.hands) !== null) {
      const message = `The ${about} of this section was said above already; only one can hold.`;
      this.found.push(lineToDelete(number, start + value.length, message));
      return;
    }
    const read = readHandsLine(about, value, section.hands);
    if (read.ok) section.hands = read.value;
    else this.found.push(...read.problems.map((one) => movedTo(one, number, start)));
  }

  /** Once all bars are read: a single bar of which something is said must be there. */
  finish(): readonly Problem[] {
    for (const { section, bar, line, text } of this.#singleBars) {
      const bars = barsOfATime(section);
      if (bar >= 1 && bar <= bars) continue;
      const has = `${bars} ${bars === 1 ? 'bar' : 'bars'}`;
      this.#problem(line, text, `The section has ${has}: there is no bar ${bar}.`, ['']);
    }
    return this.found;
  }

  #problem(line: number, text: string, message: string, instead: readonly string[]): void {
    this.found.push(problemOfLine(line, text, message, instead.map(insteadOfLine)));
  }
}
