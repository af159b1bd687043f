import { z } from 'zod';

/** What somebody is in a team, the one who may most first. Who has no account has no role: such people are named only. */
export const roles = ['owner', 'leader', 'player', 'guest'] as const;
export const role = z.enum(roles);
export type Role = z.infer<typeof role>;

/**
 * Who may what: the one table that the server goes by, that the pages show tools by, and that docs/rights.md is written
 * from. Common practice, no published source.
 */
export const rights = {
  /** Songs, sets, files, versions, moves and runs are read, played from, printed and saved as files. */
  read: ['owner', 'leader', 'player', 'guest'],
  /** Songs are written, with their files, tags and names of versions; the team's moves and runs; hands of one's own; voices are noted. */
  write: ['owner', 'leader', 'player'],
  /** Sets are written, and led on stage; songs and sets are deleted and taken back. */
  plan: ['owner', 'leader'],
  /** Links are opened and revoked. */
  share: ['owner', 'leader'],
  /** Players and guests are invited; people without an account are named. */
  invite: ['owner', 'leader'],
  /** Roles are given, members removed; the team is named, saved whole, brought in, deleted; what was done is listed. */
  govern: ['owner'],
} as const satisfies Readonly<Record<string, readonly Role[]>>;
export type Right = keyof typeof rights;

/** Whether somebody of this role may do this. */
export function may(one: Role, right: Right): boolean {
  return (rights[right] as readonly Role[]).includes(one);
}

/** The roles that somebody can invite to: an owner to each, a leader to those who may less. */
export function invitable(one: Role): readonly Role[] {
  if (!may(one, 'invite')) return [];
  return may(one, 'govern') ? roles : roles.filter((other) => !may(other, 'invite'));
}
