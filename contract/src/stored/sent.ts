import { z } from 'zod';
import { sharedPage, type SharedPage } from '../wire/shares.ts';

/** What was sent, as it is kept: by its version, so that an older one can be brought up to date. */
export interface StoredSend {
  readonly version: number;
  readonly value: unknown;
}

const newest = 1;
const storedSend = z.object({ version: z.literal(newest), value: sharedPage });

export function storeSend(page: SharedPage): StoredSend {
  return { version: newest, value: page };
}

/** Reads what was sent; null for what this version does not know. */
export function readStoredSend(stored: unknown): SharedPage | null {
  return storedSend.safeParse(stored).data?.value ?? null;
}
