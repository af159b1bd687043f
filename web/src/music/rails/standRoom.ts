import type { PencilMark, Song } from '@intervallum/core';
import { useLayoutEffect, useMemo, useState, type RefObject } from 'react';
import { useMeasure } from './measure.ts';
import { withPencilled } from './pencilRoom.ts';
import { standPages, standSizes, type StandPage } from './standPages.ts';
import { lastSection, showsOf, useLaidOut } from './usePlan.ts';
import type { ChartView } from './view.ts';
import { reader } from '../../settings/reader.ts';

/** What a browser rounds is never cut off. */
const spare = 3;
export const pagePad = { across: 14, down: 8 } as const;
export const columnGap = 22;
/** Narrower than that one section is shown at a time, in CSS pixels. */
const sectionsBelow = 600;

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** The room for music, measured before it is seen; null until then. */
export function useRoom(
  element: RefObject<HTMLElement | null>,
  pad: { readonly across: number; readonly down: number },
): Size | null {
  const [size, setSize] = useState<Size | null>(null);
  useLayoutEffect(() => {
    const measured = element.current;
    if (!measured) return;
    const measure = () => {
      const { clientWidth, clientHeight } = measured;
      setSize({
        width: clientWidth - 2 * pad.across,
        height: clientHeight - 2 * pad.down - spare,
      });
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(measured);
    return () => watch.disconnect();
  }, [element, pad]);
  return size;
}

interface Standing {
  readonly room: Size | null;
  /** The height of numerals that was asked for; null for the largest that fits. */
  readonly numeral: number | null;
  readonly withOver: boolean;
  /** Names stand above their bars only. */
  readonly namesAbove?: boolean;
  /** What its reader pencilled, by bar of what is shown. */
  readonly pencil?: ReadonlyMap<number, PencilMark> | null;
}

/** A song set in pages for a room, and the height of its numerals there. */
export function useStandPages(
  song: Song,
  view: ChartView,
  { room, numeral, withOver, namesAbove = false, pencil = null }: Standing,
): { readonly pages: readonly StandPage[]; readonly numeral: number } {
  const laid = useLaidOut(song);
  const sections = useMemo(() => withPencilled(laid, pencil), [laid, pencil]);
  const measure = useMeasure();
  const { joined } = reader.use('joined');
  const pages = useMemo(() => {
    if (!room || sections.length === 0) return [];
    const { width, height } = room;
    return standPages(
      {
        sections,
        viewOf: () => view,
        shows: showsOf(view, withOver),
        measure,
        final: lastSection(song),
      },
      { width, first: height, other: height, joined, columnGap },
      { numeral, bySection: width < sectionsBelow, namesAbove },
    );
  }, [sections, song, view, measure, joined, numeral, room, withOver, namesAbove]);
  return { pages, numeral: pages[0]?.set.sizes.numeral ?? numeral ?? standSizes[1] };
}
