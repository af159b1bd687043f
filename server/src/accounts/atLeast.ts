import { setTimeout as wait } from 'node:timers/promises';

/**
 * Does something that takes so long at least, in milliseconds, also where it fails: what is done only for who has an account
 * (a row written, a mail put on its way) is not told by the time (OWASP, “Forgot Password”: uniform time).
 */
export async function atLeast<Value>(
  milliseconds: number,
  work: () => Promise<Value>,
): Promise<Value> {
  const end = wait(milliseconds);
  try {
    return await work();
  } finally {
    await end;
  }
}
