import { useMemo, useRef } from 'react';

/**
 * What is made of something, with what was made before at hand, so that all that stayed the same can stay the same object.
 * @param make gives the same whether or not it is given what was made before; a function that stays the same
 */
export function useKept<Given, Made>(
  given: Given,
  make: (given: Given, before: Made | null) => Made,
): Made {
  const kept = useRef<Made | null>(null);
  return useMemo(() => {
    /* eslint-disable react-hooks/refs -- whichever render has kept something, it says the same */
    const made = make(given, kept.current);
    kept.current = made;
    return made;
    /* eslint-enable react-hooks/refs */
  }, [given, make]);
}
