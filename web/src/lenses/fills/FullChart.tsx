import { cursorAt, densityOf, strike, type FullBar } from '@intervallum/core';
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  type ChartConfiguration,
} from 'chart.js';
import { useEffect, useMemo, useRef } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { reader } from '../../settings/reader.ts';
import { Hidden } from '../../ui/hidden.ts';
import { text as fontNames } from '../../ui/theme.ts';
import { useMedia } from '../../ui/useMedia.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';
import {
  hatched,
  inks,
  roadMarks,
  roadOptions,
  stretchesOf,
  type RoadMarks,
} from '../parts/roadChart.ts';
import { useFillsLens } from './FillsState.tsx';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** How full each bar is, over the road: what is sung behind, the keys that go down before it, those of runs hatched on top. */
export function FullChart() {
  const { timeline, voiced, fills } = useFillsLens();
  const songDocument = useDocument();
  const current = useSong(({ read, place }) => cursorAt(read, place)?.bar ?? null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawn = useRef<Chart | null>(null);
  /** What is drawn over the bars when they are. */
  const marks = useRef<RoadMarks | null>(null);
  const { theme } = reader.use('theme');
  const isDark = useMedia('(prefers-color-scheme: dark)');
  const bars = useMemo(
    () => densityOf(timeline, voiced ? strike({ ...voiced, fills }).notes : []),
    [timeline, voiced, fills],
  );
  const stretches = useMemo(
    () => stretchesOf(bars, (part) => timeline.song.sections[timeline.parts[part]!.section]!.name),
    [bars, timeline],
  );
  const { choose } = useSteady({
    choose: (index: number) => {
      const bar = bars[index];
      if (bar) songDocument.goTo({ bar: bar.bar, slot: 0 });
    },
  });
  useEffect(() => {
    const chart = new Chart(canvas.current!, {
      type: 'bar',
      data: { labels: [], datasets: [] },
      plugins: [roadMarks(() => marks.current)],
    });
    drawn.current = chart;
    return () => chart.destroy();
  }, []);
  useEffect(() => {
    const chart = drawn.current!;
    const ink = inks();
    marks.current = { stretches, inks: ink };
    const { data, options } = drawing(bars, ink, current, choose);
    chart.data = data;
    chart.options = options!;
    chart.update('none');
  }, [bars, stretches, current, choose, theme, isDark]);
  return (
    <>
      <canvas ref={canvas} aria-hidden />
      <Hidden>
        <ol aria-label={t('How full each section is')}>
          {stretches.map(({ name, from, bars: own }) => (
            <li key={from}>
              {t('{{name}}: {{sung}} % sung, {{struck}} keys a bar, {{runs}} of runs', {
                name,
                sung: Math.round((100 * sum(own.map(({ sung }) => sung))) / own.length),
                struck: Math.round(sum(own.map(({ struck }) => struck)) / own.length),
                runs: sum(own.map(({ ofRuns }) => ofRuns)),
              })}
            </li>
          ))}
        </ol>
      </Hidden>
    </>
  );
}

function sum(numbers: readonly number[]): number {
  return numbers.reduce((total, one) => total + one, 0);
}

function drawing(
  bars: readonly FullBar[],
  ink: RoadMarks['inks'],
  current: number | null,
  choose: (index: number) => void,
): Pick<ChartConfiguration<'bar'>, 'data' | 'options'> {
  const most = Math.max(8, ...bars.map(({ struck }) => struck));
  const inked = (usual: string) => bars.map(({ bar }) => (bar === current ? ink.current : usual));
  return {
    data: {
      labels: bars.map((_, index) => index + 1),
      datasets: [
        {
          data: bars.map(({ struck, ofRuns }) => struck - ofRuns),
          backgroundColor: inked(ink.inKey),
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
    },
    options: {
      ...roadOptions(choose),
      scales: {
        x: { stacked: true, display: false },
        y: {
          stacked: true,
          min: 0,
          max: most,
          border: { display: false },
          grid: { color: ink.line },
          ticks: { color: ink.soft, font: { size: 12, family: fontNames }, maxTicksLimit: 4 },
        },
        sung: { display: false, min: 0, max: 1 },
      },
    },
  };
}
