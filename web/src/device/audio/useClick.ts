import { barTicks, beatsOfBar, type Meter } from '@intervallum/core';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { plainPerformance } from './plainPerformance.ts';
import { transport, type Owner } from './transport.ts';

/** A click that goes on until it is stopped, or something else is heard. */
export function useClick() {
  const [owner] = useState<Owner>(() => ({}));
  useEffect(() => () => transport.stop(owner), [owner]);
  const isOn = useStore(transport.store, ({ playing }) => playing?.owner === owner);
  return {
    isOn,
    stop: () => transport.stop(owner),
    /** @param quarters quarter notes a minute */
    start: (meter: Meter, quarters: number) =>
      transport.start(
        owner,
        {
          performance: plainPerformance(barTicks(meter)),
          options: { quarters, countIn: [], clicks: beatsOfBar(meter), pedal: false, loop: true },
          isOpenAt: () => false,
        },
        // Where something was heard meanwhile the click does not come back by itself.
        () => undefined,
      ),
  } as const;
}
