import { z } from 'zod';
import { logEntry, type LogEntry } from '../wire/logbook.ts';

/** An entry of the logbook as it is kept: by its version, so that an older one can be brought up to date. */
export interface StoredLogged {
  readonly version: number;
  readonly value: unknown;
}

const newest = 1;
const storedLogged = z.object({ version: z.literal(newest), value: logEntry });

export function storeLogged(value: LogEntry): StoredLogged {
  return { version: newest, value };
}

/** Reads an entry; null for one that this version does not know: it blocks no other. */
export function readStoredLogged(stored: unknown): LogEntry | null {
  const read = storedLogged.safeParse(stored);
  return read.success ? read.data.value : null;
}
