import { passwordLimits } from '@intervallum/contract';
import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';

/** Argon2id with 19 MiB, two passes, one lane (OWASP, “Password Storage”: Argon2id; the package's own default is Argon2id). */
const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** The thousand passwords that are chosen most, as the package's list has them in order. */
const commonest: ReadonlySet<string> = new Set(dictionary['passwords-common'].slice(0, 1_000));

/** What a password is stored as. */
export function hashPassword(password: string): Promise<string> {
  return hash(password, cost);
}

let stands: Promise<string> | null = null;

/**
 * Whether a password is the one that was stored. Where nothing was stored it takes as long, so that the time tells nobody
 * which addresses have an account (OWASP, “Authentication”: authentication responses).
 * @param stored null where there is no account
 */
export async function isPassword(stored: string | null, password: string): Promise<boolean> {
  stands ??= hashPassword('nobody has this one, and nobody asks for it');
  const matches = await verify(stored ?? (await stands), password);
  return stored !== null && matches;
}

/**
 * Why a new password is not taken; null where it is. It has fifteen signs at least and asks for no kinds of sign (NIST SP
 * 800-63B-4, 3.1.1.2), and is not made of nothing but the commonest ones, of one sign, or of who it is for.
 * @param of the address and the name that it is for
 */
export function whyNotPassword(password: string, of: readonly string[]): string | null {
  const { length } = [...password];
  if (length < passwordLimits.least)
    return `A password has ${passwordLimits.least} signs at least; this has ${length}. Four words that do not belong together are easy to keep.`;
  if (length > passwordLimits.most)
    return `A password has up to ${passwordLimits.most} signs; this has ${length}.`;
  const plain = password.toLowerCase();
  if (new Set(plain).size < 5)
    return 'This password is a few signs over and over. Take words that do not belong together.';
  if (isMadeOf(plain, commonest))
    return 'This password is made of those that are tried first. Take words that do not belong together.';
  const names = of.flatMap((name) => name.toLowerCase().split(/[\s@]+/)).filter((name) => name);
  if (isMadeOf(plain.replace(/[\s@]+/g, ''), new Set([...names, ...commonest])))
    return 'This password is your own name or address. Take words that do not belong together.';
  return null;
}

/** Whether a text is some of the words one after the other, with digits and spaces between them at most. */
function isMadeOf(text: string, words: ReadonlySet<string>): boolean {
  const longest = Math.max(...[...words].map((word) => word.length));
  const reached = new Set([0]);
  for (let end = 1; end <= text.length; end += 1)
    for (let start = Math.max(0, end - longest); start < end; start += 1) {
      const piece = text.slice(start, end);
      if (reached.has(start) && (words.has(piece) || /^[\d\s]$/.test(piece))) reached.add(end);
    }
  return reached.has(text.length);
}
