import { z } from 'zod';
import { role } from './rights.ts';
import { id, line, moment } from './text.ts';

/**
 * An address for mail, without edge spaces and in small letters: one address is one account however it is typed. (RFC 5321,
 * 2.4 leaves capitals before the @ to the host; none in use tells them apart. Syntax as Zod checks it.)
 */
export const emailAddress = z
  .string()
  .transform((text) => text.trim().toLowerCase())
  .pipe(z.email('This is no address for mail: it is written as name@example.org.').max(254));

/**
 * A password as it was typed, in the one form of signs that look alike (NIST SP 800-63B-4, 3.1.1.2: NFKC or NFC before it is
 * hashed). What is a good one the server judges: `passwordLimits`.
 */
export const password = z
  .string()
  .max(1_000, 'A password has up to 256 signs.')
  .transform((text) => text.normalize('NFKC'));

/** Signs that a new password has (OWASP, “Authentication”: fifteen where it is the only factor; long ones are taken). */
export const passwordLimits = { least: 15, most: 256 } as const;

/** What somebody is called. */
export const personName = line(60, 'A name').refine((name) => name !== '', 'Say a name.');

/** A key that came by mail, in a link, or in a cookie: 256 random bits in base64url. */
export const secretToken = z.string().regex(/^[\w-]{43}$/, 'This link is not whole.');

/** A team that somebody is in, and as what. */
export const membership = z.object({
  teamId: id,
  team: z.string(),
  personId: id,
  role,
  /** When the team was deleted: its owners can take it back for a time. */
  deletedAt: moment.nullable(),
});
export type Membership = z.infer<typeof membership>;

/** Who is signed in, and the team that this session works for. */
export const signedIn = z.object({
  name: z.string(),
  email: z.string(),
  /** Null of somebody who is in no team. */
  team: membership.nullable(),
  /** The one joined first is first. */
  teams: z.array(membership),
});
export type SignedIn = z.infer<typeof signedIn>;
/** Null for nobody. */
export const sessionSeen = z.object({ who: signedIn.nullable() });

/** The people whom one press signs in; a database that was filled with the demo has some. */
export const demoPerson = z.object({ personId: id, name: z.string(), role });

/** What a page has to know before anybody is signed in. */
export const installation = z.object({
  /** Nobody owns it: its first page asks for the code that the terminal shows. */
  needsOwner: z.boolean(),
  demo: z.array(demoPerson).nullable(),
  /** Whether mail leaves: `box` is the simulated one of the demo. */
  mail: z.enum(['smtp', 'box', 'none']),
});
export type Installation = z.infer<typeof installation>;

export const signIn = z.object({ email: emailAddress, password });
export const demoSignIn = z.object({ personId: id });
export const newPassword = z.object({ token: secretToken, password });
export const resetAsked = z.object({ email: emailAddress });
export const passwordChange = z.object({ old: password, password });
export const addressChange = z.object({ password, email: emailAddress });
export const nameChange = z.object({ name: personName });
export const mailConfirmed = z.object({ token: secretToken });
/** What deletes something for good is confirmed by the password. */
export const passwordSaid = z.object({ password });

/** Who begins an installation: the first owner, with the code from the terminal. */
export const firstOwner = z.object({
  code: z.string().transform((text) => text.replace(/[\s-]/g, '').toUpperCase()),
  team: line(80, 'The name of a team').refine(
    (name) => name !== '',
    'Say what the team is called.',
  ),
  name: personName,
  email: emailAddress,
  password,
});

/** Somebody new, by an invitation. */
export const signUp = z.object({
  token: secretToken,
  name: personName,
  email: emailAddress,
  password,
});

/** What comes of it: a mail that goes on, or an account to sign in with where no mail leaves. */
export const signedUp = z.object({ next: z.enum(['mail', 'sign in']) });

/** A browser in which somebody is signed in. */
export const sessionListed = z.object({
  id,
  /** What the browser said of itself, in short. */
  device: z.string(),
  createdAt: moment,
  seenAt: moment,
  isThis: z.boolean(),
});
export const sessionList = z.object({ sessions: z.array(sessionListed) });
export type SessionListed = z.infer<typeof sessionListed>;

/** A mail in the simulated box. */
export const mail = z.object({
  id,
  to: z.string(),
  subject: z.string(),
  text: z.string(),
  sentAt: moment,
});
export const mailList = z.object({ mails: z.array(mail) });
export type Mail = z.infer<typeof mail>;
