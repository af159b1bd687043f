import { lazy, Suspense } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { Button } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';
import type { StripProps } from '../lens.ts';
import { RoadHead, RoadPlace, RoadStrip } from '../parts/roadStrip.ts';
import { useFillsLens } from './state/fillsContext.ts';

// Fetched when it is first looked at: drawing charts weighs more than the rest of the lens.
const FullChart = lazy(async () => ({ default: (await import('./FullChart.tsx')).FullChart }));

/** As they are drawn on the bars. */
const Sample = styled.i<{ $of: 'runs' | 'sung' }>`
  display: inline-block;
  width: 14px;
  height: 12px;
  margin-right: 6px;
  border: 1px solid ${({ $of }) => ($of === 'runs' ? 'var(--accent)' : 'var(--hairline)')};
  vertical-align: -1px;
  background: ${({ $of }) =>
    $of === 'runs'
      ? 'repeating-linear-gradient(-45deg, var(--accent) 0 2px, transparent 2px 4px)'
      : 'var(--hairline)'};
`;

/** Under the chart: how full the song is, over its road; on a phone the way to the runs as well. */
export function FillsStrip({ openPanel }: StripProps) {
  const { view, timeline, place } = useFillsLens();
  const is = place ? timeline.slots[place.at]?.is : null;
  return (
    <RoadStrip aria-label={t('How full the song is')}>
      <RoadHead>
        <h2>{t('Keys struck in each bar')}</h2>
        <p>
          <Sample $of="runs" aria-hidden />
          {t('of runs')}
        </p>
        <p>
          <Sample $of="sung" aria-hidden />
          {t('sung')}
        </p>
        {openPanel && place ? (
          <>
            {is?.kind === 'chord' ? (
              <span>
                <ChordMark chord={is.chord} view={view} />
              </span>
            ) : null}
            <Button onPress={openPanel}>{t('{{count}} runs', { count: place.fits.length })}</Button>
          </>
        ) : null}
      </RoadHead>
      <RoadPlace>
        <Suspense fallback={null}>
          <FullChart />
        </Suspense>
      </RoadPlace>
    </RoadStrip>
  );
}
