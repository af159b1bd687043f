import type { SongSet } from '@intervallum/contract';
import { parseKey } from '@intervallum/core';
import styled from 'styled-components';
import { keyName, keyNamed } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { dateInWords } from '../../ui/dates.ts';
import { display } from '../../ui/theme.ts';
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

const Row = styled.li`
  display: grid;
  grid-template-columns: 34px minmax(0, 1.2fr) 92px minmax(0, 1fr);
  align-items: baseline;
  gap: 10px;
  height: 33px;
  padding-top: 6px;
  border-bottom: 1px solid var(--hairline);
  > * {
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
  }
  b {
    font: 600 18px/1.3 ${display};
  }
  span {
    font-size: 14px;
    color: var(--soft);
  }
`;

/** So many songs are listed on the first page, which has the set's name, and on any other. */
const onFirst = 23;
const onOther = 28;

/** How many pages the list of so many songs takes. */
export function firstPagesOf(songs: number): number {
  return 1 + Math.max(0, Math.ceil((songs - onFirst) / onOther));
}

interface SetFirstPagesProps {
  set: SongSet;
  items: SongSet['items'];
  paper: PaperName;
  /** How many pages there are in all. */
  of: number;
}

/** What comes before the charts: the service, who leads it, its songs in their order with key and note. */
export function SetFirstPages({ set, items, paper, of }: SetFirstPagesProps) {
  const settings = reader.use('language');
  const pages = firstPagesOf(items.length);
  const facts = [
    set.date && dateInWords(set.date),
    set.leader && t('led by {{leader}}', { leader: set.leader }),
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
          {items.slice(from, until).map(({ id, key, notes, summary }, place) => {
            const written = parseKey(summary.key);
            const sung = written.ok
              ? (keyNamed(key, { key: written.value }) ?? written.value)
              : null;
            return (
              <Row key={id}>
                <span>{from + place + 1}</span>
                <b>{summary.title || t('Song without a title')}</b>
                <b>{sung ? keyName(sung, settings) : ''}</b>
                <span>{notes}</span>
              </Row>
            );
          })}
        </List>
      </PlainPage>
    );
  });
}
