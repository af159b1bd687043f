import {
  auditList,
  installation,
  invitationSeen,
  invited,
  mailList,
  person,
  sessionList,
  sessionSeen,
  signedUp,
  team,
  type Role,
} from '@intervallum/contract';
import { z } from 'zod';
import { ask } from './client.ts';

const nothing = z.null();
const body = (content: unknown) => ({ method: 'POST', body: content }) as const;
const put = (content: unknown) => ({ method: 'PUT', body: content }) as const;
const gone = { method: 'DELETE' } as const;

/** What is asked of the server about accounts and the team. */
export const accountApi = {
  installation: () => ask(installation, '/installation'),
  who: () => ask(sessionSeen, '/session'),
  signIn: (said: { email: string; password: string }) => ask(nothing, '/session', body(said)),
  signInAsDemo: (personId: string) => ask(nothing, '/demo/session', body({ personId })),
  signOut: () => ask(nothing, '/session', gone),
  chooseTeam: (teamId: string) => ask(nothing, '/session/team', put({ teamId })),
  beginInstallation: (
    said: Readonly<Record<'code' | 'team' | 'name' | 'email' | 'password', string>>,
  ) => ask(nothing, '/installation/owner', body(said)),
  mails: () => ask(mailList, '/demo/mails'),

  sessions: () => ask(sessionList, '/account/sessions'),
  endSession: (id: string) => ask(nothing, `/account/sessions/${id}`, gone),
  endOtherSessions: () => ask(nothing, '/account/sessions', gone),
  rename: (name: string) => ask(nothing, '/account/name', put({ name })),
  changePassword: (said: { old: string; password: string }) =>
    ask(nothing, '/account/password', put(said)),
  changeAddress: (said: { email: string; password: string }) =>
    ask(nothing, '/account/address', put(said)),
  deleteAccount: (password: string) => ask(nothing, '/account/deletion', body({ password })),
  askReset: (email: string) => ask(nothing, '/password-reset', body({ email })),
  reset: (said: { token: string; password: string }) => ask(nothing, '/password-reset', put(said)),
  confirm: (token: string) =>
    ask(z.object({ signedIn: z.boolean() }), '/confirmation', body({ token })),

  invitation: (token: string) => ask(invitationSeen, '/invitation', body({ token })),
  signUp: (said: Readonly<Record<'token' | 'name' | 'email' | 'password', string>>) =>
    ask(signedUp, '/invitation/sign-up', body(said)),
  takeInvitation: (token: string) =>
    ask(z.object({ outcome: z.enum(['joined', 'already']) }), '/invitation/taken', body({ token })),
  beginTeam: (name: string) => ask(z.object({ teamId: z.string() }), '/teams', body({ name })),
  takeTeamBack: (teamId: string) => ask(nothing, `/teams/${teamId}/restore`, body(undefined)),

  team: () => ask(team, '/team'),
  renameTeam: (name: string) => ask(nothing, '/team', put({ name })),
  deleteTeam: () => ask(nothing, '/team', gone),
  leave: () => ask(nothing, '/team/leave', body(undefined)),
  namePerson: (name: string) => ask(person, '/people', body({ name })),
  renamePerson: (id: string, name: string) => ask(nothing, `/people/${id}`, put({ name })),
  forgetPerson: (id: string) => ask(nothing, `/people/${id}`, gone),
  giveRole: (id: string, role: Role) => ask(nothing, `/people/${id}/role`, put({ role })),
  removeMember: (id: string) => ask(nothing, `/people/${id}/role`, gone),
  invite: (said: { role: Role; note: string; personId: string | null }) =>
    ask(invited, '/invitations', body(said)),
  revokeInvitation: (id: string) => ask(nothing, `/invitations/${id}`, gone),
  audit: (after: string | null) =>
    ask(auditList, `/audit${after === null ? '' : `?after=${encodeURIComponent(after)}`}`),
};
