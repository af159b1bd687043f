import { useState } from 'react';
import { accountApi } from '../../queries/accounts.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { SecretField } from '../../ui/SecretField.tsx';
import { TextField } from '../../ui/fields.tsx';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';

/** Address and password. @param onDone once somebody is signed in */
export function SignInForm({ email: given = '', onDone }: { email?: string; onDone: () => void }) {
  const [email, setEmail] = useState(given);
  const [password, setPassword] = useState('');
  async function send() {
    const answer = await accountApi.signIn({ email, password });
    if (answer.kind !== 'ok') return whyNot(answer);
    onDone();
    return null;
  }
  return (
    <AskForm does={t('Sign in')} send={send}>
      <TextField
        label={t('E-mail address')}
        type="email"
        name="email"
        autoComplete="username"
        isRequired
        value={email}
        onChange={setEmail}
      />
      <SecretField
        label={t('Password')}
        autoComplete="current-password"
        value={password}
        onChange={setPassword}
      />
    </AskForm>
  );
}
