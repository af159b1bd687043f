/** What a reader had to decide by itself, and what a person may say instead. The answers are words of the reader's own. */
export interface ImportQuestion {
  readonly id: QuestionId;
  /** The line of the source that it is about; null where it is about all of them. */
  readonly line: number | null;
  readonly answers: readonly string[];
  /** One of them. */
  readonly taken: string;
}

export type QuestionId =
  /** How many chords a bar has, on lines without bar lines. */
  | 'chords in a bar'
  | 'meter'
  /** Whether chords beside a capo are shapes, or stand as they sound. */
  | 'capo'
  /** Whether a section whose chords are of another key is lifted there. */
  | 'key change'
  /** What becomes of words that no chords stand over. */
  | 'words alone'
  /** How many bars stand on a line of the chart. */
  | 'bars on a line'
  /** How often the chords of played notes change at most. */
  | 'changes';

/** What was answered, by `answerTo` of the question. */
export type ImportAnswers = Readonly<Record<string, string>>;

/** Under which name a question is answered: of one line by itself, or of all. */
export function answerTo({ id, line }: Pick<ImportQuestion, 'id' | 'line'>): string {
  return line === null ? id : `${id}, line ${line}`;
}

/** The questions of one reading, with what was answered, or else what is usual. */
export class Questions {
  readonly #answers: ImportAnswers;
  readonly #asked = new Map<string, ImportQuestion>();

  constructor(answers: ImportAnswers = {}) {
    this.#answers = answers;
  }

  /** Asks once: what was answered of this line, else of all lines, else the first of the answers. */
  ask<Answer extends string>(
    id: QuestionId,
    answers: readonly Answer[],
    line: number | null = null,
  ): Answer {
    const said = [this.#answers[answerTo({ id, line })], this.#answers[id]];
    const taken =
      said
        .map((one) => answers.find((answer) => answer === one))
        .find((one) => one !== undefined) ?? answers[0]!;
    this.#asked.set(answerTo({ id, line }), { id, line, answers, taken });
    return taken;
  }

  /** Those of all lines first. */
  get asked(): ImportQuestion[] {
    return [...this.#asked.values()].sort((one, other) => (one.line ?? 0) - (other.line ?? 0));
  }
}
