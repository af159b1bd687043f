import type { KeptMove } from '@intervallum/contract';
import { printOwnMoves, readOwnMoves, type OwnMove } from '@intervallum/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { uuidv7 } from 'uuidv7';
import { saveFile } from '../../device/saveFile.ts';
import { movesQuery } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';

const none: readonly KeptMove[] = [];

/** The moves of the team's own; none while they are on their way. */
export function useOwnMoves(): readonly KeptMove[] {
  return useQuery(movesQuery()).data?.moves ?? none;
}

/** What is done with them. Each says how it went. */
export interface OwnMoveActions {
  /** @returns false where they were not kept; what was made is not lost then */
  readonly keep: (moves: readonly OwnMove[], said: string) => Promise<boolean>;
  readonly forget: (move: KeptMove) => Promise<void>;
  readonly saveAll: (moves: readonly KeptMove[]) => void;
  readonly bringIn: (file: File) => Promise<void>;
}

/** No file of moves is larger, in bytes: 200 of them have room in it several times. */
const largestFile = 500_000;

export function useOwnMoveActions(): OwnMoveActions {
  const client = useQueryClient();

  async function send(moves: readonly KeptMove[], said: string): Promise<boolean> {
    const answer = await api.keepMoves(moves);
    if (answer.kind !== 'ok') {
      notify(answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message);
      return false;
    }
    client.setQueryData(movesQuery().queryKey, answer.value);
    notify(said);
    return true;
  }

  const keep = (moves: readonly OwnMove[], said: string) =>
    send(
      moves.map((move) => ({ ...move, id: uuidv7() })),
      said,
    );

  async function forget(move: KeptMove) {
    const answer = await api.forgetMove(move.id);
    if (answer.kind !== 'ok' && answer.kind !== 'missing')
      return notify(answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message);
    // Not waited for: where the server is gone meanwhile it is asked again and again.
    void client.invalidateQueries(movesQuery());
    const { name } = move;
    notify(
      t('“{{name}}” is not kept any more.', { name }),
      () => void send([move], t('“{{name}}” is kept again.', { name })),
    );
  }

  async function bringIn(file: File) {
    if (file.size > largestFile) return notify(t('This file is too large for a file of moves.'));
    const read = readOwnMoves(await file.text());
    if (!read.ok) return notify(read.problems[0]!.message);
    const { value } = read;
    if (value.length === 0) return notify(t('There is no move in this file.'));
    await keep(value, t('{{count}} moves are kept.', { count: value.length }));
  }

  return {
    keep,
    forget,
    saveAll: (moves) => saveFile(printOwnMoves(moves), 'moves.json', 'application/json'),
    bringIn,
  };
}
