import type { Plugin } from 'chart.js';
import { text as fontNames } from '../../ui/theme.ts';

/** A bar of a chart over the road: the part of the song it is in, and how the key is lifted just before it. */
export interface RoadBar {
  readonly part: number;
  readonly lift: number;
}

/** A stretch of bars that a section takes, as the road plays it. */
export interface RoadStretch<Bar extends RoadBar> {
  readonly name: string;
  readonly from: number;
  readonly bars: readonly Bar[];
  readonly lift: number;
}

export function stretchesOf<Bar extends RoadBar>(
  bars: readonly Bar[],
  nameOf: (part: number) => string,
): RoadStretch<Bar>[] {
  const parts = [...new Set(bars.map(({ part }) => part))];
  return parts.map((part) => {
    const own = bars.filter((bar) => bar.part === part);
    return { name: nameOf(part), from: bars.indexOf(own[0]!), bars: own, lift: own[0]!.lift };
  });
}

/** Colours of the page as they are now, by the names of the page's own. */
export function inksOf<Name extends string>(
  names: Readonly<Record<Name, `--${string}`>>,
): Readonly<Record<Name, string>> {
  const style = getComputedStyle(document.documentElement);
  const entries = Object.entries<string>(names);
  return Object.fromEntries(
    entries.map(([name, own]) => [name, style.getPropertyValue(own).trim()]),
  ) as Record<Name, string>;
}

/** The colours of what is drawn over a road. */
export function inks() {
  return inksOf({
    inKey: '--rail',
    outside: '--borrowed',
    current: '--accent',
    soft: '--soft',
    line: '--hairline',
  });
}

export interface RoadMarks {
  readonly stretches: readonly RoadStretch<RoadBar>[];
  readonly inks: ReturnType<typeof inks>;
}

/** Over the bars: where a section begins and what it is called, and where the key is lifted. */
export const roadMarks = (current: () => RoadMarks | null): Plugin<'bar'> => ({
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

/** Stripes, so that what is told by a colour is not told by that alone. */
export function hatched(colour: string): CanvasPattern | string {
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

/** A chart without movement, that says which bar was pressed. */
export function roadOptions(choose: (index: number) => void) {
  return {
    animation: false as const,
    responsive: true,
    maintainAspectRatio: false,
    events: ['click' as const],
    onClick: (
      event: { readonly x: number | null },
      _: unknown,
      chart: {
        readonly scales: Readonly<
          Record<string, { getValueForPixel: (x: number) => number | undefined }>
        >;
      },
    ) => {
      const index = chart.scales['x']?.getValueForPixel(event.x ?? 0);
      if (index !== undefined) choose(index);
    },
    layout: { padding: { top: 18 } },
    datasets: { bar: { categoryPercentage: 0.94, barPercentage: 0.9, minBarLength: 0 } },
  };
}
