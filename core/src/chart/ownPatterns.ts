import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';
import { commaParts } from './commaParts.ts';
import {
  mostSteps,
  printStep,
  readSteps,
  stepLengths,
  type Step,
  type StepLength,
  type TexturedHand,
} from './steps.ts';

/** A pattern of a player's own, bar by bar: one bar goes round and round, of several each has its turn. */
export type PatternBars = readonly (readonly Step[])[];

/** A pattern of the song's own that has a name, for the sections that use it. */
export interface SongPattern {
  readonly name: string;
  readonly bars: PatternBars;
  /** Null for eighths. */
  readonly step: StepLength | null;
  /** In a left hand the last step of each chord is the fifth of the next one. */
  readonly leading: boolean;
}

export const mostPatternBars = 4;
export const mostPatterns = 60;
export const longestPatternName = 40;

/** The name of a pattern that a line of the head gives a meaning: `pattern lilt: …`; null for any other line. */
export function patternLineNamed(word: string): string | null {
  return /^pattern\s+(?<name>\S.*)$/i.exec(word.trim())?.groups?.['name']?.trim() ?? null;
}

/**
 * Reads what stands after the colon of such a line: the steps of up to four bars, between bar lines, then how long a step is
 * and whether it leads: `T~ M L M | TL M TL M, sixteenths`.
 */
export function readSongPattern(name: string, value: string): Result<SongPattern> {
  const start = value.length - value.trimStart().length;
  const problem = (message: string) =>
    failure({
      severity: 'problem',
      message,
      place: placeInLine(start, Math.max(1, value.trim().length)),
      repairs: [],
    });
  if (name.length > longestPatternName)
    return problem(`The name of a pattern holds up to ${longestPatternName} characters.`);
  if (/["“”,]/u.test(name))
    return problem('The name of a pattern has no commas and no quotation marks in it.');
  const [first, ...options] = commaParts(value);
  // What a right hand has a left hand has as well.
  const bars = readPatternBars(first!.text, 'left', first!.start);
  if (!bars.ok) return bars;
  let pattern: SongPattern = { name, bars: bars.value, step: null, leading: false };
  for (const { text, start: at } of options) {
    const said = text.toLowerCase();
    const step = stepLengths.find((one) => one === said);
    if (step) pattern = { ...pattern, step };
    else if (said === 'leading') pattern = { ...pattern, leading: true };
    else {
      const words = [...stepLengths, 'leading'];
      return failure({
        severity: 'problem',
        message: `After the steps of a pattern stands ${words.join(', ')}; not ${quoted(text)}. How loud it is stands where it is used.`,
        place: placeInLine(at, Math.max(text.length, 1)),
        repairs: words.filter((word) => word[0] === said[0]).map(replaceWith),
      });
    }
  }
  return success(pattern);
}

/** The line of a pattern: `pattern lilt: T~ M L M | TL M TL M, sixteenths`. */
export function printSongPattern({ name, bars, step, leading }: SongPattern): string {
  const said = [printPatternBars(bars), ...(step ? [step] : []), ...(leading ? ['leading'] : [])];
  return `pattern ${name}: ${said.join(', ')}`;
}

/** Whether a hand can play it: the fifth and the octave above the lowest note are the left hand's. */
export function isForHand(bars: PatternBars, hand: TexturedHand): boolean {
  return (
    hand === 'left' ||
    bars
      .flat()
      .every(
        (step) =>
          step.kind !== 'strike' ||
          step.notes.every(({ voice }) => voice !== 'fifth' && voice !== 'octave'),
      )
  );
}

/** The steps of the bars of a pattern, between bar lines. @param start where the text begins in its line */
export function readPatternBars(
  text: string,
  hand: TexturedHand,
  start: number,
): Result<PatternBars> {
  const problem = (message: string, at: number, length: number, repairs: readonly string[]) =>
    failure({
      severity: 'problem',
      message,
      place: placeInLine(at, Math.max(1, length)),
      repairs: repairs.map(replaceWith),
    });
  const typed = text.split('|');
  if (typed.length > mostPatternBars) {
    const kept = typed.slice(0, mostPatternBars).join('|').trim();
    const message = `A pattern has up to ${mostPatternBars} bars; this has ${typed.length}.`;
    return problem(message, start, text.length, [kept]);
  }
  const bars: (readonly Step[])[] = [];
  let at = start;
  for (const bar of typed) {
    const steps = readSteps(bar, hand);
    if (!steps.ok)
      return problem(
        `${quoted(steps.text)} is no step. ${stepsInWords[hand]}`,
        at + steps.start,
        steps.text.length,
        ['.'],
      );
    if (steps.value.length === 0)
      return problem('A bar of a pattern has one step at least; . goes on.', at, bar.length, [
        ' . ',
      ]);
    if (steps.value.length > mostSteps) {
      const message = `A bar of a pattern has up to ${mostSteps} steps; this has ${steps.value.length}.`;
      return problem(message, at, bar.length, [
        steps.value.slice(0, mostSteps).map(printStep).join(' '),
      ]);
    }
    bars.push(steps.value);
    at += bar.length + 1;
  }
  return success(bars);
}

/** @example printPatternBars([[hold], [silence]]) // '. | _' */
export function printPatternBars(bars: PatternBars): string {
  return bars.map((steps) => steps.map(printStep).join(' ')).join(' | ');
}

const marksInWords = '. goes on, _ is silence, ( ) soft, > accented, ~ rings on, ! short.';
export const stepsInWords: Readonly<Record<TexturedHand, string>> = {
  right: `Steps are T (top), M (middle), L (low), A (all); ${marksInWords}`,
  left: `Steps are L (lowest), M (middle), T (top), A (all), 5 and 8 above the lowest; ${marksInWords}`,
};
