import { useState } from 'react';
import { accountApi } from '../../queries/accounts.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';

/** Names somebody who needs no account: a singer, a drummer. */
export function NamePersonWindow({
  onChanged,
  onClose,
}: {
  onChanged: () => void;
  onClose: () => void;
}) {
  const [name, setName] = useState('');
  async function send() {
    const why = whyNot(await accountApi.namePerson(name));
    if (why !== null) return why;
    notify(t('{{name}} is named in the team', { name }));
    onChanged();
    onClose();
    return null;
  }
  return (
    <Window title={t('Name somebody')} isOpen onClose={onClose}>
      <WindowWords>
        {t('A singer or player without an account. An invitation can give them one later.')}
      </WindowWords>
      <AskForm does={t('Name them')} send={send}>
        <TextField label={t('Name')} isRequired autoFocus value={name} onChange={setName} />
      </AskForm>
    </Window>
  );
}
