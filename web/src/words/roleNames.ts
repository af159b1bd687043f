import type { Role } from '@intervallum/contract';
import { t } from './words.ts';

/** What somebody is in a team. */
export const roleNames: Readonly<Record<Role, string>> = {
  owner: t('Owner'),
  leader: t('Leader'),
  player: t('Player'),
  guest: t('Guest'),
};

/** What each of them may do, in a sentence. */
export const roleWords: Readonly<Record<Role, string>> = {
  owner: t('does everything: roles, the team itself, what was done and by whom'),
  leader: t('writes songs and sets, sends links, invites players and guests'),
  player: t('writes songs, and has hands and runs of their own'),
  guest: t('reads, plays from it and prints'),
};
