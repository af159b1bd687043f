import type { LogDay } from '@intervallum/contract';
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from 'chart.js';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import { inksOf } from '../../lenses/parts/roadDrawing.ts';
import { reader } from '../../settings/reader.ts';
import { readersLanguage, shortDate } from '../../ui/dates.ts';
import { Hidden } from '../../ui/hidden.ts';
import { text as fontNames } from '../../ui/theme.ts';
import { useMedia } from '../../ui/useMedia.ts';
import { t } from '../../words/words.ts';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

const Place = styled.div`
  position: relative;
  height: 180px;
`;

/** Minutes that were practised on each day, a bar for each. @param days each of some days, the first one first */
export function DaysChart({ days }: { days: readonly LogDay[] }) {
  const { theme } = reader.use('theme');
  const isDark = useMedia('(prefers-color-scheme: dark)');
  const canvas = useRef<HTMLCanvasElement>(null);
  const made = useRef<Chart<'bar', number[]> | null>(null);
  useEffect(() => {
    const chart = new Chart<'bar', number[]>(canvas.current!, {
      type: 'bar',
      data: { labels: [], datasets: [] },
    });
    made.current = chart;
    return () => chart.destroy();
  }, []);
  useEffect(() => {
    const chart = made.current!;
    const ink = inksOf({ bar: '--held', soft: '--soft', line: '--hairline' });
    const tick = { color: ink.soft, font: { size: 13, family: fontNames } };
    chart.data = {
      labels: days.map(({ day }) => dayName(day)),
      datasets: [
        {
          data: days.map(({ seconds }) => seconds / 60),
          backgroundColor: ink.bar,
          categoryPercentage: 0.8,
        },
      ],
    };
    chart.options = {
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      events: [],
      scales: {
        x: {
          grid: { display: false },
          border: { display: false },
          ticks: { ...tick, maxRotation: 0, autoSkip: true, autoSkipPadding: 18 },
        },
        y: {
          beginAtZero: true,
          suggestedMax: 10,
          border: { display: false },
          grid: { color: ink.line },
          ticks: {
            ...tick,
            maxTicksLimit: 4,
            callback: (value) => t('{{minutes}} min', { minutes: value }),
          },
        },
      },
    };
    chart.update('none');
  }, [days, theme, isDark]);
  return (
    <Place>
      <canvas ref={canvas} aria-hidden />
      <Hidden>
        <ol aria-label={t('Minutes practised on each day')}>
          {days
            .filter(({ seconds }) => seconds > 0)
            .map(({ day, seconds, rounds, clean, drills }) => (
              <li key={day}>
                {[
                  shortDate(day),
                  t('{{minutes}} min', { minutes: Math.round(seconds / 60) }),
                  t('{{count}} rounds', { count: rounds }),
                  t('{{count}} clean', { count: clean }),
                  t('{{count}} drills', { count: drills }),
                ].join(', ')}
              </li>
            ))}
        </ol>
      </Hidden>
    </Place>
  );
}

function dayName(day: string): string {
  return new Date(`${day}T12:00:00Z`).toLocaleDateString(readersLanguage(), {
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
}
