import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { Fetched } from '../../queries/Fetched.tsx';
import { keptNames } from '../../queries/kept.ts';
import { isPlayedQuery, sharedQuery } from '../../queries/queries.ts';
import { PlainHttpNote } from '../../ui/PlainHttpNote.tsx';
import { NotFoundState } from '../../ui/states.tsx';
import { t } from '../../words/words.ts';
import { ReadCharts } from '../parts/charts/ReadCharts.tsx';
import { LearnerPage } from './LearnerPage.tsx';

/** What a link opens: for a phone on a music stand, without an account. */
export function SharePage() {
  const { token = '' } = useParams();
  const fetched = useQuery(sharedQuery(token));
  const isSet = fetched.data?.kind === 'set';
  const isPlayed = useQuery({ ...isPlayedQuery(token), enabled: isSet }).data === true;
  const missing = (
    <main>
      <NotFoundState title={t('This link opens nothing')} home={false}>
        {t(
          'It may have been taken back, or the address is not complete. Ask whoever sent it for a new one.',
        )}
      </NotFoundState>
    </main>
  );
  return (
    <Fetched from={fetched} what={t('the charts')} missing={missing} kept={keptNames.shared(token)}>
      {(page) =>
        page.reader?.learner ? (
          <LearnerPage page={page} learner={page.reader.learner} token={token} />
        ) : (
          <main>
            <PlainHttpNote
              lacks={t('a screen that stays awake and a copy for when there is no network')}
            />
            <ReadCharts
              page={page}
              name={token}
              standAt={`/s/${token}/stand`}
              stageAt={page.kind === 'set' ? `/s/${token}/stage` : null}
              isPlayed={isPlayed}
              isLink
              lookedAs={keptNames.shared(token)}
            />
          </main>
        )
      }
    </Fetched>
  );
}
