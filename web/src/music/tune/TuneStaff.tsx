import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { loadNotation } from '../staff/notation.ts';
import { drawStaff, type StaffBar } from './drawStaff.ts';
import { staffHeight, staffWidth } from './staffSize.ts';
import { t } from '../../words/words.ts';

const Place = styled.div<{ $height: number; $least: number }>`
  width: 100%;
  min-width: ${({ $least }) => $least}px;
  height: ${({ $height }) => $height}px;
  color: var(--ink);
  overflow: hidden;
  svg {
    display: block;
  }
`;

const Trouble = styled.p`
  padding: 8px;
  font-size: 13px;
  color: var(--soft);
`;

/** A bar of the tune on a staff, drawn anew whenever its width changes. */
export function TuneStaff({ bar, label }: { bar: StaffBar; label: string }) {
  const place = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    let current = true;
    let drawn = 0;
    const draw = () => {
      const width = element.clientWidth;
      if (width === drawn || width === 0) return;
      drawn = width;
      loadNotation().then(
        (vexflow) => {
          if (current) drawStaff(vexflow, element, bar, width);
        },
        (error: unknown) => {
          console.error('The notation could not be loaded.', error);
          if (current) setFailed(true);
        },
      );
    };
    const watch = new ResizeObserver(draw);
    watch.observe(element);
    draw();
    return () => {
      current = false;
      watch.disconnect();
    };
  }, [bar]);
  if (failed)
    return <Trouble>{t('The staff could not be loaded; look at the tune in degrees.')}</Trouble>;
  return (
    <Place
      ref={place}
      role="img"
      aria-label={label}
      $height={staffHeight(bar.words.length)}
      $least={staffWidth(bar)}
    />
  );
}
