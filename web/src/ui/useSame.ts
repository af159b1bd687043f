import { useRef } from 'react';

/** The value of before for as long as the new one says the same, so that what depends on it need not be made anew. */
export function useSame<Value>(value: Value): Value {
  const kept = useRef({ value, says: JSON.stringify(value) });
  const says = JSON.stringify(value);
  // eslint-disable-next-line react-hooks/refs -- the value says the same whichever render has kept it
  if (kept.current.says !== says) kept.current = { value, says };
  // eslint-disable-next-line react-hooks/refs
  return kept.current.value;
}
