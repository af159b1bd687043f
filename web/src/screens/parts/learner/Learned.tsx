import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { Fetched } from '../../../queries/Fetched.tsx';
import { learnedQuery } from '../../../queries/logbook.ts';
import { t } from '../../../words/words.ts';
import { LogDays } from '../log/LogDays.tsx';

const Place = styled.section`
  max-height: 320px;
  overflow: auto;
  li {
    font-size: 15px;
  }
`;

/** What somebody practised by their link, for whoever sent it. */
export function Learned({ shareId }: { shareId: string }) {
  const fetched = useQuery(learnedQuery(shareId));
  return (
    <Place aria-label={t('What was practised')} tabIndex={0}>
      <Fetched from={fetched} what={t('what was practised')}>
        {({ entries, rounds }) =>
          entries.length === 0 ? (
            <p>{t('Nothing was practised by this link yet.')}</p>
          ) : (
            <>
              <p>{t('{{count}} rounds', { count: rounds })}</p>
              <LogDays entries={entries} withTitles={false} />
            </>
          )
        }
      </Fetched>
    </Place>
  );
}
