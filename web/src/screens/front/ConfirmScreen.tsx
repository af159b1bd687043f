import { useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { accountApi } from '../../queries/accounts.ts';
import { askWho } from '../../queries/session.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';
import { Front } from './Front.tsx';

/**
 * What the link in a mail opens: an address is one's own. It takes a press, since programs that look through mail open its links
 * too.
 */
export function ConfirmScreen() {
  const token = useLocation().hash.slice(1);
  const navigate = useNavigate();
  const [isDone, setDone] = useState(false);
  async function send() {
    const answer = await accountApi.confirm(token);
    if (answer.kind !== 'ok') return whyNot(answer);
    setDone(true);
    if (answer.value.signedIn) {
      await askWho();
      await navigate('/songs', { replace: true });
    }
    return null;
  }
  return (
    <Front title={t('Is this you?')}>
      {isDone ? (
        <p role="status">
          {t('Your address is confirmed.')} <Link to="/songs">{t('Go to Songs')}</Link>
        </p>
      ) : (
        <>
          <p>{t('This link came to your address by mail.')}</p>
          <AskForm does={t('Yes, it is me')} send={send}>
            {null}
          </AskForm>
        </>
      )}
    </Front>
  );
}
