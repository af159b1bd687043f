/** Where something stands in a text. Lines and columns count from 1, length is in UTF-16 code units. */
export interface Place {
  readonly line: number;
  readonly column: number;
  readonly length: number;
}

/** A text that could stand at the problem's place instead, and what taking it means. */
export interface Repair {
  readonly label: string;
  readonly text: string;
}

/** Something to tell a person about a text: what, where, and how to put it right. */
export interface Problem {
  /** A `problem` refuses the text at its place; a `hint` accepts it and offers a clearer spelling. */
  readonly severity: 'problem' | 'hint';
  readonly message: string;
  readonly place: Place;
  readonly repairs: readonly Repair[];
}

/** What reading a text gives: the value (perhaps with hints), or the reasons why there is none. */
export type Result<Value> =
  | { readonly ok: true; readonly value: Value; readonly hints: readonly Problem[] }
  | { readonly ok: false; readonly problems: readonly Problem[] };

export function success<Value>(value: Value, hints: readonly Problem[] = []): Result<Value> {
  return { ok: true, value, hints };
}

export function failure(problem: Problem): { readonly ok: false; readonly problems: Problem[] } {
  return { ok: false, problems: [problem] };
}

/** A one-line text's place: `start` counts from 0. */
export function placeInLine(start: number, length: number): Place {
  return { line: 1, column: start + 1, length };
}

/** A repair that puts `text` at the place of the problem. */
export function replaceWith(text: string): Repair {
  return { label: `Write ${text.trim()}`, text };
}

/** The same problem, seen from the text that holds the one it was found in. */
export function movedTo(problem: Problem, line: number, columnsBefore: number): Problem {
  const { place } = problem;
  return { ...problem, place: { ...place, line, column: place.column + columnsBefore } };
}

/** Typed text quoted in a message: cut where it is long, so that the message stays a sentence. */
export function quoted(text: string): string {
  const shown = Array.from(text);
  return `“${shown.length > 24 ? `${shown.slice(0, 24).join('')}…` : text}”`;
}
