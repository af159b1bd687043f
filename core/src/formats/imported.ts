import { emptyHead } from '../chart/fields.ts';
import { namesSection } from '../chart/heading.ts';
import { sectionOfStep } from '../chart/road.ts';
import type { Song } from '../chart/song.ts';
import { failure, type Result } from '../kit/result.ts';
import type { Key } from '../pitch/key.ts';
import type { KeyGuess } from './guessKey.ts';
import type { ImportAnswers, ImportQuestion } from './questions.ts';
import type { LineSource } from './sources.ts';

/** A song read from another format, with what a person should look at before it is kept. */
export interface Imported {
  readonly song: Song;
  /** The likeliest keys, where the file did not say one; the first was taken. Empty where it did. */
  readonly keys: readonly KeyGuess[];
  /** What the file does not say and was assumed, in sentences. */
  readonly guessed: readonly string[];
  /** What the file says and the chart cannot hold, in sentences. */
  readonly dropped: readonly string[];
  /** What was decided without being sure, and may be decided otherwise. */
  readonly questions: readonly ImportQuestion[];
  /** Where each line of each section comes from. */
  readonly sources: readonly (readonly (LineSource | null)[])[];
}

/** What a reader can say of a score that it does not say itself, or says wrongly. */
export interface ScoreHints {
  /** The key in which it sounds at its beginning; what changes later changes from there. */
  readonly key?: Key | null;
  /** What was answered to the questions of an earlier reading. */
  readonly answers?: ImportAnswers;
}

/** A file that cannot be read, with the place where it went wrong. */
export function unreadable(message: string, line = 1, column = 1, length = 1): Result<never> {
  const place = { line, column, length };
  return failure({ severity: 'problem', message, place, repairs: [] });
}

export const emptySong: Song = { ...emptyHead, sections: [] };

/** A text that fits on one line of a chart. */
export function oneLine(text: string, most = 200): string {
  return text
    .replace(/[\p{Cc}\p{Zl}\p{Zp}|]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, most);
}

/** A name that a chart reads as that of a section: one that says something else there has a word before it. */
export function sectionName(text: string): string {
  const name = oneLine(text.replace(/[:>*]/g, ' '), 55) || 'Section';
  return namesSection(name) ? name : `Part ${name}`;
}

/** The song without a roadmap that names a section it does not have; what is lost is told. */
export function withKnownRoad(song: Song, dropped: string[]): Song {
  const unknown = song.road?.find(
    (step) => step.kind === 'play' && sectionOfStep(song.sections, step.name) < 0,
  );
  if (unknown?.kind !== 'play') return song;
  dropped.push(`The order: it names a section “${unknown.name}” that is not there.`);
  return { ...song, road: null };
}

/** @example counted(1, 'bar') // '1 bar'; counted(2, 'bar') // '2 bars' */
export function counted(count: number, what: string): string {
  return `${count} ${what}${count === 1 ? '' : 's'}`;
}
