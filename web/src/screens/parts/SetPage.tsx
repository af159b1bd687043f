import { isSong, pageItems, type SharedPage } from '@intervallum/contract';
import { useQueries, useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { Fetched } from '../../queries/Fetched.tsx';
import { keptNames } from '../../queries/kept.ts';
import { setQuery, songQuery } from '../../queries/queries.ts';
import { useMembership } from '../../queries/session.ts';
import { LoadingState, NotFoundState } from '../../ui/states.tsx';
import { t } from '../../words/words.ts';

/** Where one came from, over the title. */
export const Back = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-bottom: 8px;
  @media print {
    display: none;
  }
`;

/** What is said where there is no set. */
export const noSet = (
  <NotFoundState title={t('No set at this address')}>
    {t('It may have been deleted, or the address is not complete.')}
  </NotFoundState>
);

/** A set with its charts, once all of them are there. */
export function SetPage({ children }: { children: (page: SharedPage, id: string) => ReactNode }) {
  const { setId = '' } = useParams();
  const team = useMembership()?.team ?? '';
  const fetched = useQuery(setQuery(setId));
  const items = fetched.data?.items.filter(isSong).filter(({ removed }) => !removed) ?? [];
  const songs = useQueries({ queries: items.map(({ songId }) => songQuery(songId)) });
  const texts = new Map(songs.map(({ data }) => [data?.id, data?.text ?? '']));
  return (
    <Fetched from={fetched} what={t('the set')} missing={noSet} kept={keptNames.set(setId)}>
      {({ id, name, date, leader, notes, begins, items: all }) =>
        songs.some(({ data }) => data === undefined) ? (
          <LoadingState what={t('the charts')} />
        ) : (
          children(
            {
              ...{ kind: 'set', team, name, date, leader, notes, begins },
              ...pageItems(all, ({ songId }) => texts.get(songId) ?? ''),
              ...{ sent: null, reader: null },
            },
            id,
          )
        )
      }
    </Fetched>
  );
}
