import type { ChangedSince } from '@intervallum/contract';
import styled from 'styled-components';
import { t } from '../../words/words.ts';
import { Differences } from './Differences.tsx';

const Song = styled.p`
  margin-top: 6px;
  font-weight: 600;
`;

/** What became another one since something was sent: of the set itself, and of each of its songs. */
export function ChangedSongs({ changed }: { changed: ChangedSince }) {
  return (
    <>
      {changed.map(({ song, some, count }) => (
        <div key={song ?? ''}>
          {song === null ? null : <Song>{song || t('Song without a title')}</Song>}
          <Differences all={some} count={count} />
        </div>
      ))}
    </>
  );
}
