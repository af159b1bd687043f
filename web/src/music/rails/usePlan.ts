import { sameKey, sectionOfStep, type SectionKey, type Song } from '@intervallum/core';
import { useMemo } from 'react';
import { useKept } from '../../ui/useKept.ts';
import { layOut, type LaidSection } from './layout.ts';
import { useMeasure } from './measure.ts';
import { settingsOf } from './natural.ts';
import type { Room } from './columns.ts';
import { planRows, type PlannedSection, type ToPlan } from './rows.ts';
import { sizesOf, type Shows } from './sizes.ts';
import type { ChartView } from './view.ts';

/** The song laid out, with whatever an edit did not change as it was. */
export function useLaidOut(song: Song): readonly LaidSection[] {
  return useKept(song, laidOut);
}

function laidOut(song: Song, before: readonly LaidSection[] | null): readonly LaidSection[] {
  return layOut(song, before ?? []);
}

/** How each section is looked at: in the key that a lift has brought it to. */
export function useSectionViews(
  view: ChartView,
  keys: readonly SectionKey[] | null,
): (place: number) => ChartView {
  return useMemo(() => {
    const views = keys?.map(({ key, lift }) =>
      sameKey(key, view.key) && lift === 0
        ? view
        : { ...view, key, lift: { from: view.key, semitones: lift } },
    );
    return (place) => views?.[place] ?? view;
  }, [keys, view]);
}

export function showsOf(view: ChartView, over: boolean): Shows {
  const { letters, words, tune } = view;
  return { letters, words, tune, over };
}

interface Planned {
  sections: readonly LaidSection[];
  viewOf: (place: number) => ChartView;
  view: ChartView;
  withOver: boolean;
  numeral: number;
  room: Room;
  final: number | null;
}

/** The rows of a song on a page of a width; what an edit did not change stays what it was. */
export function usePlan(given: Planned): readonly PlannedSection[] {
  const { sections, viewOf, view, withOver, numeral, room, final } = given;
  const measure = useMeasure();
  const settingFor = useMemo(
    () => settingsOf(viewOf, { shows: showsOf(view, withOver), sizes: sizesOf(numeral), measure }),
    [viewOf, view, withOver, numeral, measure],
  );
  const toPlan = useMemo<ToPlan>(
    () => ({ sections, room, settingOf: settingFor, final }),
    [sections, room, settingFor, final],
  );
  return useKept(toPlan, rowsPlanned);
}

function rowsPlanned(given: ToPlan, before: readonly PlannedSection[] | null) {
  return planRows(given, before ?? []);
}

/** The section that a song ends with, as it is played; null where it has none. */
export function lastSection({ sections, road }: Song): number | null {
  const step = road?.findLast(({ kind }) => kind === 'play');
  const named = step?.kind === 'play' ? sectionOfStep(sections, step.name) : -1;
  const last = named >= 0 ? named : sections.length - 1;
  return last >= 0 ? last : null;
}
