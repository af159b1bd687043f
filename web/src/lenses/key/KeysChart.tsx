import { sameKey, twelveKeys, type RankedKey, type SungRange } from '@intervallum/core';
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  type Plugin,
} from 'chart.js';
import { useEffect, useMemo, useRef } from 'react';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { Hidden } from '../../ui/hidden.ts';
import { text as fontNames } from '../../ui/theme.ts';
import { useMedia } from '../../ui/useMedia.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';
import { inksOf } from '../parts/roadDrawing.ts';
import { pitchIn, verdictInWords } from './keyFacts.ts';
import { useKeyLens, type KnownVoice } from './keyContext.ts';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

const plain = twelveKeys('major')[0]!;

/** A key with how the tune lies in it for the one whose voice is looked at. */
interface Column {
  readonly ranked: RankedKey;
  readonly low: number;
  readonly high: number;
  readonly usual: number;
  readonly isStrained: boolean;
}

/** @param whose which of the voices is looked at; -1 for the tune as it is written */
function columnsOf(ranked: readonly RankedKey[], range: SungRange, whose: number): Column[] {
  return ranked
    .toSorted((one, other) => one.shift - other.shift)
    .map((one) => {
      const fit = one.voices[whose];
      return fit
        ? { ranked: one, ...fit, isStrained: fit.long !== null || fit.beyond !== null }
        : {
            ranked: one,
            low: range.low + one.shift,
            high: range.high + one.shift,
            usual: range.usual + one.shift,
            isStrained: false,
          };
    });
}

/** What is drawn around the bars. */
interface Drawn {
  readonly columns: readonly Column[];
  readonly voice: KnownVoice | null;
  readonly ink: Readonly<Record<'comfort' | 'accent' | 'ink', string>>;
}

/** Behind the bars the comfort of the voice, over each the note that is sung most. */
const around = (current: () => Drawn | null): Plugin<'bar'> => ({
  id: 'around',
  beforeDatasetsDraw({ ctx, scales, chartArea }) {
    const drawn = current();
    const { y } = scales;
    if (!drawn?.voice || !y) return;
    const { low, high, extremeLow = low, extremeHigh = high } = drawn.voice;
    const band = (from: number, to: number, alpha: number) => {
      ctx.globalAlpha = alpha;
      ctx.fillStyle = drawn.ink.comfort;
      const top = y.getPixelForValue(to + 0.5);
      ctx.fillRect(chartArea.left, top, chartArea.width, y.getPixelForValue(from - 0.5) - top);
    };
    ctx.save();
    band(extremeLow, extremeHigh, 0.12);
    band(low, high, 0.22);
    ctx.restore();
  },
  afterDatasetsDraw({ ctx, scales }) {
    const drawn = current();
    const { x, y } = scales;
    if (!drawn || !x || !y) return;
    const half = Math.min(14, (x.getPixelForValue(1) - x.getPixelForValue(0)) / 3);
    ctx.save();
    ctx.strokeStyle = drawn.ink.ink;
    ctx.lineWidth = 3;
    for (const [place, { usual }] of drawn.columns.entries()) {
      const [middle, height] = [x.getPixelForValue(place), y.getPixelForValue(usual)];
      ctx.beginPath();
      ctx.moveTo(middle - half, height);
      ctx.lineTo(middle + half, height);
      ctx.stroke();
    }
    ctx.restore();
  },
});

/** The tune in each key as a bar from its lowest to its highest note; a press looks at the song in that key. */
export function KeysChart({ voice }: { voice: KnownVoice | null }) {
  const { ranked, range, singing, current, look } = useKeyLens();
  const names = reader.use('language');
  const { theme } = reader.use('theme');
  const isDark = useMedia('(prefers-color-scheme: dark)');
  const canvas = useRef<HTMLCanvasElement>(null);
  const made = useRef<Chart<'bar', [number, number][]> | null>(null);
  const drawn = useRef<Drawn | null>(null);
  const whose = voice ? singing.indexOf(voice) : -1;
  const columns = useMemo(
    () => (range ? columnsOf(ranked, range, whose) : []),
    [ranked, range, whose],
  );
  const { choose } = useSteady({
    choose: (place: number) => {
      const column = columns[place];
      if (column) look(column.ranked.key);
    },
  });
  useEffect(() => {
    const chart = new Chart<'bar', [number, number][]>(canvas.current!, {
      type: 'bar',
      data: { labels: [], datasets: [] },
      plugins: [around(() => drawn.current)],
    });
    made.current = chart;
    return () => chart.destroy();
  }, []);
  useEffect(() => {
    const chart = made.current!;
    const ink = inksOf({
      comfort: '--held',
      accent: '--accent',
      ink: '--ink',
      rail: '--rail',
      strained: '--right',
      soft: '--soft',
      line: '--hairline',
    });
    drawn.current = { columns, voice, ink };
    const notes = columns.flatMap(({ low, high }) => [low, high]);
    const limits = voice ? [voice.extremeLow ?? voice.low, voice.extremeHigh ?? voice.high] : [];
    const tick = { color: ink.soft, font: { size: 12, family: fontNames } };
    chart.data = {
      labels: columns.map(({ ranked: { key } }) => keyName(key, names)),
      datasets: [
        {
          // A note is as high as a half step.
          data: columns.map(({ low, high }) => [low - 0.5, high + 0.5]),
          backgroundColor: columns.map(({ isStrained, ranked: { key } }) =>
            sameKey(key, current) ? ink.accent : isStrained ? 'transparent' : ink.rail,
          ),
          borderColor: columns.map(({ isStrained }) => (isStrained ? ink.strained : ink.soft)),
          borderWidth: columns.map(({ isStrained }) => (isStrained ? 2 : 1)),
          borderSkipped: false,
          categoryPercentage: 0.7,
        },
      ],
    };
    chart.options = {
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      events: ['click'],
      onClick: (event) => {
        const { x } = chart.scales;
        if (x && event.x !== null) choose(Math.round(x.getValueForPixel(event.x) ?? -1));
      },
      scales: {
        x: { grid: { display: false }, border: { display: false }, ticks: tick },
        y: {
          min: Math.min(...notes, ...limits) - 1,
          max: Math.max(...notes, ...limits) + 1,
          border: { display: false },
          grid: { color: ink.line },
          // Every C and G has its name.
          afterBuildTicks: (axis) => {
            axis.ticks = Array.from({ length: axis.max - axis.min + 1 }, (_, at) => axis.min + at)
              .filter((note) => note % 12 === 0 || note % 12 === 7)
              .map((value) => ({ value }));
          },
          ticks: { ...tick, callback: (value) => pitchIn(Number(value), plain, names) },
        },
      },
    };
    chart.update('none');
  }, [columns, voice, current, names, theme, isDark, choose]);
  return (
    <>
      <canvas ref={canvas} aria-hidden />
      <Hidden>
        <ol aria-label={t('The tune in each key')}>
          {columns.map(({ ranked: one, low, high }) => (
            <li key={one.shift}>
              {t('{{key}}: {{low}} to {{high}}', {
                key: keyName(one.key, names),
                low: pitchIn(low, one.key, names),
                high: pitchIn(high, one.key, names),
              })}{' '}
              {verdictInWords(one)}
            </li>
          ))}
        </ol>
      </Hidden>
    </>
  );
}
