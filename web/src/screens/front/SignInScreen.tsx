import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, Navigate, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered } from '../../queries/queries.ts';
import { accountApi } from '../../queries/accounts.ts';
import { askWho, useStanding } from '../../queries/session.ts';
import { Notices } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';
import { DemoPeople } from './DemoPeople.tsx';
import { FirstOwner } from './FirstOwner.tsx';
import { Front } from './Front.tsx';
import { SignInForm } from './SignInForm.tsx';
import { safePath } from './safePath.ts';

const Under = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding-top: 12px;
  border-top: 1px solid var(--hairline);
  font-size: 15px;
`;

/** What a page has to know before anybody is signed in. */
export function installationQuery() {
  return {
    queryKey: ['installation'],
    queryFn: () => answered(accountApi.installation()),
    gcTime: 0,
  };
}

/** Where one signs in, or makes the first owner of a new installation. Leads on to where one wanted to go. */
export function SignInScreen() {
  const [parameters] = useSearchParams();
  const navigate = useNavigate();
  const standing = useStanding();
  const fetched = useQuery(installationQuery());
  const to = safePath(parameters.get('to'), location.origin);
  const isUnknown = standing.kind === 'asking';
  useEffect(() => {
    if (isUnknown) void askWho();
  }, [isUnknown]);
  const onDone = () => void askWho().then(() => navigate(to, { replace: true }));
  if (standing.kind === 'in') return <Navigate to={to} replace />;
  return (
    <>
      <Fetched from={fetched} what={t('the page')}>
        {({ needsOwner, demo, mail }) =>
          needsOwner ? (
            <FirstOwner onDone={onDone} />
          ) : (
            <Front title={t('Sign in')}>
              {demo ? (
                <>
                  <p>{t('This is a demo: press a name to be that person.')}</p>
                  <DemoPeople people={demo} onDone={onDone} />
                </>
              ) : null}
              <SignInForm onDone={onDone} />
              <Under>
                {mail === 'none' ? (
                  <span>
                    {t(
                      'Password forgotten? No mail leaves this installation: ask whoever runs it.',
                    )}
                  </span>
                ) : (
                  <Link to="/forgotten">{t('Password forgotten?')}</Link>
                )}
                {mail === 'box' ? <Link to="/mailbox">{t('Simulated mailbox')}</Link> : null}
              </Under>
            </Front>
          )
        }
      </Fetched>
      <Notices />
    </>
  );
}
