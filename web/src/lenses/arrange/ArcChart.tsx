import type { PartMeasure } from '@intervallum/core';
import {
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import { reader } from '../../settings/reader.ts';
import { Hidden } from '../../ui/hidden.ts';
import { useMedia } from '../../ui/useMedia.ts';
import { t } from '../../words/words.ts';
import { inksOf } from '../parts/roadDrawing.ts';
import { colours, dashes, lineNames } from './arcLines.tsx';
import { useArrangeLens } from './arrangeContext.ts';

Chart.register(LineController, LineElement, PointElement, CategoryScale, LinearScale);

/** How dense, high, coloured and loud each part is as it is played, a line for each; nothing before that is known. */
export function ArcChart({ measured }: { measured: readonly PartMeasure[] | null }) {
  const { parts } = useArrangeLens();
  const { theme } = reader.use('theme');
  const isDark = useMedia('(prefers-color-scheme: dark)');
  const canvas = useRef<HTMLCanvasElement>(null);
  const made = useRef<Chart<'line', number[]> | null>(null);
  useEffect(() => {
    const chart = new Chart<'line', number[]>(canvas.current!, {
      type: 'line',
      data: { labels: [], datasets: [] },
    });
    made.current = chart;
    return () => chart.destroy();
  }, []);
  useEffect(() => {
    const chart = made.current!;
    const ink = inksOf(colours);
    chart.data = {
      labels: (measured ?? []).map((_, at) => at),
      datasets: lineNames.map(([line]) => ({
        data: (measured ?? []).map((part) => part[line]),
        borderColor: ink[line],
        borderWidth: 2.5,
        borderDash: [...dashes[line]],
        pointRadius: 2.5,
        pointBackgroundColor: ink[line],
      })),
    };
    chart.options = {
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      events: [],
      layout: { autoPadding: false },
      // Each point stands in the middle of its column.
      scales: {
        x: { display: false, offset: true },
        y: { display: false, min: 0, max: 1 },
      },
    };
    chart.update('none');
  }, [measured, theme, isDark]);
  return (
    <>
      <canvas ref={canvas} aria-hidden />
      {measured ? (
        <Hidden>
          <ol aria-label={t('How it is as it is played')}>
            {measured.map((part, at) => (
              <li key={at}>
                {[
                  parts[at]?.name ?? '',
                  ...lineNames.map(([line, name]) => `${name} ${Math.round(100 * part[line])} %`),
                ].join(', ')}
              </li>
            ))}
          </ol>
        </Hidden>
      ) : null}
    </>
  );
}
