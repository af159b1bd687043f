import { createHash } from 'node:crypto';
import type { Pool } from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { Refusal } from '../http/problem.ts';

/** How often something may be tried: so many times within so many seconds. */
interface Measure {
  readonly points: number;
  readonly seconds: number;
}

/**
 * OWASP, “Authentication” (protect against automated attacks) gives no numbers; these are common practice, no published
 * source. Wrong passwords count, right ones do not.
 */
const measures = {
  /** Wrong passwords for one address from one place. */
  pair: { points: 10, seconds: 15 * 60 },
  /** Wrong passwords for one address from anywhere. */
  account: { points: 50, seconds: 60 * 60 },
  /** Wrong passwords from one place. */
  place: { points: 100, seconds: 60 * 60 },
  /** Mails to one address. */
  mail: { points: 4, seconds: 60 * 60 },
  /** Mails that one place has sent. */
  mailsOfPlace: { points: 30, seconds: 60 * 60 },
} as const satisfies Readonly<Record<string, Measure>>;
type Name = keyof typeof measures;

export type Limits = ReturnType<typeof openLimits>;

/** Counts in the database, so that several servers count together. */
export function openLimits(pool: Pool) {
  const limiters = Object.fromEntries(
    Object.entries(measures).map(([name, { points, seconds }]) => [
      name,
      new RateLimiterPostgres({
        storeClient: pool,
        storeType: 'pool',
        tableName: 'rate_limits',
        tableCreated: true,
        keyPrefix: name,
        points,
        duration: seconds,
      }),
    ]),
  ) as Record<Name, RateLimiterPostgres>;

  /** Counts a try in each; refuses where one is used up by it. */
  async function count(of: Partial<Record<Name, string>>): Promise<void> {
    for (const [name, key] of Object.entries(of) as [Name, string][])
      await limiters[name].consume(kept(key)).catch((error: unknown) => {
        throw error instanceof RateLimiterRes ? tooOften(error) : error;
      });
  }

  /** Takes a try back, as it was none. */
  async function takeBack(of: Partial<Record<Name, string>>): Promise<void> {
    for (const [name, key] of Object.entries(of) as [Name, string][])
      await limiters[name].reward(kept(key), 1);
  }

  return { count, takeBack };
}

/** Addresses are counted, not kept. */
const kept = (key: string) => createHash('sha256').update(key).digest('base64url');

function tooOften({ msBeforeNext }: RateLimiterRes): Refusal {
  const seconds = Math.max(1, Math.ceil(msBeforeNext / 1_000));
  const minutes = Math.ceil(seconds / 60);
  return new Refusal(
    'too-often',
    `That was tried too often. Wait ${minutes === 1 ? 'a minute' : `${minutes} minutes`} and try again.`,
    {},
    seconds,
  );
}
