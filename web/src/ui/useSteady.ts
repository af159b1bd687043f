import { useEffect, useRef, useState } from 'react';

type Action = (...given: never[]) => unknown;

/** The actions in an object that stays the same: whoever holds it need not be drawn anew, and calls the newest ones. */
export function useSteady<Given extends { readonly [Name in keyof Given]: Action }>(
  actions: Given,
): Given {
  const latest = useRef(actions);
  useEffect(() => {
    latest.current = actions;
  });
  // The object is made once; what is called is looked up when it is called, never while drawing.
  // eslint-disable-next-line react-hooks/refs
  const [steady] = useState(() => {
    const names = Object.keys(actions) as (keyof Given & string)[];
    return Object.fromEntries(
      names.map((name) => [
        name,
        (...given: never[]) => (latest.current[name] as Action)(...given),
      ]),
    ) as unknown as Given;
  });
  return steady;
}
