import { useState } from 'react';
import { accountApi } from '../../queries/session.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { SecretField } from '../../ui/SecretField.tsx';
import { TextField } from '../../ui/fields.tsx';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';
import { Front } from './Front.tsx';
import { passwordNote } from '../parts/passwordNote.ts';

/** The first page of a new installation: makes its owner, by the code that its terminal shows. */
export function FirstOwner({ onDone }: { onDone: () => void }) {
  const [said, setSaid] = useState({ code: '', team: '', name: '', email: '', password: '' });
  const field = (name: keyof typeof said) => ({
    value: said[name],
    onChange: (value: string) => setSaid({ ...said, [name]: value }),
    isRequired: true,
  });
  async function send() {
    const answer = await accountApi.beginInstallation(said);
    if (answer.kind !== 'ok') return whyNot(answer);
    onDone();
    return null;
  }
  return (
    <Front title={t('Begin')}>
      <p>
        {t(
          'Nobody owns this installation yet. Its first owner is whoever sees the terminal that it was started in: the code stands there.',
        )}
      </p>
      <AskForm does={t('Begin')} send={send}>
        <TextField
          label={t('Code from the terminal')}
          autoComplete="one-time-code"
          {...field('code')}
        />
        <TextField label={t('Name of the team')} autoComplete="organization" {...field('team')} />
        <TextField label={t('Your name')} autoComplete="name" {...field('name')} />
        <TextField
          label={t('E-mail address')}
          type="email"
          autoComplete="username"
          {...field('email')}
        />
        <SecretField
          label={t('Password')}
          autoComplete="new-password"
          note={passwordNote}
          value={said.password}
          onChange={(password) => setSaid({ ...said, password })}
        />
      </AskForm>
    </Front>
  );
}
