import { parseChart } from '@intervallum/core';
import { Check } from 'lucide-react';
import { useMemo } from 'react';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import type { Understood } from '../../workers/readSource.ts';
import { t } from '../../words/words.ts';
import { Card, Keep, LeftOut, Line, Lines, Top } from './parts.tsx';

interface ListReviewProps {
  read: Extract<Understood, { kind: 'list' }>;
  /** Null where it is kept together with others. */
  onKeep: (() => Promise<void>) | null;
}

/** A list of songs that was read: their names, what was left out. */
export function ListReview({ read, onKeep }: ListReviewProps) {
  const songs = useMemo(() => read.charts.map((chart) => parseChart(chart).song), [read.charts]);
  const settings = reader.use('language');
  return (
    <Card>
      <Top>
        <div>
          <h2>{t('{{count}} songs', { count: songs.length })}</h2>
          <p>{t('Each becomes a song without bars yet.')}</p>
        </div>
        {onKeep ? (
          <Keep onKeep={onKeep}>{t('Keep {{count}} songs', { count: songs.length })}</Keep>
        ) : null}
      </Top>
      <Lines aria-label={t('Understood, left out')}>
        {songs.slice(0, 40).map((song, index) => (
          <Line
            key={index}
            sign={<Check size={18} color="var(--held)" aria-label={t('Understood')} />}
          >
            {song.title || t('Song without a title')} · {keyName(song.key, settings)}
            {song.tempo === null ? '' : ` · ${song.tempo}`}
          </Line>
        ))}
        <LeftOut texts={read.dropped} />
      </Lines>
    </Card>
  );
}
