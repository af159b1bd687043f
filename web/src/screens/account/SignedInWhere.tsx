import { useQuery } from '@tanstack/react-query';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered } from '../../queries/queries.ts';
import { accountApi } from '../../queries/accounts.ts';
import { Button } from '../../ui/Button.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { keepFocus } from '../../ui/focus.ts';
import { notify } from '../../ui/notices.tsx';
import { Row, Rows, Section } from '../../ui/Section.tsx';
import { t } from '../../words/words.ts';
import { wasDone } from '../parts/said.ts';

/** The browsers in which one is signed in, each to be signed out from here: one that was lost too. */
export function SignedInWhere() {
  const fetched = useQuery({
    queryKey: ['sessions'],
    queryFn: () => answered(accountApi.sessions()),
    gcTime: 0,
  });
  const after = async (said: string) => {
    await fetched.refetch();
    notify(said);
    keepFocus();
  };
  async function end(id: string) {
    if (wasDone(await accountApi.endSession(id))) await after(t('You are signed out there'));
  }
  async function endOthers() {
    if (wasDone(await accountApi.endOtherSessions()))
      await after(t('You are signed out everywhere but here'));
  }
  return (
    <Section>
      <h2>{t('Where you are signed in')}</h2>
      <Fetched from={fetched} what={t('the list')}>
        {({ sessions }) => (
          <>
            <Rows aria-label={t('Where you are signed in')}>
              {sessions.map(({ id, device, seenAt, isThis }) => (
                <Row key={id}>
                  <div>
                    <b>{device || t('A browser')}</b>
                    <small>
                      {isThis
                        ? t('here, now')
                        : t('last used {{when}}', { when: momentInWords(Date.parse(seenAt)) })}
                    </small>
                  </div>
                  {isThis ? null : (
                    <Button onPress={() => void end(id)}>{t('Sign out there')}</Button>
                  )}
                </Row>
              ))}
            </Rows>
            {sessions.length > 1 ? (
              <Button onPress={() => void endOthers()}>{t('Sign out everywhere else')}</Button>
            ) : null}
          </>
        )}
      </Fetched>
    </Section>
  );
}
