import { useQuery } from '@tanstack/react-query';
import { Fragment } from 'react';
import styled from 'styled-components';
import type { Mail } from '@intervallum/contract';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered } from '../../queries/queries.ts';
import { accountApi } from '../../queries/accounts.ts';
import { momentInWords } from '../../ui/dates.ts';
import { EmptyState, NotFoundState } from '../../ui/states.tsx';
import { useTitle } from '../../ui/useTitle.ts';
import { phone } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';

const Sheet = styled.main`
  max-width: 760px;
  margin: 0 auto;
  padding: 26px 28px 64px;
  h1 {
    font-size: 30px;
  }
  > p {
    margin: 4px 0 18px;
    color: var(--soft);
  }
  ${phone} {
    padding: 16px 16px 40px;
  }
`;

const Letter = styled.article`
  padding: 16px 18px 18px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
  & + & {
    margin-top: 12px;
  }
  h2 {
    font-size: 20px;
    overflow-wrap: anywhere;
  }
  small {
    font-size: 14px;
    color: var(--soft);
  }
  div {
    margin-top: 10px;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
`;

/** So often, in milliseconds, it is looked whether there is more. */
const pause = 2_000;

/** For developers and whoever looks at the demo: the mail that would have left. */
export function MailboxScreen() {
  useTitle(t('Simulated mailbox'));
  const fetched = useQuery({
    queryKey: ['mails'],
    queryFn: () => answered(accountApi.mails()),
    refetchInterval: pause,
    gcTime: 0,
  });
  const missing = (
    <NotFoundState title={t('No mailbox here')}>
      {t('Only a demo has a simulated mailbox; here mail leaves by itself, or not at all.')}
    </NotFoundState>
  );
  return (
    <Sheet id="main">
      <Fetched from={fetched} what={t('the mailbox')} missing={missing}>
        {({ mails }) => (
          <>
            <h1>{t('Simulated mailbox')}</h1>
            <p>{t('No mail leaves the demo: what would have been sent lies here.')}</p>
            {mails.length === 0 ? (
              <EmptyState title={t('No mail yet')}>
                {t('Ask for a new password, or take an invitation as somebody new.')}
              </EmptyState>
            ) : (
              mails.map((mail) => <OneMail key={mail.id} mail={mail} />)
            )}
          </>
        )}
      </Fetched>
    </Sheet>
  );
}

function OneMail({ mail }: { mail: Mail }) {
  return (
    <Letter>
      <h2>{mail.subject}</h2>
      <small>
        {mail.to} · {momentInWords(Date.parse(mail.sentAt))}
      </small>
      <div>
        {mail.text.split(/(https?:\/\/\S+)/).map((piece, at) => (
          <Fragment key={at}>{at % 2 === 1 ? <a href={piece}>{piece}</a> : piece}</Fragment>
        ))}
      </div>
    </Letter>
  );
}
