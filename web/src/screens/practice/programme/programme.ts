import type { ProgrammeStep } from '@intervallum/core';

/** A programme that is under way: bars of a song's section, round by round. */
export interface Programme {
  readonly songId: string;
  readonly title: string;
  readonly section: string;
  readonly steps: readonly ProgrammeStep[];
}
