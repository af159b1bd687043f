import { checkOwnMove, mostOwnMoves, type OwnMove } from '@intervallum/core';
import { z } from 'zod';
import { id, withoutInvisible } from './text.ts';

/** A move of the team's own, read and put in order by core, which says what is wrong with one. */
export const ownMove = z.unknown().transform((sent, context): OwnMove => {
  const move = checkOwnMove(sent);
  if (typeof move !== 'string') {
    const name = withoutInvisible(move.name);
    if (name !== '') return { ...move, name };
  }
  const why = typeof move === 'string' ? move : 'its name has no sign that can be seen.';
  context.addIssue({ code: 'custom', message: `A move cannot be kept: ${why}` });
  return z.NEVER;
});

/** A move that is kept for the whole team. */
export interface KeptMove extends OwnMove {
  readonly id: string;
}

const keptMove = z.unknown().transform((sent, context): KeptMove => {
  const named = z.object({ id }).safeParse(sent);
  if (!named.success) {
    context.addIssue({ code: 'custom', message: 'A move needs an id of its own.' });
    return z.NEVER;
  }
  const move = ownMove.safeParse(sent);
  if (move.success) return { id: named.data.id, ...move.data };
  context.addIssue({ code: 'custom', message: move.error.issues[0]!.message });
  return z.NEVER;
});

/** The moves of a team, by their names. */
export const moveList = z.object({ moves: z.array(keptMove).max(mostOwnMoves) });
export type MoveList = z.infer<typeof moveList>;

/** Moves that are to be kept. Each has an id from whoever made it: a repeated request adds nothing. */
export const newMoves = z.object({ moves: z.array(keptMove).min(1).max(mostOwnMoves) });
export type NewMoves = z.infer<typeof newMoves>;
