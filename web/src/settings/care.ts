import { breakIsDue } from '@intervallum/core';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { today } from '../ui/dates.ts';
import { createSettings } from './createSettings.ts';

/** So many stretches are remembered: more than fit into an hour. */
const most = 120;

const span = z.object({ at: z.number(), ms: z.number().min(0) });

/** What keeps hands well, on this device. */
const care = createSettings('care', 1, {
  /** Something hurt on this day: there are no exercises on it. */
  restDay: z.string().catch(''),
  /** When one has practised of late. */
  spans: z.array(span).max(most).catch([]),
});

/** Remembers that somebody practised just now. @param ms for how long */
export function rememberPractised(ms: number, now = Date.now()): void {
  care.change({ spans: [...care.now().spans, { at: now - ms, ms }].slice(-most) });
}

/** Something hurts: there are no exercises for the rest of the day, unless it is said to be gone. */
export function restToday(isResting: boolean): void {
  care.change({ restDay: isResting ? today() : '' });
}

export function isRestingToday(): boolean {
  return care.now().restDay === today();
}

export function useResting(): boolean {
  return care.use('restDay').restDay === today();
}

const lookAgain = 30_000;

/** For how many minutes one has practised without a break; null while none is due. */
export function useBreakDue(): number | null {
  const { spans } = care.use('spans');
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), lookAgain);
    return () => clearInterval(timer);
  }, []);
  const last = spans.at(-1);
  return breakIsDue(spans, Math.max(now, last ? last.at + last.ms : 0));
}
