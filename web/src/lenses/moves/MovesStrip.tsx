import { lazy, Suspense } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { Button } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';
import type { StripProps } from '../lens.ts';
import { RoadHead, RoadPlace, RoadStrip } from '../parts/roadStrip.ts';
import { useMovesLens } from './MovesState.tsx';

// Fetched when it is first looked at: drawing charts weighs more than the rest of the lens.
const BusyChart = lazy(async () => ({ default: (await import('./BusyChart.tsx')).BusyChart }));

/** As it is drawn on the bars. */
const Hatched = styled.i`
  display: inline-block;
  width: 14px;
  height: 12px;
  margin-right: 6px;
  border: 1px solid var(--borrowed);
  vertical-align: -1px;
  background: repeating-linear-gradient(-45deg, var(--borrowed) 0 2px, transparent 2px 4px);
`;

/** Under the chart: how busy the song is, over its road; on a phone the way to the ideas as well. */
export function MovesStrip({ openPanel }: StripProps) {
  const { view, gap } = useMovesLens();
  const ends = gap?.ends;
  return (
    <RoadStrip aria-label={t('How busy the song is')}>
      <RoadHead>
        <h2>{t('Chords in each bar')}</h2>
        <p>
          <Hatched aria-hidden />
          {t('outside the key')}
        </p>
        {openPanel && gap ? (
          <>
            {ends ? (
              <span>
                <ChordMark chord={ends.before} view={view} /> →{' '}
                <ChordMark chord={ends.next} view={view} />
              </span>
            ) : null}
            <Button onPress={openPanel}>{t('{{count}} ideas', { count: gap.moves.length })}</Button>
          </>
        ) : null}
      </RoadHead>
      <RoadPlace>
        <Suspense fallback={null}>
          <BusyChart />
        </Suspense>
      </RoadPlace>
    </RoadStrip>
  );
}
