import { useCallback, useEffect, useRef, useState } from 'react';
import type { Answer } from './client.ts';

export type Resource<Value> =
  | { readonly status: 'loading' }
  | { readonly status: 'ready'; readonly value: Value }
  | { readonly status: 'missing'; readonly message: string }
  | { readonly status: 'failed'; readonly message: string };

/** Seconds between tries while the server cannot be reached. */
const retrySeconds = 3;

/**
 * Fetches when `key` changes, and again by itself while the server cannot be reached.
 * What is on the page stays there while newer is fetched.
 */
export function useResource<Value>(
  key: string,
  load: () => Promise<Answer<Value>>,
): { resource: Resource<Value>; reload: () => void } {
  const [resource, setResource] = useState<Resource<Value>>({ status: 'loading' });
  const [round, setRound] = useState(0);
  const latest = useRef(load);
  useEffect(() => {
    latest.current = load;
  });

  useEffect(() => {
    let current = true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const fetchNow = async () => {
      const answer = await latest.current();
      if (!current) return;
      if (answer.kind === 'ok') setResource({ status: 'ready', value: answer.value });
      else if (answer.kind === 'missing')
        setResource({ status: 'missing', message: answer.message });
      else {
        const message = answer.kind === 'stale' ? 'It changed meanwhile.' : answer.message;
        setResource({ status: 'failed', message });
        if (answer.kind === 'unreachable')
          timer = setTimeout(() => void fetchNow(), retrySeconds * 1000);
      }
    };
    void fetchNow();
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [key, round]);

  const reload = useCallback(() => setRound((before) => before + 1), []);
  return { resource, reload };
}
