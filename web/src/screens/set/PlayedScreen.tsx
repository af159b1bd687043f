import type { SharedPage, ShowList } from '@intervallum/contract';
import {
  asPlayed,
  expand,
  minutesOf,
  parseChart,
  songSeconds,
  transposeKey,
  type Song,
} from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { keyName, keyNamed } from '../../music/rails/view.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { showsQuery } from '../../queries/queries.ts';
import { reader } from '../../settings/reader.ts';
import { momentInWords, readersLanguage } from '../../ui/dates.ts';
import { useTitle } from '../../ui/useTitle.ts';
import { EmptyState } from '../../ui/states.tsx';
import { t } from '../../words/words.ts';
import { Sheet } from '../parts/charts/Sheet.tsx';
import { inARow } from './inARow.ts';
import { Back, SetPage } from '../parts/SetPage.tsx';

const Shown = styled.section`
  margin-top: 22px;
  overflow-x: auto;
  h2 {
    font-size: 22px;
  }
  table {
    width: 100%;
    margin-top: 8px;
    border-collapse: collapse;
    font-size: 17px;
  }
  th,
  td {
    padding: 8px 12px 8px 0;
    border-bottom: 1px solid var(--hairline);
    text-align: left;
    vertical-align: top;
  }
  th {
    font-size: 14px;
    color: var(--soft);
    font-weight: 500;
  }
  td:first-child {
    font-weight: 600;
  }
  small {
    display: block;
    font-size: 14px;
    color: var(--soft);
    font-weight: 400;
  }
`;

/** What was played of a set, each time it was: when, in which key, how long, which parts. */
export function PlayedScreen() {
  return <SetPage>{(page, id) => <Played page={page} setId={id} />}</SetPage>;
}

function Played({ page, setId }: { page: SharedPage; setId: string }) {
  const title = t('{{name}}, as it was played', { name: page.name });
  const fetched = useQuery(showsQuery(setId));
  useTitle(title);
  const songs = useMemo(() => chartsOf(page), [page]);
  return (
    <Sheet>
      <Back>
        <Link to={`/sets/${setId}`}>{t('Back to the set')}</Link>
        <Link to={`/sets/${setId}/stage`}>{t('On stage')}</Link>
      </Back>
      <h1>{title}</h1>
      <Fetched from={fetched} what={t('what was played')}>
        {({ shows }) =>
          shows.length === 0 ? (
            <EmptyState title={t('Nothing was played yet')}>
              {t('What is led on stage is written down here: when, in which key, how long.')}
            </EmptyState>
          ) : (
            shows.map((show) => <OneShow key={show.id} show={show} songs={songs} />)
          )
        }
      </Fetched>
    </Sheet>
  );
}

interface Charted {
  readonly song: Song;
  readonly key: string | null;
  /** How long it would last as it is planned, in seconds. */
  readonly planned: number;
}

function chartsOf({ songs }: SharedPage): ReadonlyMap<string, Charted> {
  return new Map(
    songs.map((shared) => {
      const { song } = parseChart(asPlayed(shared.text, shared).text);
      return [shared.id, { song, key: shared.key, planned: songSeconds(expand(song)) }];
    }),
  );
}

interface OneShowProps {
  show: ShowList['shows'][number];
  songs: ReadonlyMap<string, Charted>;
}

function OneShow({ show, songs }: OneShowProps) {
  const settings = reader.use('language');
  const hour = (moment: string) =>
    new Date(moment).toLocaleTimeString(readersLanguage(), { hour: '2-digit', minute: '2-digit' });
  return (
    <Shown>
      <h2>{momentInWords(Date.parse(show.beganAt))}</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">{t('Song')}</th>
            <th scope="col">{t('Began')}</th>
            <th scope="col">{t('Key')}</th>
            <th scope="col">{t('Lasted')}</th>
            <th scope="col">{t('Planned')}</th>
          </tr>
        </thead>
        <tbody>
          {show.played.map(({ item, beganAt, seconds, sections, lift }, place) => {
            const there = songs.get(item);
            const key = there && (keyNamed(there.key, there.song) ?? there.song.key);
            return (
              <tr key={place}>
                <td>
                  {there
                    ? there.song.title || t('Song without a title')
                    : t('Not in this set any more')}
                  <small>{inARow(sections)}</small>
                </td>
                <td>{hour(beganAt)}</td>
                <td>
                  {key
                    ? [
                        keyName(key, settings),
                        lift === 0 ? '' : keyName(transposeKey(key, lift), settings),
                      ]
                        .filter(Boolean)
                        .join(' → ')
                    : ''}
                </td>
                <td>{minutesOf(seconds)}</td>
                <td>{there ? minutesOf(there.planned) : ''}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Shown>
  );
}
