import { failure, placeInLine, replaceWith, success, type Result } from '../kit/result.ts';
import { parseTempo } from './fields.ts';
import { feels, type Bar, type Feel, type TempoChange } from './song.ts';

/** Other words for a feel, as players write them. */
const alsoCalled: Readonly<Record<string, Feel>> = {
  'half time': 'half-time',
  half: 'half-time',
  'rit.': 'rit',
  ritardando: 'rit',
  rall: 'rit',
  slower: 'rit',
  'free time': 'free',
  rubato: 'free',
  tempo: 'in time',
};

/** @returns null for what names no feel */
export function readFeel(text: string): Feel | null {
  const said = text.toLowerCase().replace(/\s+/g, ' ').trim();
  return feels.find((feel) => feel === said) ?? alsoCalled[said] ?? null;
}

/** The feels that a mistyped word may mean; all of them where none begins like it. */
export function nearFeels(text: string): readonly Feel[] {
  const near = feels.filter((feel) => feel[0] === text[0]?.toLowerCase());
  return near.length > 0 ? near : feels;
}

/** A change of tempo before a bar, and the feel that comes with it. */
export type SaidTempo = TempoChange & { readonly feel?: Feel };

/**
 * Reads what is said of the tempo before a bar: `tempo 70`, `a tempo`, `rit 60` (slowing down to 60).
 * @returns null for what says nothing of it
 */
export function readTempoChange(text: string): Result<SaidTempo> | null {
  const said = text.toLowerCase().replace(/\s+/g, ' ').trim();
  if (said === 'a tempo') return success({ tempo: 'a tempo' });
  const found = /^(?:(tempo|bpm)|rit\.?|rall\.?|slower)(?: to)?(?: ?= ?| )(\S+)$/.exec(said);
  if (!found) return null;
  const isSet = found[1] !== undefined;
  const tempo = parseTempo(found[2]!);
  if (tempo.ok)
    return success(isSet ? { tempo: tempo.value } : { feel: 'rit', slowTo: tempo.value });
  const { message, repairs } = tempo.problems[0]!;
  const word = isSet ? 'tempo' : 'rit';
  return failure({
    severity: 'problem',
    message,
    place: placeInLine(0, text.length),
    repairs: repairs.map(({ text: value }) => replaceWith(`${word} ${value}`)),
  });
}

/** What stands before a bar of its feel and its tempo, each in braces with a space behind. */
export function printFeel({ feel, tempo, slowTo }: Pick<Bar, 'feel' | 'tempo' | 'slowTo'>): string {
  const words = [
    ...(tempo === undefined ? [] : [tempo === 'a tempo' ? tempo : `tempo ${tempo}`]),
    ...(feel === null ? [] : [feel === 'rit' && slowTo !== undefined ? `rit ${slowTo}` : feel]),
  ];
  return words.map((word) => `{${word}} `).join('');
}

/** The feel from a bar on: what it says, and in time where it goes back to a tempo or takes another. */
export function feelFrom({ feel, tempo }: Pick<Bar, 'feel' | 'tempo'>, now: Feel): Feel {
  if (feel) return feel;
  return tempo === 'a tempo' || (tempo !== undefined && now === 'rit') ? 'in time' : now;
}

/** What a bar says of its tempo, and nothing else of it. */
export function tempoOf({ tempo, slowTo }: TempoChange): TempoChange {
  return {
    ...(tempo === undefined ? {} : { tempo }),
    ...(slowTo === undefined ? {} : { slowTo }),
  };
}
