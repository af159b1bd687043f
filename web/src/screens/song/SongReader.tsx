import { useQuery } from '@tanstack/react-query';
import { parseChart } from '@intervallum/core';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { Fetched } from '../../queries/Fetched.tsx';
import { keptNames } from '../../queries/kept.ts';
import { songQuery } from '../../queries/queries.ts';
import { useMembership } from '../../queries/session.ts';
import { NotFoundState } from '../../ui/states.tsx';
import { t } from '../../words/words.ts';
import { ReadCharts } from '../parts/charts/ReadCharts.tsx';
import { songsAddress } from '../parts/songsAddress.ts';

const Back = styled.p`
  margin-bottom: 8px;
  @media print {
    display: none;
  }
`;

/** A song for those of the team who read: in their own key, on the stand, on paper. */
export function SongReader() {
  const { songId = '' } = useParams();
  const team = useMembership()?.team ?? '';
  const fetched = useQuery(songQuery(songId));
  const missing = (
    <NotFoundState title={t('No song at this address')}>
      {t('It may have been deleted, or the address is not complete.')}
    </NotFoundState>
  );
  return (
    <Fetched from={fetched} what={t('the song')} missing={missing} kept={keptNames.song(songId)}>
      {({ id, text }) => (
        <ReadCharts
          page={{
            kind: 'song',
            team,
            name: parseChart(text).song.title,
            date: null,
            leader: '',
            notes: '',
            songs: [{ id, text, key: null, notes: '', who: '', road: null, bridge: null }],
            begins: null,
            moments: [],
            sent: null,
            reader: null,
          }}
          name={`song:${id}`}
          standAt={`/songs/${id}/stand`}
          before={
            <Back>
              <Link to={songsAddress()}>{t('All songs')}</Link>
            </Back>
          }
        />
      )}
    </Fetched>
  );
}
