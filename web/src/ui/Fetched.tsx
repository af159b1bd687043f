import type { ReactNode } from 'react';
import type { Resource } from '../api/useResource.ts';
import { FailedState, LoadingState } from './states.tsx';

interface FetchedProps<Value> {
  from: { readonly resource: Resource<Value>; readonly reload: () => void };
  /** What is fetched, for the sentence that says so. */
  what: string;
  /** Shown where there is nothing at the address. */
  missing?: ReactNode;
  children: (value: Value) => ReactNode;
}

/** Something that is fetched: on its way, not to be had right now, not there, or shown. */
export function Fetched<Value>({
  from: { resource, reload },
  what,
  missing,
  children,
}: FetchedProps<Value>) {
  if (resource.status === 'ready') return children(resource.value);
  if (resource.status === 'loading') return <LoadingState what={what} />;
  if (resource.status === 'missing' && missing) return missing;
  return (
    <FailedState message={`${resource.message} It is tried again by itself.`} onRetry={reload} />
  );
}
