import { createHash, randomBytes } from 'node:crypto';

/** A key that nobody guesses: 256 random bits in base64url. */
export function newToken(): string {
  return randomBytes(32).toString('base64url');
}

/** What of a key is stored. It needs no salt and no cost: nobody tries all of 256 bits. */
export function hashOf(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

/** Letters and digits that nobody takes for each other, read aloud or written down. */
const signs = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';

/** A code to be typed by hand: twelve of them, about 59 bits. */
export function newCode(): string {
  const numbers = randomBytes(24);
  return Array.from(
    { length: 12 },
    (_, at) => signs[numbers.readUInt16BE(at * 2) % signs.length]!,
  ).join('');
}
