import type { Degree, MadeStep, OwnMove, SeriesPace } from '@intervallum/core';

/** No series: its chords follow each other. */
export const oneAfterTheOther = 'chords';

/** What was made so far: it stays when the window is closed, until it is kept. */
export interface MoveDraft {
  readonly name: string;
  readonly pace: SeriesPace | typeof oneAfterTheOther;
  readonly target: OwnMove['target'];
  /** Null for where the open gap leads. */
  readonly root: Degree | null;
  readonly steps: readonly MadeStep[];
}

export const emptyDraft: MoveDraft = {
  name: '',
  pace: oneAfterTheOther,
  target: 'any',
  root: null,
  steps: [],
};
