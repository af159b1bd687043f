import type { Letter } from './store.ts';

/** Nothing that somebody typed makes another line or another header of a mail. */
const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

const hello = (name: string) => `Hello ${oneLine(name)},`;
const signed = 'Intervallum';

function letter(to: string, subject: string, ...paragraphs: readonly string[]): Letter {
  return { to, subject: oneLine(subject), text: `${[...paragraphs, signed].join('\n\n')}\n` };
}

/** To somebody new who took an invitation. */
export const signUpLetter = (to: string, name: string, team: string, link: string): Letter =>
  letter(
    to,
    `Your account for ${team}`,
    hello(name),
    `With this link your account is made, and you are in “${oneLine(team)}”. It opens once, within a day:`,
    link,
    'If you asked for no account, leave it: nothing is made without it.',
  );

/** To the owner of an account for whose address somebody wanted another one. */
export const knownLetter = (to: string, name: string, team: string, link: string): Letter =>
  letter(
    to,
    `You have an account already`,
    hello(name),
    `Somebody, perhaps you, wanted to make an account with this address, to be in “${oneLine(team)}”. You have one already: sign in, and then open the invitation once more.`,
    link,
    'If it was not you, leave it: nothing has changed.',
  );

export const resetLetter = (to: string, name: string, link: string): Letter =>
  letter(
    to,
    'A new password',
    hello(name),
    'With this link you choose a new password. It opens once, within an hour; then you are signed out everywhere:',
    link,
    'If you asked for none, leave it: your password stays.',
  );

export const confirmLetter = (to: string, name: string, link: string): Letter =>
  letter(
    to,
    'Is this your address?',
    hello(name),
    'With this link this becomes the address that you sign in with. It opens once, within a day:',
    link,
    'If you wanted no other address, leave it: nothing changes.',
  );

export const passwordChangedLetter = (to: string, name: string): Letter =>
  letter(
    to,
    'Your password was changed',
    hello(name),
    'The password of your account was just changed. If it was not you, ask for a new one on the page where you sign in: it ends whatever is signed in.',
  );

export const addressChangedLetter = (to: string, name: string, now: string): Letter =>
  letter(
    to,
    'Your address was changed',
    hello(name),
    `Your account is now signed in to with ${oneLine(now)}, no longer with this address. If it was not you, tell an owner of your team.`,
  );
