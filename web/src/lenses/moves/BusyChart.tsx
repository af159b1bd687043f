import { busyness, cursorAt, type BusyBar } from '@intervallum/core';
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  type ChartConfiguration,
  type Plugin,
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
import { useMovesLens } from './MovesState.tsx';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** A stretch of bars that a section takes, as the road plays it. */
interface Stretch {
  readonly name: string;
  readonly from: number;
  readonly bars: readonly BusyBar[];
  readonly lift: number;
}

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

function stretchesOf(bars: readonly BusyBar[], nameOf: (part: number) => string): Stretch[] {
  const parts = [...new Set(bars.map(({ part }) => part))];
  return parts.map((part) => {
    const own = bars.filter((bar) => bar.part === part);
    return { name: nameOf(part), from: bars.indexOf(own[0]!), bars: own, lift: own[0]!.lift };
  });
}

/** The colours of the page as they are now. */
function inks() {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(name).trim();
  return {
    inKey: of('--rail'),
    outside: of('--borrowed'),
    current: of('--accent'),
    soft: of('--soft'),
    line: of('--hairline'),
  };
}

interface RoadMarks {
  readonly stretches: readonly Stretch[];
  readonly inks: ReturnType<typeof inks>;
}

/** Over the bars: where a section begins and what it is called, and where the key is lifted. */
const roadMarks = (current: () => RoadMarks | null): Plugin<'bar'> => ({
  id: 'roadMarks',
  beforeDatasetsDraw({ ctx, scales, chartArea }) {
    const marks = current();
    const { x } = scales;
    if (!marks || !x) return;
    const { stretches, inks: ink } = marks;
    const half = stretches.length > 0 ? (x.getPixelForValue(1) - x.getPixelForValue(0)) / 2 : 0;
    ctx.save();
    ctx.textBaseline = 'top';
    for (const { name, from, bars, lift } of stretches) {
      const left = x.getPixelForValue(from) - half;
      const right = x.getPixelForValue(from + bars.length - 1) + half;
      ctx.strokeStyle = lift === 0 ? ink.line : ink.current;
      ctx.lineWidth = lift === 0 ? 1 : 2.5;
      ctx.beginPath();
      ctx.moveTo(left, 0);
      ctx.lineTo(left, chartArea.bottom);
      ctx.stroke();
      const said = lift === 0 ? name : `${lift > 0 ? '↑' : '↓'}${Math.abs(lift)} ${name}`;
      ctx.font = `${lift === 0 ? 400 : 700} 12px ${fontNames}`;
      ctx.fillStyle = lift === 0 ? ink.soft : ink.current;
      const room = right - left - 6;
      if (ctx.measureText(said).width <= room) ctx.fillText(said, left + 4, 0);
      else if (lift !== 0) ctx.fillText(said.split(' ')[0]!, left + 4, 0);
    }
    ctx.restore();
  },
});

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
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      events: ['click'],
      onClick: (event, _, chart) => {
        const index = chart.scales['x']?.getValueForPixel(event.x ?? 0);
        if (index !== undefined) choose(index);
      },
      layout: { padding: { top: 18 } },
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
      datasets: { bar: { categoryPercentage: 0.94, barPercentage: 0.9, minBarLength: 0 } },
    },
  };
}

/** Stripes, so that what leaves the key is not told by its colour alone. */
function hatched(colour: string): CanvasPattern | string {
  const size = 6;
  const tile = document.createElement('canvas');
  tile.width = size;
  tile.height = size;
  const context = tile.getContext('2d');
  if (!context) return colour;
  context.strokeStyle = colour;
  context.lineWidth = 2;
  for (const from of [-size, 0, size]) {
    context.beginPath();
    context.moveTo(from, size);
    context.lineTo(from + size, 0);
    context.stroke();
  }
  return context.createPattern(tile, 'repeat') ?? colour;
}
