import { densityOf, strike, type FullBar } from '@intervallum/core';
import { useMemo } from 'react';
import { text as fontNames } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import { inked, RoadChart, sum, type RoadDrawing } from '../parts/RoadChart.tsx';
import { hatched, type RoadMarks } from '../parts/roadDrawing.ts';
import { useFillsLens } from './state/fillsContext.ts';

/** How full each bar is, over the road: what is sung behind, the keys that go down before it, those of runs hatched on top. */
export function FullChart() {
  const { timeline, voiced, fills } = useFillsLens();
  const bars = useMemo(
    () => densityOf(timeline, voiced ? strike({ ...voiced, fills }).notes : []),
    [timeline, voiced, fills],
  );
  return (
    <RoadChart
      timeline={timeline}
      bars={bars}
      label={t('How full each section is')}
      say={({ name, bars: own }) =>
        t('{{name}}: {{sung}} % sung, {{struck}} keys a bar, {{runs}} of runs', {
          name,
          sung: Math.round((100 * sum(own.map(({ sung }) => sung))) / own.length),
          struck: Math.round(sum(own.map(({ struck }) => struck)) / own.length),
          runs: sum(own.map(({ ofRuns }) => ofRuns)),
        })
      }
      draw={drawing}
    />
  );
}

function drawing(
  bars: readonly FullBar[],
  ink: RoadMarks['inks'],
  current: number | null,
): RoadDrawing {
  return {
    datasets: [
      {
        data: bars.map(({ struck, ofRuns }) => struck - ofRuns),
        backgroundColor: inked(bars, ink.inKey, ink, current),
        stack: 'keys',
      },
      {
        data: bars.map(({ ofRuns }) => ofRuns),
        backgroundColor: hatched(ink.current),
        borderColor: ink.current,
        borderWidth: 1,
        stack: 'keys',
      },
      {
        // As wide as the bar, behind the others: somebody sings.
        data: bars.map(({ sung }) => sung),
        backgroundColor: ink.line,
        stack: 'sung',
        yAxisID: 'sung',
        grouped: false,
        order: 1,
        categoryPercentage: 1,
        barPercentage: 1,
      },
    ],
    scales: {
      x: { stacked: true, display: false },
      y: {
        stacked: true,
        min: 0,
        max: Math.max(8, ...bars.map(({ struck }) => struck)),
        border: { display: false },
        grid: { color: ink.line },
        ticks: { color: ink.soft, font: { size: 12, family: fontNames }, maxTicksLimit: 4 },
      },
      sung: { display: false, min: 0, max: 1 },
    },
  };
}
