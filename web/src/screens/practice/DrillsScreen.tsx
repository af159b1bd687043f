import type { DrillCard } from '@intervallum/core';
import { useMemo, useState } from 'react';
import { Fetched } from '../../queries/Fetched.tsx';
import { LoadingState } from '../../ui/states.tsx';
import { t } from '../../words/words.ts';
import { Drills } from './drills/Drills.tsx';
import { drillsOfDay } from './material.ts';
import { endOfDay, useCards, useComing, useSteps } from './usePractising.ts';

/** The drills of today, one after the other. What is asked stays as it was when one came. */
export function DrillsScreen() {
  const coming = useComing();
  const songIds = useMemo(() => coming.data?.songs.map(({ id }) => id) ?? null, [coming.data]);
  const steps = useSteps(songIds);
  const cards = useCards();
  const [now] = useState(() => Date.now());
  const [begun, setBegun] = useState<{
    readonly cards: readonly DrillCard[];
    readonly titles: ReadonlyMap<string, string>;
  } | null>(null);
  // What was noted elsewhere meanwhile is asked anew when one comes here: an old answer would ask for what was just drilled.
  const isFresh = !coming.isFetching && !cards.isFetching && coming.data !== undefined;
  if (!begun && isFresh && steps.data && cards.data) {
    const songs = coming.data?.songs ?? [];
    const { today } = drillsOfDay(
      { songs, steps: steps.data, cards: cards.data.cards },
      now,
      endOfDay(now),
    );
    const titles = new Map([
      ...steps.data.map(({ songId, title }) => [songId, title] as const),
      ...songs.map(({ id, title }) => [id, title] as const),
    ]);
    setBegun({ cards: today, titles });
  }
  if (begun) return <Drills cards={begun.cards} titleOf={(id) => begun.titles.get(id) ?? ''} />;
  return (
    <Fetched
      from={{
        data: undefined,
        error: coming.error ?? steps.error ?? cards.error,
        failureReason: coming.failureReason ?? steps.failureReason ?? cards.failureReason,
        refetch: () => Promise.all([coming.refetch(), steps.refetch(), cards.refetch()]),
      }}
      what={t('the drills')}
    >
      {() => <LoadingState what={t('the drills')} />}
    </Fetched>
  );
}
