import { useRef } from 'react';
import type { LaidBar, LaidRail, LaidSection } from './layout.ts';

/** The bars of before where they say the same, so that an edit draws only what it changed. */
export function useSameBars(sections: readonly LaidSection[]): readonly LaidSection[] {
  const kept = useRef<{
    readonly of: readonly LaidSection[];
    readonly are: readonly LaidSection[];
    readonly bars: ReadonlyMap<number, { readonly says: string; readonly bar: LaidBar }>;
  } | null>(null);
  /* eslint-disable react-hooks/refs -- whichever render has kept a bar, it says the same */
  if (kept.current?.of === sections) return kept.current.are;
  const before = kept.current?.bars;
  const bars = new Map<number, { readonly says: string; readonly bar: LaidBar }>();
  const railsBefore = kept.current?.are.flatMap((section) => section.rails) ?? [];
  let at = 0;
  const are = sections.map((section) => ({
    ...section,
    rails: section.rails.map((rail) => {
      const made = rail.bars.map((bar) => {
        const says = JSON.stringify(bar);
        const old = before?.get(bar.index);
        const one = old?.says === says ? old : { says, bar };
        bars.set(bar.index, one);
        return one.bar;
      });
      const old = railsBefore[at++];
      return old && sameRail(old, rail, made) ? old : { ...rail, bars: made };
    }),
  }));
  kept.current = { of: sections, are, bars };
  /* eslint-enable react-hooks/refs */
  return are;
}

function sameRail(
  old: LaidRail,
  { when, isTimed, phrase }: LaidRail,
  bars: readonly LaidBar[],
): boolean {
  return (
    old.when === when &&
    old.isTimed === isTimed &&
    old.phrase === phrase &&
    old.bars.length === bars.length &&
    bars.every((bar, index) => bar === old.bars[index])
  );
}
