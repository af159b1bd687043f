import type { AuditKind } from '@intervallum/contract';
import { useInfiniteQuery } from '@tanstack/react-query';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered } from '../../queries/queries.ts';
import { accountApi } from '../../queries/accounts.ts';
import { Button } from '../../ui/Button.tsx';
import { momentInWords } from '../../ui/dates.ts';
import type { HelpLine } from '../../ui/help.ts';
import { Page } from '../../ui/Page.tsx';
import { Row, Rows } from '../../ui/Section.tsx';
import { t } from '../../words/words.ts';

const help: readonly HelpLine[] = [
  { id: 'what', name: t('See who signed in, sent links, gave roles, deleted') },
];

/** What each entry says, before what it was done to. */
const kindWords: Readonly<Record<AuditKind, string>> = {
  'signed in': t('signed in'),
  'sign-in refused': t('was refused at the sign-in'),
  'signed out everywhere': t('signed out everywhere else'),
  'password changed': t('changed the password'),
  'password reset': t('took a new password by mail'),
  'address changed': t('changed the e-mail address'),
  'team begun': t('began the team'),
  'team renamed': t('renamed the team'),
  'team deleted': t('deleted the team'),
  'team taken back': t('took the team back'),
  'team saved': t('saved the whole team'),
  'team brought in': t('brought a whole team in'),
  invited: t('invited'),
  'invitation revoked': t('took back an invitation'),
  joined: t('joined'),
  'role given': t('gave a role'),
  removed: t('removed'),
  left: t('left the team'),
  'person named': t('named'),
  'person forgotten': t('forgot'),
  'link opened': t('opened a link'),
  'link revoked': t('revoked a link'),
  sent: t('noted as sent'),
  'song deleted': t('deleted the song'),
  'song taken back': t('took back the song'),
  'set deleted': t('deleted the set'),
  'set taken back': t('took back the set'),
  'file deleted for good': t('deleted a file for good'),
};

/** What was done in the team and by whom, the latest first: for owners. */
export function DoneScreen() {
  const fetched = useInfiniteQuery({
    queryKey: ['audit'],
    queryFn: ({ pageParam }) => answered(accountApi.audit(pageParam)),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    gcTime: 0,
  });
  return (
    <Page title={t('What was done, and by whom')} help={help}>
      <Fetched from={fetched} what={t('the list')}>
        {({ pages }) => (
          <>
            <Rows aria-label={t('What was done, and by whom')}>
              {pages
                .flatMap(({ entries }) => entries)
                .map(({ id, at, who, what, about }) => (
                  <Row key={id}>
                    <div>
                      <b>{who ?? t('Somebody')}</b> {kindWords[what]}
                      {about ? `: ${about}` : ''}
                      <small>{momentInWords(Date.parse(at))}</small>
                    </div>
                  </Row>
                ))}
            </Rows>
            {fetched.hasNextPage ? (
              <Button
                isPending={fetched.isFetchingNextPage}
                onPress={() => void fetched.fetchNextPage()}
              >
                {t('Show earlier ones')}
              </Button>
            ) : null}
          </>
        )}
      </Fetched>
    </Page>
  );
}
