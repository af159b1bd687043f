import type { DrillCard } from '@intervallum/core';
import { useState } from 'react';
import { Fetched } from '../../queries/Fetched.tsx';
import { t } from '../../words/words.ts';
import { Drills } from './drills/Drills.tsx';
import { drillsOfDay } from './material.ts';
import { titleOf, useMaterial } from './usePractising.ts';

/** The drills of today, one after the other. What is asked stays as it was when one came. */
export function DrillsScreen() {
  const material = useMaterial();
  const { data, isFetching } = material;
  const [now] = useState(() => Date.now());
  const [begun, setBegun] = useState<{
    readonly cards: readonly DrillCard[];
    readonly titleOf: (songId: string) => string;
  } | null>(null);
  // An answer of before would ask for what was just drilled.
  if (!begun && data && !isFetching) {
    const { today } = drillsOfDay(data, now);
    setBegun({ cards: today, titleOf: (id) => titleOf(data, id) });
  }
  if (begun) return <Drills {...begun} />;
  return (
    <Fetched from={{ ...material, data: undefined }} what={t('the drills')}>
      {() => null}
    </Fetched>
  );
}
