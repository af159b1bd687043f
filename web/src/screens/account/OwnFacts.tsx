import type { SignedIn } from '@intervallum/contract';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { accountApi } from '../../queries/accounts.ts';
import { askWho } from '../../queries/session.ts';
import { answered } from '../../queries/queries.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { notify } from '../../ui/notices.tsx';
import { SecretField } from '../../ui/SecretField.tsx';
import { Narrow, Section } from '../../ui/Section.tsx';
import { TextField } from '../../ui/fields.tsx';
import { t } from '../../words/words.ts';
import { passwordNote } from '../parts/passwordNote.ts';
import { whyNot } from '../parts/said.ts';

export function OwnName({ who }: { who: SignedIn }) {
  const [name, setName] = useState(who.name);
  async function send() {
    const why = whyNot(await accountApi.rename(name));
    if (why !== null) return why;
    await askWho();
    notify(t('You are called {{name}} now', { name }));
    return null;
  }
  return (
    <Section>
      <h2>{t('Name')}</h2>
      <Narrow>
        <AskForm isPlain does={t('Change the name')} send={send}>
          <TextField
            label={t('What you are called, in each of your teams')}
            autoComplete="name"
            isRequired
            value={name}
            onChange={setName}
          />
        </AskForm>
      </Narrow>
    </Section>
  );
}

export function OwnAddress({ who }: { who: SignedIn }) {
  const [said, setSaid] = useState({ email: '', password: '' });
  const { data } = useQuery({
    queryKey: ['installation'],
    queryFn: () => answered(accountApi.installation()),
  });
  async function send() {
    const why = whyNot(await accountApi.changeAddress(said));
    if (why !== null) return why;
    notify(t('A mail is on its way to {{email}}: its link changes the address', said));
    setSaid({ email: '', password: '' });
    return null;
  }
  return (
    <Section>
      <h2>{t('E-mail address')}</h2>
      <p>{t('You sign in with {{email}}.', { email: who.email })}</p>
      {data?.mail === 'none' ? (
        <p>{t('No mail leaves this installation, so the address cannot be changed.')}</p>
      ) : (
        <Narrow>
          <AskForm isPlain does={t('Change the address')} send={send}>
            <TextField
              label={t('New e-mail address')}
              type="email"
              autoComplete="off"
              isRequired
              value={said.email}
              onChange={(email) => setSaid({ ...said, email })}
            />
            <SecretField
              label={t('Your password')}
              autoComplete="current-password"
              value={said.password}
              onChange={(password) => setSaid({ ...said, password })}
            />
          </AskForm>
        </Narrow>
      )}
    </Section>
  );
}

export function OwnPassword() {
  const [said, setSaid] = useState({ old: '', password: '' });
  async function send() {
    const why = whyNot(await accountApi.changePassword(said));
    if (why !== null) return why;
    setSaid({ old: '', password: '' });
    notify(t('The password is changed; everywhere else you are signed out'));
    return null;
  }
  return (
    <Section>
      <h2>{t('Password')}</h2>
      <Narrow>
        <AskForm isPlain does={t('Change the password')} send={send}>
          <SecretField
            label={t('The password until now')}
            autoComplete="current-password"
            value={said.old}
            onChange={(old) => setSaid({ ...said, old })}
          />
          <SecretField
            label={t('New password')}
            autoComplete="new-password"
            note={passwordNote}
            value={said.password}
            onChange={(password) => setSaid({ ...said, password })}
          />
        </AskForm>
      </Narrow>
    </Section>
  );
}
