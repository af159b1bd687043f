import { z } from 'zod';
import { personName, secretToken } from './accounts.ts';
import { cursor, page } from './page.ts';
import { role } from './rights.ts';
import { id, line, moment } from './text.ts';

/** So many days an invitation can be taken. */
export const invitationDays = 7;
/** So many days a deleted team can be taken back by its owners. */
export const teamGraceDays = 30;
/** So many people a team names, so many invitations are open, in so many teams one is to begin another. */
export const teamLimits = { people: 200, invitations: 50, teams: 20 } as const;

export const teamName = line(80, 'The name of a team').refine(
  (name) => name !== '',
  'Say what the team is called.',
);

/** Somebody of a team: a member, who has a role, or one who is named only. */
export const person = z.object({
  id,
  name: z.string(),
  role: role.nullable(),
  /** Shown to those who may invite; null for others, and of who has no account. */
  email: z.string().nullable(),
  isYou: z.boolean(),
});
export type Person = z.infer<typeof person>;

/** An invitation that can still be taken. */
export const invitation = z.object({
  id,
  role,
  /** Whom it is for, as it was said. */
  note: z.string(),
  /** The person of the team whom it makes a member; null for somebody new. */
  personId: id.nullable(),
  by: z.string().nullable(),
  endsAt: moment,
});
export type Invitation = z.infer<typeof invitation>;

export const team = z.object({
  id,
  name: z.string(),
  people: z.array(person),
  /** Open ones, for those who may invite; empty for others. */
  invitations: z.array(invitation),
});
export type Team = z.infer<typeof team>;

export const newTeam = z.object({ name: teamName });
export const teamChange = z.object({ name: teamName });
export const teamChosen = z.object({ teamId: id });

export const newPerson = z.object({ name: personName });
export const personChange = z.object({ name: personName });
export const roleChange = z.object({ role });

export const newInvitation = z.object({
  role,
  note: line(80, 'Whom it is for'),
  personId: id.nullable().default(null),
});
/** The key is told once: the server keeps what it can be checked by. */
export const invited = z.object({ invitation, token: secretToken });

/** What whoever has the link sees of an invitation. */
export const invitationSeen = z.object({
  team: z.string(),
  role,
  by: z.string().nullable(),
  note: z.string(),
  endsAt: moment,
});
export type InvitationSeen = z.infer<typeof invitationSeen>;
export const invitationTaken = z.object({ token: secretToken });

/** What is written down of what was done, for owners. */
export const auditKinds = [
  'signed in',
  'sign-in refused',
  'signed out everywhere',
  'password changed',
  'password reset',
  'address changed',
  'team begun',
  'team renamed',
  'team deleted',
  'team taken back',
  'team saved',
  'team brought in',
  'invited',
  'invitation revoked',
  'joined',
  'role given',
  'removed',
  'left',
  'person named',
  'person forgotten',
  'link opened',
  'link revoked',
  'sent',
  'song deleted',
  'song taken back',
  'set deleted',
  'set taken back',
  'file deleted for good',
] as const;
export const auditKind = z.enum(auditKinds);
export type AuditKind = z.infer<typeof auditKind>;

export const auditEntry = z.object({
  id,
  at: moment,
  /** Who did it; null of what nobody in particular did. */
  who: z.string().nullable(),
  what: auditKind,
  /** What it was done to, as it is called. */
  about: z.string(),
});
export type AuditEntry = z.infer<typeof auditEntry>;
export const auditSearch = z.object({ ...page });
export const auditList = z.object({ entries: z.array(auditEntry), next: cursor.nullable() });
