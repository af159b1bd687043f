import { busyness, cursorAt, type BusyBar } from '@intervallum/core';
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
import { liftInWords } from '../../music/rails/Road.tsx';
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
import { useMovesLens } from './MovesState.tsx';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** How many chords each bar has, over the road from the first bar to the last: what leaves the key stands on top, hatched. */
export function BusyChart() {
  const { timeline } = useMovesLens();
  const songDocument = useDocument();
  const current = useSong(({ read, place }) => cursorAt(read, place)?.bar ?? null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawn = useRef<Chart | null>(null);
  /** What is drawn over the bars when they are. */
  const marks = useRef<RoadMarks | null>(null);
  const { theme } = reader.use('theme');
  const isDark = useMedia('(prefers-color-scheme: dark)');
  const bars = useMemo(() => busyness(timeline), [timeline]);
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
        <ol aria-label={t('Chords in each bar')}>
          {stretches.map(({ name, from, bars: own, lift }) => (
            <li key={from}>
              {lift === 0 ? '' : `${liftInWords({ semitones: lift })}: `}
              {t(
                '{{name}}: {{bars}} bars, {{chords}} chords, {{outside}} of them outside the key',
                {
                  name,
                  bars: own.length,
                  chords: sum(own.map(({ chords }) => chords)),
                  outside: sum(own.map(({ outside }) => outside)),
                },
              )}
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
  bars: readonly BusyBar[],
  ink: RoadMarks['inks'],
  current: number | null,
  choose: (index: number) => void,
): Pick<ChartConfiguration<'bar'>, 'data' | 'options'> {
  const hatch = hatched(ink.outside);
  const most = Math.max(4, ...bars.map(({ chords }) => chords));
  const inked = (usual: string) => bars.map(({ bar }) => (bar === current ? ink.current : usual));
  return {
    data: {
      labels: bars.map((_, index) => index + 1),
      datasets: [
        {
          data: bars.map(({ chords, outside }) => chords - outside),
          backgroundColor: inked(ink.inKey),
          stack: 'chords',
        },
        {
          data: bars.map(({ outside }) => outside),
          backgroundColor: hatch,
          borderColor: ink.outside,
          borderWidth: 1,
          stack: 'chords',
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
          ticks: { stepSize: 2, color: ink.soft, font: { size: 12, family: fontNames } },
        },
      },
    },
  };
}
