import { arrangeLens } from '../../lenses/arrange/arrangeLens.tsx';
import { chartLens } from '../../lenses/chart/chartLens.tsx';
import { fillsLens } from '../../lenses/fills/fillsLens.tsx';
import { handsLens } from '../../lenses/hands/handsLens.tsx';
import { keyLens } from '../../lenses/key/keyLens.tsx';
import { movesLens } from '../../lenses/moves/movesLens.tsx';
import { practiceLens } from '../../lenses/practice/practiceLens.tsx';
import type { Lens } from '../../lenses/lens.ts';

/** The lenses over a song, in the order of the work; each has an address under the song's. */
export const lenses: readonly Lens[] = [
  chartLens,
  handsLens,
  movesLens,
  fillsLens,
  keyLens,
  practiceLens,
  arrangeLens,
];

/** The lens of an address; null where there is none of that name. */
export function lensNamed(id: string): Lens | null {
  return lenses.find((lens) => lens.id === id) ?? null;
}

/** The address of a song under a lens. */
export function lensPath(songId: string, lens: Lens): string {
  return `/songs/${songId}${lens === lenses[0] ? '' : `/${lens.id}`}`;
}
