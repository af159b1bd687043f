/** Where something stands in a text. Lines and columns count from 1, length is in UTF-16 code units. */
export interface Place {
  readonly line: number;
  readonly column: number;
  readonly length: number;
}

/** A text that could stand in the place of what is wrong, and what taking it means. */
export interface Repair {
  readonly label: string;
  readonly text: string;
  /** What gives way to it, where that is more than the problem's own place. */
  readonly at?: Place;
  /** It says what was typed, in the way of the text: nothing is lost by it. */
  readonly isSame?: boolean;
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

/** Why something cannot be done as a whole: there is no text in which it stands. */
export function impossible(message: string): ReturnType<typeof failure> {
  return failure({ severity: 'problem', message, place: placeInLine(0, 1), repairs: [] });
}

/** A one-line text's place: `start` counts from 0. */
export function placeInLine(start: number, length: number): Place {
  return { line: 1, column: start + 1, length };
}

/** A repair that puts `text` at the place of the problem. */
export function replaceWith(text: string): Repair {
  return { label: `Write ${text.trim()}`, text };
}

/** A repair that says the same in the way of the text. */
export function sayAs(text: string): Repair {
  return { ...replaceWith(text), isSame: true };
}

/** The same problem, seen from the text that holds the one it was found in. */
export function movedTo(problem: Problem, line: number, columnsBefore: number): Problem {
  const { place, repairs } = problem;
  const moved = (one: Place): Place => ({ ...one, line, column: one.column + columnsBefore });
  return {
    ...problem,
    place: moved(place),
    repairs: repairs.map((repair) => (repair.at ? { ...repair, at: moved(repair.at) } : repair)),
  };
}

/** Typed text quoted in a message: cut where it is long, so that the message stays a sentence. */
export function quoted(text: string): string {
  const shown = Array.from(text);
  return `“${shown.length > 24 ? `${shown.slice(0, 24).join('')}…` : text}”`;
}
