import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { accountApi } from '../../queries/accounts.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { SecretField } from '../../ui/SecretField.tsx';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';
import { Front } from './Front.tsx';
import { passwordNote } from '../parts/passwordNote.ts';

/** What the link in a mail opens: a new password. Its key stands behind the #, which no browser sends. */
export function NewPasswordScreen() {
  const token = useLocation().hash.slice(1);
  const [password, setPassword] = useState('');
  const [isDone, setDone] = useState(false);
  async function send() {
    const answer = await accountApi.reset({ token, password });
    if (answer.kind !== 'ok') return whyNot(answer);
    setDone(true);
    return null;
  }
  return (
    <Front title={t('A new password')}>
      {isDone ? (
        <p role="status">
          {t('Your password is changed, and you are signed out everywhere.')}{' '}
          <Link to="/sign-in">{t('Sign in')}</Link>
        </p>
      ) : (
        <AskForm does={t('Change the password')} send={send}>
          <SecretField
            label={t('New password')}
            autoComplete="new-password"
            note={passwordNote}
            value={password}
            onChange={setPassword}
          />
        </AskForm>
      )}
    </Front>
  );
}
