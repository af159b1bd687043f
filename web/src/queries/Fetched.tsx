import type { ReactNode } from 'react';
import { FailedState, LoadingState } from '../ui/states.tsx';
import { useKeptAt } from './kept.ts';
import { KeptNote } from './KeptNote.tsx';
import { NotAnswered } from './queries.ts';
import { t } from '../words/words.ts';

/** What `Fetched` needs to know of a query. */
export interface Asked<Value> {
  readonly data: Value | undefined;
  readonly error: Error | null;
  /** Why the last try failed, while it is tried again. */
  readonly failureReason: Error | null;
  readonly refetch: () => unknown;
}

interface FetchedProps<Value> {
  from: Asked<Value>;
  /** What is fetched, for the sentence that says so. */
  what: string;
  /** Shown where there is nothing at the address. */
  missing?: ReactNode;
  /** Under which name it is kept for when there is no network. */
  kept?: string;
  children: (value: Value) => ReactNode;
}

/** Something that is fetched: on its way, not to be had right now, not there, or shown. */
export function Fetched<Value>({ from, what, missing, kept, children }: FetchedProps<Value>) {
  const { data, refetch } = from;
  const keptAt = useKeptAt(kept);
  if (data !== undefined)
    return (
      <>
        {keptAt === null ? null : <KeptNote at={keptAt} onTry={() => void refetch()} />}
        {children(data)}
      </>
    );
  const error = from.error ?? from.failureReason;
  if (!error) return <LoadingState what={what} />;
  const kind = error instanceof NotAnswered ? error.kind : 'refused';
  if (kind === 'missing' && missing) return missing;
  const again = kind === 'unreachable' ? ` ${t('It is tried again by itself.')}` : '';
  return <FailedState message={`${error.message}${again}`} onRetry={() => void refetch()} />;
}
