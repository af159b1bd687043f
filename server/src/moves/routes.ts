import { newMoves } from '@intervallum/contract';
import { mostOwnMoves } from '@intervallum/core';
import type { Database } from '../db/database.ts';
import { ownRoutes } from '../http/ownRoutes.ts';
import { countMoves, deleteMove, insertMoves, listMoves } from './store.ts';

/** The moves of a team's own. */
export function moveRoutes(database: Database) {
  return ownRoutes(database, {
    many: 'moves',
    one: 'move',
    sent: newMoves,
    most: mostOwnMoves,
    list: listMoves,
    count: countMoves,
    insert: insertMoves,
    remove: deleteMove,
  });
}
