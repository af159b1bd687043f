import { bassCurve, nameDegree, type Degree } from '@intervallum/core';
import styled from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { t } from '../../words/words.ts';

const width = 96;
const height = 40;
const air = 6;

const Curve = styled.svg`
  display: block;
  flex: none;
  width: ${width}px;
  height: ${height}px;
  overflow: visible;
  polyline {
    fill: none;
    stroke: var(--left);
    stroke-width: 1.6;
    stroke-linejoin: round;
  }
  rect {
    fill: var(--left);
  }
`;

/** The way of the bass, as a line that rises and falls: squares, as the left hand has everywhere. */
export function BassCurve({ bass, view }: { bass: readonly Degree[]; view: ChartView }) {
  const heights = bassCurve(bass);
  const lowest = Math.min(...heights);
  const span = Math.max(6, Math.max(...heights) - lowest);
  const points = heights.map((at, place) => ({
    x: air + (place * (width - 2 * air)) / Math.max(1, heights.length - 1),
    y: height - air - ((at - lowest) * (height - 2 * air)) / span,
  }));
  const said = bass.map((degree) => nameDegree(degree, view.style)).join(' ');
  return (
    <Curve
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={t('The bass: {{degrees}}', { degrees: said })}
    >
      <polyline points={points.map(({ x, y }) => `${x},${y}`).join(' ')} />
      {points.map(({ x, y }, place) => (
        <rect key={place} x={x - 3} y={y - 3} width={6} height={6} />
      ))}
    </Curve>
  );
}
