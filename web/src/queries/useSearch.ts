import { useEffect, useState } from 'react';

/** A pause in typing this long, in milliseconds, begins a search. */
const pause = 120;

/**
 * What is typed into a search, and what is searched for: a letter is not asked for while the next one is typed.
 * @param begun what was searched for before
 */
export function useSearch(begun = '') {
  const [typed, setTyped] = useState(begun);
  const [wanted, setWanted] = useState(begun);
  useEffect(() => {
    const timer = setTimeout(() => setWanted(typed.trim()), typed === '' ? 0 : pause);
    return () => clearTimeout(timer);
  }, [typed]);
  return { typed, setTyped, wanted };
}
