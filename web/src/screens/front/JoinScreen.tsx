import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { InvitationSeen } from '@intervallum/contract';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered } from '../../queries/queries.ts';
import { accountApi } from '../../queries/accounts.ts';
import { askWho, signOut, useStanding } from '../../queries/session.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { QuietButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { NotFoundState } from '../../ui/states.tsx';
import { roleNames, roleWords } from '../../words/roleNames.ts';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';
import { Front } from './Front.tsx';
import { NewAccountFields } from './NewAccountFields.tsx';
import { MailboxHint } from './MailboxHint.tsx';
import { SignInForm } from './SignInForm.tsx';
import { installationQuery } from './SignInScreen.tsx';

/** What the link of an invitation opens. Its key stands behind the #, which no browser sends. */
export function JoinScreen() {
  const token = useLocation().hash.slice(1);
  useEffect(() => {
    void askWho();
  }, []);
  const fetched = useQuery({
    queryKey: ['invitation', token],
    queryFn: () => answered(accountApi.invitation(token)),
    gcTime: 0,
  });
  const missing = (
    <main>
      <NotFoundState title={t('This invitation opens nothing')} home={false}>
        {t(
          'It was taken already, taken back, or is older than a week. Ask whoever sent it for another one.',
        )}
      </NotFoundState>
    </main>
  );
  return (
    <Fetched from={fetched} what={t('the invitation')} missing={missing}>
      {(invitation) => <Invitation invitation={invitation} token={token} />}
    </Fetched>
  );
}

function Invitation({ invitation, token }: { invitation: InvitationSeen; token: string }) {
  const { team, role, by } = invitation;
  const standing = useStanding();
  const [has, setHas] = useState<'new' | 'account'>('new');
  return (
    <Front title={team}>
      <p>
        {by
          ? t('{{by}} invites you as {{role}}: who {{words}}.', {
              by,
              role: roleNames[role],
              words: roleWords[role],
            })
          : t('You are invited as {{role}}: who {{words}}.', {
              role: roleNames[role],
              words: roleWords[role],
            })}
      </p>
      {standing.kind === 'in' ? (
        <TakeNow token={token} name={standing.who.name} />
      ) : (
        <>
          <Choice
            label={t('Your account')}
            value={has}
            options={[
              ['new', t('I am new here')],
              ['account', t('I have an account')],
            ]}
            onChange={setHas}
          />
          {has === 'new' ? (
            <SignUp token={token} onSignIn={() => setHas('account')} />
          ) : (
            <SignInForm onDone={() => void askWho()} />
          )}
        </>
      )}
    </Front>
  );
}

/** Somebody is signed in: one press. */
function TakeNow({ token, name }: { token: string; name: string }) {
  const navigate = useNavigate();
  async function send() {
    const answer = await accountApi.takeInvitation(token);
    if (answer.kind !== 'ok') return whyNot(answer);
    await askWho();
    await navigate('/songs', { replace: true });
    return null;
  }
  return (
    <>
      <AskForm does={t('Join as {{name}}', { name })} send={send}>
        {null}
      </AskForm>
      <QuietButton onPress={() => void signOut()}>{t('I am somebody else')}</QuietButton>
    </>
  );
}

function SignUp({ token, onSignIn }: { token: string; onSignIn: () => void }) {
  const [said, setSaid] = useState({ name: '', email: '', password: '' });
  const [next, setNext] = useState<'mail' | 'sign in' | null>(null);
  const { data } = useQuery(installationQuery());
  async function send() {
    const answer = await accountApi.signUp({ ...said, token });
    if (answer.kind !== 'ok') return whyNot(answer);
    setNext(answer.value.next);
    return null;
  }
  if (next === 'mail')
    return (
      <>
        <p role="status">
          {t('A mail is on its way to {{email}}. Its link opens for a day, once, and you are in.', {
            email: said.email,
          })}
        </p>
        <MailboxHint mail={data?.mail} />
      </>
    );
  if (next === 'sign in')
    return (
      <>
        <p role="status">{t('Now sign in with this address and this password.')}</p>
        <QuietButton onPress={onSignIn}>{t('Sign in')}</QuietButton>
      </>
    );
  return (
    <AskForm does={t('Make an account')} send={send}>
      <NewAccountFields said={said} onChange={(changed) => setSaid({ ...said, ...changed })} />
    </AskForm>
  );
}
