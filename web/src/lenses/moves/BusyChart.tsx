import { busyness, type BusyBar } from '@intervallum/core';
import { useMemo } from 'react';
import { liftInWords } from '../../music/rails/Road.tsx';
import { text as fontNames } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import { inked, RoadChart, sum, type RoadDrawing } from '../parts/RoadChart.tsx';
import { hatched, type RoadMarks } from '../parts/roadDrawing.ts';
import { useMovesLens } from './MovesState.tsx';

/** How many chords each bar has, over the road from the first bar to the last: what leaves the key stands on top, hatched. */
export function BusyChart() {
  const { timeline } = useMovesLens();
  const bars = useMemo(() => busyness(timeline), [timeline]);
  return (
    <RoadChart
      timeline={timeline}
      bars={bars}
      label={t('Chords in each bar')}
      say={({ name, bars: own, lift }) =>
        (lift === 0 ? '' : `${liftInWords({ semitones: lift })}: `) +
        t('{{name}}: {{bars}} bars, {{chords}} chords, {{outside}} of them outside the key', {
          name,
          bars: own.length,
          chords: sum(own.map(({ chords }) => chords)),
          outside: sum(own.map(({ outside }) => outside)),
        })
      }
      draw={drawing}
    />
  );
}

function drawing(
  bars: readonly BusyBar[],
  ink: RoadMarks['inks'],
  current: number | null,
): RoadDrawing {
  return {
    datasets: [
      {
        data: bars.map(({ chords, outside }) => chords - outside),
        backgroundColor: inked(bars, ink.inKey, ink, current),
        stack: 'chords',
      },
      {
        data: bars.map(({ outside }) => outside),
        backgroundColor: hatched(ink.outside),
        borderColor: ink.outside,
        borderWidth: 1,
        stack: 'chords',
      },
    ],
    scales: {
      x: { stacked: true, display: false },
      y: {
        stacked: true,
        min: 0,
        max: Math.max(4, ...bars.map(({ chords }) => chords)),
        border: { display: false },
        grid: { color: ink.line },
        ticks: { stepSize: 2, color: ink.soft, font: { size: 12, family: fontNames } },
      },
    },
  };
}
