import { parseKey, usualKeyWeights, type KeyRequest, type KeyWeights } from '@intervallum/core';
import { useMemo } from 'react';
import { band, type CountLevel } from '../../settings/band.ts';

const factors: Readonly<Record<CountLevel, number>> = { not: 0, little: 0.5, usual: 1, much: 2 };

/** How much each thing counts, as the player said. */
function weightsOf(counts: Readonly<Record<keyof KeyWeights, CountLevel>>): KeyWeights {
  const entries = Object.entries(usualKeyWeights) as [keyof KeyWeights, number][];
  return Object.fromEntries(
    entries.map(([name, usual]) => [name, usual * factors[counts[name]]]),
  ) as unknown as KeyWeights;
}

/** What is wished of a key besides that it can be sung, as this player's band has it. */
export function useKeyWishes(): Omit<KeyRequest, 'song' | 'singers'> {
  const { congregation, guitar, horns, home, counts } = band.use(
    'congregation',
    'guitar',
    'horns',
    'home',
    'counts',
  );
  return useMemo(
    () => ({
      congregation,
      guitar,
      horns,
      player: home.flatMap((name) => {
        const read = parseKey(name);
        return read.ok ? [read.value] : [];
      }),
      weights: weightsOf(counts),
    }),
    [congregation, guitar, horns, home, counts],
  );
}
