import { gridOfRun, type RunFit } from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { loadNotation } from '../../../music/staff/notation.ts';
import { t } from '../../../words/words.ts';
import { drawRun, handsOfGrid, runStaffHeight } from './drawRun.ts';
import { useFillsLens } from '../state/fillsContext.ts';

const Place = styled.div<{ $staves: number }>`
  width: 100%;
  height: ${({ $staves }) => $staves * runStaffHeight}px;
  color: var(--ink);
  overflow: hidden;
  svg {
    display: block;
  }
`;

/** A run on a staff for each hand that plays it, drawn anew whenever its width changes. */
export function RunStaff({ fit }: { fit: RunFit }) {
  const { timeline } = useFillsLens();
  const place = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState(false);
  const grid = useMemo(() => gridOfRun(timeline, fit), [timeline, fit]);
  const { key } = timeline.slots[fit.at]!;
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    let current = true;
    const draw = () => {
      const width = element.clientWidth;
      if (width === 0) return;
      loadNotation().then(
        (vexflow) => {
          if (current) drawRun(vexflow, element, grid, key, width);
        },
        (error: unknown) => {
          console.error('The notation could not be loaded.', error);
          if (current) setFailed(true);
        },
      );
    };
    draw();
    const watched = new ResizeObserver(draw);
    watched.observe(element);
    return () => {
      current = false;
      watched.disconnect();
    };
  }, [grid, key]);
  if (failed) return <p>{t('The staff cannot be drawn now. Check your connection.')}</p>;
  return (
    <Place
      ref={place}
      role="img"
      aria-label={t('{{name}} on a staff', { name: fit.run.name })}
      $staves={handsOfGrid(grid).length}
    />
  );
}
