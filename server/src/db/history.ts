import { sql, type AnyColumn, type SQL } from 'drizzle-orm';
import type { Scope } from './scope.ts';

/** Saves on one screen within so many minutes of the first of them are one row of history. */
const together = 10;

/** The row of history that was written last. */
export interface LastRow {
  readonly revision: number;
  readonly personId: string | null;
  readonly screen: string | null;
  readonly name: string | null;
  readonly isRecent: boolean;
}

/** Whether a row was written within the minutes that count together. */
export function isRecent(savedAt: AnyColumn): SQL<boolean> {
  return sql<boolean>`${savedAt} > now() - make_interval(mins => ${together})`;
}

/**
 * Whether a save takes the place of the row before. It does where that is of the same player and screen, has no name and
 * is recent: what somebody else saved, or the same player elsewhere, is never given up. The first row of all stays: it is
 * what the song or set began as.
 */
export function takesPlaceOf(
  last: LastRow | undefined,
  scope: Scope,
  screen: string | null,
): last is LastRow {
  return (
    last?.isRecent === true &&
    last.personId === scope.personId &&
    last.screen === screen &&
    last.name === null &&
    last.revision > 1
  );
}

/** A version in a list of them. */
export interface ListedVersion {
  readonly revision: number;
  readonly savedAt: Date;
  readonly name: string | null;
  /** Who saved it, as they are called now. */
  readonly who: string | null;
}
