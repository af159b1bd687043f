import { cursorAt, type Timeline } from '@intervallum/core';
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
import { useMedia } from '../../ui/useMedia.ts';
import { useSteady } from '../../ui/useSteady.ts';
import {
  inks,
  roadMarks,
  roadOptions,
  stretchesOf,
  type RoadBar,
  type RoadMarks,
  type RoadStretch,
} from './roadDrawing.ts';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** What is drawn over a road: the rows of bars, and the scales they stand on. */
export interface RoadDrawing {
  readonly datasets: ChartConfiguration<'bar'>['data']['datasets'];
  readonly scales: NonNullable<ChartConfiguration<'bar'>['options']>['scales'];
}

interface RoadChartProps<Bar extends RoadBar & { readonly bar: number }> {
  timeline: Timeline;
  bars: readonly Bar[];
  /** For those who listen: what it is called, and what it says of a section. */
  label: string;
  say: (stretch: RoadStretch<Bar>) => string;
  /** The same function each time. @param current the bar of the text that the cursor is in */
  draw: (bars: readonly Bar[], ink: RoadMarks['inks'], current: number | null) => RoadDrawing;
}

/** Bars over the road from the first bar of the song to the last; a press goes there. */
export function RoadChart<Bar extends RoadBar & { readonly bar: number }>({
  timeline,
  bars,
  label,
  say,
  draw,
}: RoadChartProps<Bar>) {
  const songDocument = useDocument();
  const current = useSong(({ read, place }) => cursorAt(read, place)?.bar ?? null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawn = useRef<Chart | null>(null);
  /** What is drawn over the bars when they are. */
  const marks = useRef<RoadMarks | null>(null);
  const { theme } = reader.use('theme');
  const isDark = useMedia('(prefers-color-scheme: dark)');
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
    const { datasets, scales } = draw(bars, ink, current);
    chart.data = { labels: bars.map((_, index) => index + 1), datasets };
    chart.options = { ...roadOptions(choose), scales: scales! };
    chart.update('none');
  }, [bars, stretches, current, choose, draw, theme, isDark]);
  return (
    <>
      <canvas ref={canvas} aria-hidden />
      <Hidden>
        <ol aria-label={label}>
          {stretches.map((stretch) => (
            <li key={stretch.from}>{say(stretch)}</li>
          ))}
        </ol>
      </Hidden>
    </>
  );
}

/** The usual colour of bars, but for the one that the cursor is in. */
export function inked(
  bars: readonly { readonly bar: number }[],
  usual: string,
  ink: RoadMarks['inks'],
  current: number | null,
): string[] {
  return bars.map(({ bar }) => (bar === current ? ink.current : usual));
}

export function sum(numbers: readonly number[]): number {
  return numbers.reduce((total, one) => total + one, 0);
}
