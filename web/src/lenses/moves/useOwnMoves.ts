import type { KeptMove } from '@intervallum/contract';
import { printOwnMoves, readOwnMoves, type OwnMove } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { movesQuery } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { t } from '../../words/words.ts';
import { useOwn } from '../parts/useOwn.ts';

const none: readonly KeptMove[] = [];

/** The moves of the team's own; none while they are on their way. */
export function useOwnMoves(): readonly KeptMove[] {
  return useQuery(movesQuery()).data?.moves ?? none;
}

export function useOwnMoveActions() {
  return useOwn<OwnMove, KeptMove>({
    queryKey: movesQuery().queryKey,
    keep: api.keepMoves,
    forget: api.forgetMove,
    withId: (move, id) => ({ ...move, id }),
    fileName: 'moves.json',
    print: printOwnMoves,
    read: (text) => {
      const read = readOwnMoves(text);
      return read.ok ? read.value : read.problems[0]!.message;
    },
    words: {
      tooLarge: t('This file is too large for a file of moves.'),
      empty: t('There is no move in this file.'),
      keptMany: (count) => t('{{count}} moves are kept.', { count }),
    },
  });
}
