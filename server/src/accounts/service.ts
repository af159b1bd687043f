import {
  emailAddress,
  personName,
  type SessionListed,
  type SignedIn as SignedInAnswer,
} from '@intervallum/contract';
import { z } from 'zod';
import type { Database } from '../db/database.ts';
import { inAccount, type Account } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import {
  addressChangedLetter,
  confirmLetter,
  knownLetter,
  passwordChangedLetter,
  resetLetter,
  signUpLetter,
} from '../mail/letters.ts';
import { putMail } from '../mail/store.ts';
import { atLeast } from './atLeast.ts';
import type { Limits } from './limits.ts';
import { hashPassword, isPassword, whyNotPassword } from './passwords.ts';
import * as store from './store.ts';
import { hashOf, newToken } from './tokens.ts';

export type AccountService = ReturnType<typeof accountService>;

/** Where a request comes from. */
export interface From {
  /** The address on the network, to count by. */
  readonly place: string;
  /** What the browser says of itself, in short. */
  readonly device: string;
  /** The key of the session that the browser has. */
  readonly before: string | null;
  /** The address of the pages, for links in mails. */
  readonly pages: string;
}

const signUpContent = z.object({
  email: emailAddress,
  name: personName,
  hash: z.string(),
  invitation: z.string(),
});
const addressContent = z.object({ email: emailAddress });

/** What would tell by its time whether an address has an account takes so long, in milliseconds: longer than either way. */
const evenly = 250;

const opensNothing = () =>
  new Refusal('not-found', 'This link opens nothing any more. Ask for another one.');

/** The same for a wrong password and for an address without an account. */
const notTogether = () =>
  new Refusal('invalid', 'This address and this password do not go together.');

