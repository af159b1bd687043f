import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { accountApi } from '../../queries/accounts.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { TextField } from '../../ui/fields.tsx';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';
import { Front } from './Front.tsx';
import { MailboxHint } from './MailboxHint.tsx';
import { installationQuery } from './SignInScreen.tsx';

/** Asks for a link to a new password. What is said afterwards is the same for every address. */
export function ForgottenScreen() {
  const [email, setEmail] = useState('');
  const [isSent, setSent] = useState(false);
  const { data } = useQuery(installationQuery());
  async function send() {
    const answer = await accountApi.askReset(email);
    if (answer.kind !== 'ok') return whyNot(answer);
    setSent(true);
    return null;
  }
  return (
    <Front title={t('A new password')}>
      {isSent ? (
        <>
          <p role="status">
            {t(
              'If {{email}} has an account, a mail is on its way there. Its link opens for an hour, once.',
              { email },
            )}
          </p>
          <MailboxHint mail={data?.mail} />
        </>
      ) : (
        <AskForm does={t('Send a link')} send={send}>
          <TextField
            label={t('E-mail address')}
            type="email"
            autoComplete="username"
            isRequired
            value={email}
            onChange={setEmail}
          />
        </AskForm>
      )}
      <p>
        <Link to="/sign-in">{t('Back to sign in')}</Link>
      </p>
    </Front>
  );
}
