import type { SongSet } from '@intervallum/contract';
import { minutesOf, parseKey } from '@intervallum/core';
import { useMemo } from 'react';
import styled, { css } from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { dateInWords } from '../../ui/dates.ts';
import { display } from '../../ui/theme.ts';
import { draftOf, knownSongs } from '../parts/service/knownSongs.ts';
import { orderOf } from '../parts/service/serviceOrder.ts';
import type { ServiceView } from '../parts/service/servicePlan.ts';
import { PlainPage, type PaperName } from './pageFrame.tsx';
import { t } from '../../words/words.ts';

const Head = styled.header`
  height: 190px;
  overflow: hidden;
  h1 {
    font-size: 30px;
    line-height: 1.2;
    max-height: 72px;
    overflow: hidden;
  }
  p {
    margin-top: 6px;
    font-size: 15px;
    line-height: 1.4;
    color: var(--soft);
  }
`;

const List = styled.ol`
  border-top: 1px solid var(--hairline);
`;

const Row = styled.li<{ $tall: boolean }>`
  display: grid;
  grid-template-columns: 48px 22px minmax(0, 1.6fr) 76px minmax(0, 0.8fr) minmax(0, 1.1fr) 46px;
  align-items: baseline;
  gap: 10px;
  height: 33px;
  padding-top: 6px;
  border-bottom: 1px solid var(--hairline);
  font-variant-numeric: tabular-nums lining-nums;
  > * {
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
  }
  b {
    font: 600 18px/1.3 ${display};
  }
  /* Where there is room for it, what is long goes on in a second line. */
  ${({ $tall }) =>
    $tall &&
    css`
      height: auto;
      min-height: 33px;
      padding-bottom: 5px;
      > * {
        white-space: normal;
        max-height: 46px;
      }
    `}
  &[data-spoken] b {
    font-style: italic;
    font-weight: 400;
  }
  > :last-child {
    text-align: right;
  }
  span {
    font-size: 14px;
    color: var(--soft);
  }
`;

/** So many lines are on the first page, which has the set's name, and on any other. */
const onFirst = 23;
const onOther = 28;

/** So many lines may be twice as high, and stay on the first page. */
const mostTall = 13;

/** How many pages the list of so many items takes. */
export function firstPagesOf(items: number): number {
  return 1 + Math.max(0, Math.ceil((items - onFirst) / onOther));
}

interface SetFirstPagesProps {
  set: SongSet;
  view: ServiceView;
  paper: PaperName;
  /** How many pages there are in all. */
  of: number;
}

/** What comes before the charts, or stands alone: the service in its order, with the hour, key and length of everything. */
export function SetFirstPages({ set, view, paper, of }: SetFirstPagesProps) {
  const settings = reader.use('language');
  const songs = useMemo(() => knownSongs(set), [set]);
  const lines = orderOf({ draft: draftOf(set), songs, view });
  const pages = firstPagesOf(lines.length);
  const facts = [
    set.date && dateInWords(set.date),
    set.begins && t('at {{hour}}', { hour: set.begins }),
    set.leader && t('led by {{leader}}', { leader: set.leader }),
    view.plan.seconds > 0 && t('about {{minutes}}', { minutes: minutesOf(view.plan.seconds) }),
  ];
  return Array.from({ length: pages }, (_, page) => {
    const from = page === 0 ? 0 : onFirst + (page - 1) * onOther;
    const until = onFirst + page * onOther;
    return (
      <PlainPage
        key={page}
        paper={paper}
        foot={[set.name, t('{{place}} of {{count}}', { place: page + 1, count: of })]}
      >
        {page === 0 ? (
          <Head>
            <h1>{set.name}</h1>
            <p>{facts.filter(Boolean).join(' · ')}</p>
            {set.notes ? <p>{set.notes}</p> : null}
          </Head>
        ) : null}
        <List start={from + 1} aria-label={t('Songs of the set')}>
          {lines
            .slice(from, until)
            .map(({ at, place, kind, name, key, who, notes, length }, line) => {
              const read = key === '' ? null : parseKey(key);
              return (
                <Row
                  key={from + line}
                  $tall={lines.length <= mostTall}
                  data-spoken={place === null || undefined}
                >
                  <span>{at}</span>
                  <span>{place}</span>
                  <b>{name}</b>
                  <b>{read?.ok ? keyName(read.value, settings) : ''}</b>
                  <span>{who || (kind === name ? '' : kind)}</span>
                  <span>{notes}</span>
                  <span>{length}</span>
                </Row>
              );
            })}
        </List>
      </PlainPage>
    );
  });
}
