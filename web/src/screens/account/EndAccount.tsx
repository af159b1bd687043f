import { useState } from 'react';
import { accountApi } from '../../queries/accounts.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { Button } from '../../ui/Button.tsx';
import { SecretField } from '../../ui/SecretField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';

/** Deletes one's own account, for good, after the password was said. */
export function EndAccount() {
  const [isOpen, setOpen] = useState(false);
  const [password, setPassword] = useState('');
  async function send() {
    const why = whyNot(await accountApi.deleteAccount(password));
    if (why === null) location.assign('/sign-in');
    return why;
  }
  return (
    <Section>
      <h2>{t('End')}</h2>
      <p>
        {t(
          'Your account can be deleted for good. What you wrote stays with your teams, under your name.',
        )}
      </p>
      <Button onPress={() => setOpen(true)}>{t('Delete your account')}</Button>
      <Window title={t('Delete your account?')} isOpen={isOpen} onClose={() => setOpen(false)}>
        <WindowWords>
          {t('This cannot be undone. You are signed out everywhere, and are in no team any more.')}
        </WindowWords>
        <AskForm does={t('Delete it for good')} send={send}>
          <SecretField
            label={t('Your password')}
            autoComplete="current-password"
            value={password}
            onChange={setPassword}
          />
        </AskForm>
      </Window>
    </Section>
  );
}
