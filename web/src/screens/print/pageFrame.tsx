import { formatMeter, printRoad, type Song } from '@intervallum/core';
import type { ReactNode } from 'react';
import styled, { createGlobalStyle } from 'styled-components';
import { playedInWords } from '../../music/playedIn.ts';
import { keyName, type ChartView } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { t } from '../../words/words.ts';

/** Paper in CSS pixels, 96 to the inch. */
export const papers = {
  A4: { width: 794, height: 1123 },
  Letter: { width: 816, height: 1056 },
} as const;
export type PaperName = keyof typeof papers;

const margin = 50;
const footHeight = 30;
const headHeight = 74;
const roadHeight = 22;
export const columnGap = 28;

/** What a sheet of paper has for music: its width, the height of the first page of a song, and of any other. */
export function roomOnPaper(paper: PaperName, { road }: Song) {
  const other = papers[paper].height - 2 * margin - footHeight + 20;
  const head = headHeight + (road ? roadHeight : 0);
  return { width: papers[paper].width - 2 * margin, first: other - head, other };
}

export const PrintedAlone = createGlobalStyle<{ $paper: PaperName }>`
  @page { size: ${({ $paper }) => $paper}; margin: 0; }
`;

const Page = styled.article<{ $paper: PaperName }>`
  position: relative;
  width: ${({ $paper }) => papers[$paper].width}px;
  height: ${({ $paper }) => papers[$paper].height - 1}px;
  padding: ${margin}px;
  overflow: hidden;
  background: #fff;
  box-shadow: 0 2px 14px rgb(0 0 0 / 0.18);
  break-after: page;
  @media print {
    box-shadow: none;
  }
`;

/** What is laid out to be measured, out of sight. */
export const Measured = styled.div`
  position: absolute;
  left: -10000px;
  top: 0;
  visibility: hidden;
  @media print {
    display: none;
  }
`;

const Head = styled.header`
  display: flex;
  justify-content: space-between;
  align-items: flex-start;
  gap: 20px;
  height: ${headHeight}px;
  h1 {
    font-size: 27px;
    line-height: 1.15;
    max-height: 62px;
    overflow: hidden;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
  > p {
    flex: none;
    font-weight: 600;
    font-size: 19px;
    text-align: right;
    color: var(--ink);
  }
  > p small {
    display: block;
    font-size: 14px;
  }
`;

const Order = styled.p`
  height: ${roadHeight}px;
  margin-top: -8px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  font-size: 13px;
`;

const Foot = styled.footer`
  position: absolute;
  inset: auto ${margin}px ${margin - 26}px;
  display: flex;
  justify-content: space-between;
  gap: 20px;
  height: ${footHeight}px;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
  font-size: 12px;
  color: var(--soft);
  span:first-child {
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
  }
  span:last-child {
    flex: none;
  }
`;

/** Where the pages of a song stand among those of a set. */
export interface PageNumber {
  readonly before: number;
  readonly of: number;
  readonly name: string;
}

interface PaperPageProps {
  song: Song;
  view: ChartView;
  paper: PaperName;
  /** Which of its pages, counted from 0. */
  page: number;
  of: number;
  /** Where it is printed with others. */
  number?: PageNumber | null;
  children: ReactNode;
}

/** A sheet of paper of a song: on the first one its name and key, on each its rights and the number of the page. */
export function PaperPage(props: PaperPageProps) {
  const { song, view, paper, page, of, number = null, children } = props;
  const place = of > 1 ? ` · ${t('{{place}} of {{count}}', { place: page + 1, count: of })}` : '';
  const among = number
    ? ` · ${number.name}, ${t('{{place}} of {{count}}', { place: number.before + page + 1, count: number.of })}`
    : place;
  return (
    <Page
      $paper={paper}
      aria-label={t('Page {{page}}', { page: (number?.before ?? 0) + page + 1 })}
    >
      {page === 0 ? <PageHead song={song} view={view} /> : null}
      {children}
      <Foot>
        <span>{song.details.rights || t('No rights given')}</span>
        <span>
          {song.title}
          {among}
        </span>
      </Foot>
    </Page>
  );
}

interface PlainPageProps {
  paper: PaperName;
  /** What stands at its foot, at the left and at the right. */
  foot: readonly [string, string];
  children: ReactNode;
}

/** A sheet of paper that belongs to no song. */
export function PlainPage({ paper, foot: [left, right], children }: PlainPageProps) {
  return (
    <Page $paper={paper} aria-label={t('Page {{page}}', { page: right })}>
      {children}
      <Foot>
        <span>{left}</span>
        <span>{right}</span>
      </Foot>
    </Page>
  );
}

function PageHead({ song, view }: { song: Song; view: ChartView }) {
  const settings = reader.use('language');
  const { by, singer, feel } = song.details;
  const played = playedInWords(view.sounding ?? view.key, view.key, settings);
  const facts = [
    formatMeter(song.meter),
    song.tempo === null ? '' : String(song.tempo),
    song.swing && t('swung {{swing}}', { swing: song.swing }),
    feel,
    singer && t('sung by {{singer}}', { singer }),
  ];
  return (
    <>
      <Head>
        <div>
          <h1>{song.title || t('Song without a title')}</h1>
          <p>{[by && t('by {{by}}', { by }), ...facts].filter(Boolean).join(' · ')}</p>
        </div>
        <p>
          {t('Key {{key}}', { key: keyName(view.sounding ?? view.key, settings) })}
          {played === '' ? null : <small>{played}</small>}
        </p>
      </Head>
      {song.road ? <Order>{printRoad(song.road)}</Order> : null}
    </>
  );
}
