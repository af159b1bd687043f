import { useLayoutEffect, useState } from 'react';
import { sheetOfBar, sheetOfSlot, type Sheet } from './sheets.ts';

/** The width of an element, measured before it is seen; 0 until then. */
export function useWidth(element: React.RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const measured = element.current;
    if (!measured) return;
    const measure = () => setWidth(Math.floor(measured.clientWidth));
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(measured);
    return () => watch.disconnect();
  }, [element]);
  return width;
}

/** The sheet that one turned to, until the bar that is worked in or sounds goes to another one. */
export function useSheet(sheets: readonly Sheet[], bar: number | null, playing: number | null) {
  const wanted = sheetOfSlot(sheets, playing) ?? sheetOfBar(sheets, bar) ?? 0;
  const [turned, setTurned] = useState<{ readonly to: number; readonly from: number } | null>(null);
  if (turned && turned.from !== wanted) setTurned(null);
  const now = turned?.from === wanted && turned.to < sheets.length ? turned.to : wanted;
  return { now, turn: (to: number) => setTurned({ to, from: wanted }) };
}
