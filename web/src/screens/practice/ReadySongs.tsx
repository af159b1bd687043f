import type { LogStep } from '@intervallum/contract';
import type { ReadyState } from '@intervallum/core';
import { Circle, CircleCheck, CircleDashed, CircleDot } from 'lucide-react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { dateInWords, daysBetween, today } from '../../ui/dates.ts';
import { Section } from '../../ui/Section.tsx';
import { display, phone } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import { readySong, type PractisedSong } from './material.ts';
import { readyNames, reasonInWords } from './words/readyWords.ts';
import type { Coming } from './usePractising.ts';

const Songs = styled.ul`
  border-top: 1px solid var(--hairline);
`;

const Song = styled.li`
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) auto;
  gap: 4px 18px;
  align-items: start;
  padding: 12px 4px;
  border-bottom: 1px solid var(--hairline);
  > span {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 28px;
    font-size: 15px;
    font-weight: 600;
  }
  h3 {
    font: 600 19px/1.35 ${display};
    overflow-wrap: anywhere;
  }
  p {
    font-size: 15px;
    line-height: 1.4;
    color: var(--soft);
  }
  a {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
    font-size: 16px;
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr) auto;
    > div {
      grid-column: 1 / -1;
      grid-row: 2;
    }
  }
`;

const signs: Readonly<Record<ReadyState, typeof Circle>> = {
  ready: CircleCheck,
  nearly: CircleDot,
  begun: Circle,
  'not begun': CircleDashed,
};

/** So many reasons of a song are told: what comes first is what one does. */
const told = 2;

/** How ready the songs of the set to come are, with what there is to do. */
export function ReadySongs({ coming, steps }: { coming: Coming; steps: readonly LogStep[] }) {
  const days = daysBetween(today(), coming.date);
  return (
    <Section aria-labelledby="ready">
      <h2 id="ready">
        <Link to={`/sets/${coming.id}`}>{coming.name}</Link>
      </h2>
      <p>
        {dateInWords(coming.date)} ·{' '}
        {days === 0 ? t('today') : t('in {{count}} days', { count: days })} ·{' '}
        <Link to={`/sets/${coming.id}/path`}>{t('What is left to do')}</Link>
      </p>
      {coming.songs.length === 0 ? (
        <p>{t('There is no song in it yet.')}</p>
      ) : (
        <Songs aria-labelledby="ready">
          {coming.songs.map((song) => (
            <ReadySong key={song.id} song={song} steps={steps} />
          ))}
        </Songs>
      )}
    </Section>
  );
}

function ReadySong({ song, steps }: { song: PractisedSong; steps: readonly LogStep[] }) {
  const { state, reasons } = readySong(song, steps, today());
  const sentences =
    state === 'not begun'
      ? [t('Nothing of it was practised yet.')]
      : reasons.slice(0, told).map(reasonInWords);
  const Sign = signs[state];
  const title = song.title || t('Song without a title');
  return (
    <Song>
      <span>
        <Sign size={20} strokeWidth={1.75} aria-hidden /> {readyNames[state]}
      </span>
      <div>
        <h3>{title}</h3>
        {reasons.length === 0 ? (
          <p>{t('There is no chord in it yet.')}</p>
        ) : (
          sentences.map((sentence) => <p key={sentence}>{sentence}</p>)
        )}
      </div>
      <Link to={`/songs/${song.id}/practice`} aria-label={t('Practise {{title}}', { title })}>
        {t('Practise')}
      </Link>
    </Song>
  );
}