/** What somebody does about the own account. @param sendsMail whether mail leaves this installation */
export function accountService(database: Database, limits: Limits, sendsMail: boolean) {
  /** Begins a session. @returns its key, for the browser alone */
  async function begin(accountId: string, { device, before }: From): Promise<string> {
    const token = newToken();
    await store.openSession(database, accountId, {
      hash: hashOf(token),
      device,
      before: before === null ? null : hashOf(before),
    });
    await store.recordOfAccount(database, accountId, 'signed in', device);
    return token;
  }

  /** Signs in by address and password; as long, and in the same words, where the address has no account. */
  async function signIn(email: string, password: string, from: From): Promise<string> {
    const tried = { pair: `${email} ${from.place}`, account: email, place: from.place };
    await limits.count(tried);
    const found = await atLeast(evenly, async () => {
      const account = await store.accountOfEmail(database, email);
      if (await isPassword(account?.passwordHash ?? null, password)) return account;
      if (account)
        await store.recordOfAccount(database, account.id, 'sign-in refused', from.device);
      return null;
    });
    if (!found) throw notTogether();
    await limits.takeBack(tried);
    return begin(found.id, from);
  }

  async function signOut(token: string): Promise<void> {
    await store.endSession(database, hashOf(token));
  }

  /** Who is signed in, with the teams. @param teamId the one that the session works for */
  async function who(account: Account, teamId: string | null): Promise<SignedInAnswer> {
    return inAccount(database, account, async (db) => {
      const found = await own(account, db);
      const teams = await store.membershipsOf(account, db);
      const { name, email } = found;
      return { name, email, team: teams.find((team) => team.teamId === teamId) ?? null, teams };
    });
  }

  async function sessions(account: Account): Promise<SessionListed[]> {
    const rows = await inAccount(database, account, (db) => store.listSessions(account, db));
    return rows.map(({ createdAt, seenAt, ...row }) => ({
      ...row,
      createdAt: createdAt.toISOString(),
      seenAt: seenAt.toISOString(),
      isThis: row.id === account.sessionId,
    }));
  }

  async function endSession(account: Account, id: string): Promise<void> {
    const ended = await inAccount(database, account, (db) => store.removeSession(account, db, id));
    if (!ended) throw new Refusal('not-found', 'There nobody is signed in any more.');
  }

  async function endOthers(account: Account): Promise<void> {
    await inAccount(database, account, async (db) => {
      await store.removeOtherSessions(account, db);
      await store.recordOfAccount(db, account.accountId, 'signed out everywhere');
    });
  }

  /** The account, its password said: for what nobody shall do who only found the browser open. */
  async function proven(account: Account, password: string, from: From) {
    const found = await inAccount(database, account, (db) => own(account, db));
    const tried = { pair: `${found.email} ${from.place}`, place: from.place };
    await limits.count(tried);
    if (!(await isPassword(found.passwordHash, password)))
      throw new Refusal('invalid', 'This is not your password.', {
        errors: [{ field: 'password', message: 'This is not your password.' }],
      });
    await limits.takeBack(tried);
    return found;
  }

  /** Another password. All other sessions end; this one gets another key. @returns the key */
  async function changePassword(
    account: Account,
    { old, password }: { old: string; password: string },
    from: From,
  ): Promise<string> {
    const { id, name, email } = await proven(account, old, from);
    refuseWeak(password, [name, email]);
    const hash = await hashPassword(password);
    await inAccount(database, account, async (db) => {
      await store.setPassword(account, db, hash);
      await store.removeOtherSessions(account, db);
      await store.recordOfAccount(db, id, 'password changed');
      if (sendsMail) await putMail(db, passwordChangedLetter(email, name));
    });
    return begin(id, from);
  }

  /** Sends a key for a new password, where the address has an account; nobody is told whether it has. */
  async function askReset(email: string, from: From): Promise<void> {
    refuseWithoutMail();
    await limits.count({ mail: email, mailsOfPlace: from.place });
    await atLeast(evenly, async () => {
      const found = await store.accountOfEmail(database, email);
      if (!found) return;
      const token = newToken();
      await database.transaction(async (db) => {
        const content = { hash: hashOf(token), purpose: 'reset', accountId: found.id } as const;
        await store.putMailToken(db, { ...content, hours: 1 });
        await putMail(db, resetLetter(email, found.name, `${from.pages}/new-password#${token}`));
      });
    });
  }

  /** A new password by a key that came by mail. Nobody is signed in by it: whoever was is so no more. */
  async function reset(token: string, password: string): Promise<void> {
    refuseWeak(password, []);
    const hash = await hashPassword(password);
    await database.transaction(async (db) => {
      const taken = await store.takeMailToken(db, hashOf(token), 'reset');
      if (!taken?.accountId) throw opensNothing();
      await store.resetPassword(db, taken.accountId, hash);
      await store.recordOfAccount(db, taken.accountId, 'password reset');
    });
  }

  /** Sends a key to another address, which becomes one's own when it comes back. */
  async function askAddress(
    account: Account,
    { email, password }: { email: string; password: string },
    from: From,
  ): Promise<void> {
    refuseWithoutMail();
    const { id, name } = await proven(account, password, from);
    await limits.count({ mail: email, mailsOfPlace: from.place });
    const token = newToken();
    await database.transaction(async (db) => {
      const content = { hash: hashOf(token), purpose: 'address', accountId: id } as const;
      await store.putMailToken(db, { ...content, content: { email }, hours: 24 });
      await putMail(db, confirmLetter(email, name, `${from.pages}/confirm#${token}`));
    });
  }

  /**
   * Takes an invitation as somebody new. Where mail leaves, the account is made when the mail comes back, and an address that
   * has one gets another mail: who asks is told the same. Where none leaves the account is made at once, if the address has
   * none, and one signs in.
   */
  async function signUp(
    asked: { token: string; name: string; email: string; password: string },
    from: From,
  ): Promise<{ next: 'mail' | 'sign in' }> {
    const { token, name, email, password } = asked;
    const invitation = await store.invitationFound(database, hashOf(token));
    if (!invitation) throw opensNothing();
    refuseWeak(password, [name, email]);
    await limits.count({ mail: email, mailsOfPlace: from.place });
    return atLeast(evenly, async () => {
      // Hashed in any case, so that the time tells nothing.
      const hash = await hashPassword(password);
      const found = await store.accountOfEmail(database, email);
      if (!sendsMail) {
        await store.createAccount(database, { email, name, hash, isConfirmed: false });
        return { next: 'sign in' };
      }
      await database.transaction(async (db) => {
        if (found) {
          const link = `${from.pages}/join#${token}`;
          return putMail(db, knownLetter(email, found.name, invitation.team, link));
        }
        const key = newToken();
        const content = { email, name, hash, invitation: hashOf(token).toString('base64url') };
        const kept = { hash: hashOf(key), purpose: 'sign-up', accountId: null, content } as const;
        await store.putMailToken(db, { ...kept, hours: 24 });
        const link = `${from.pages}/confirm#${key}`;
        await putMail(db, signUpLetter(email, name, invitation.team, link));
      });
      return { next: 'mail' };
    });
  }

  /** What a key that came by mail confirms. @returns the key of a session, where one begins by it */
  async function confirm(token: string, from: From): Promise<string | null> {
    const hash = hashOf(token);
    const accountId = await database.transaction(async (db) => {
      const address = await store.takeMailToken(db, hash, 'address');
      if (address?.accountId) {
        await confirmAddress(db, address.accountId, address.content);
        return null;
      }
      const signedUp = await store.takeMailToken(db, hash, 'sign-up');
      if (!signedUp) throw opensNothing();
      const { email, name, hash: password, invitation } = signUpContent.parse(signedUp.content);
      const made = await store.createAccount(db, {
        email,
        name,
        hash: password,
        isConfirmed: true,
      });
      if (!made) throw new Refusal('taken', 'You have an account by now: sign in.');
      // Meanwhile somebody else may have taken the invitation: the account stands, and can be invited anew.
      await store.takeInvitation(db, Buffer.from(invitation, 'base64url'), made);
      return made;
    });
    return accountId && begin(accountId, from);
  }

  async function confirmAddress(db: Database, accountId: string, content: unknown): Promise<void> {
    const { email } = addressContent.parse(content);
    const before = await store.changeAddress(db, accountId, email);
    if (!before)
      throw new Refusal('taken', 'This address cannot be yours: another account has it.');
    await store.recordOfAccount(db, accountId, 'address changed');
    await putMail(db, addressChangedLetter(before.email, before.name, email));
  }

  async function rename(account: Account, name: string): Promise<void> {
    await inAccount(database, account, (db) => store.renameAccount(account, db, name));
  }

  /** Deletes the account, where no team would be left without an owner. */
  async function remove(account: Account, password: string, from: From): Promise<void> {
    await proven(account, password, from);
    const held = await inAccount(database, account, (db) => store.deleteAccount(account, db));
    if (held !== null)
      throw new Refusal(
        'taken',
        `You are the only owner of “${held}”. Make somebody else an owner, or delete the team, and then your account.`,
      );
  }

  function refuseWithoutMail(): void {
    if (sendsMail) return;
    throw new Refusal(
      'not-found',
      'No mail leaves this installation. Whoever runs it can set SMTP_URL; the README says how.',
    );
  }

  return {
    begin,
    signIn,
    signOut,
    who,
    sessions,
    endSession,
    endOthers,
    changePassword,
    askReset,
    reset,
    askAddress,
    signUp,
    confirm,
    rename,
    remove,
  };
}

async function own(account: Account, db: Database) {
  const found = await store.findAccount(account, db);
  // Deleted on another screen between the look at the session and now.
  if (!found) throw new Refusal('signed-out', 'Sign in to go on.');
  return found;
}

export function refuseWeak(password: string, of: readonly string[]): void {
  const message = whyNotPassword(password, of);
  if (message) throw new Refusal('invalid', message, { errors: [{ field: 'password', message }] });
}
