import { useState } from 'react';
import { accountApi } from '../../queries/accounts.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { TextField } from '../../ui/fields.tsx';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';
import { NewAccountFields } from './NewAccountFields.tsx';
import { Front } from './Front.tsx';

/** The first page of a new installation: makes its owner, by the code that its terminal shows. */
export function FirstOwner({ onDone }: { onDone: () => void }) {
  const [said, setSaid] = useState({ code: '', team: '', name: '', email: '', password: '' });
  const field = (name: 'code' | 'team') => ({
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
        <NewAccountFields said={said} onChange={(changed) => setSaid({ ...said, ...changed })} />
      </AskForm>
    </Front>
  );
}
