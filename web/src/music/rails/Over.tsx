import { FillAbove } from './FillAbove.tsx';
import { GapAbove } from './GapAbove.tsx';
import { HandsAbove } from './HandsAbove.tsx';
import type { OverMark } from './overMark.ts';
import { OverRow } from './OverRow.ts';

interface OverProps {
  mark: OverMark | undefined;
  /** A hold stands over the chord and needs the room. */
  besideFermata?: boolean;
}

/** What stands over a chord; its row is there without it too, so that all chords of a line stand on one rail. */
export function Over({ mark, besideFermata = false }: OverProps) {
  if (!mark) return <OverRow />;
  if ('free' in mark) return <FillAbove mark={mark} />;
  if ('ideas' in mark) return <GapAbove mark={mark} />;
  return <HandsAbove mark={mark} besideFermata={besideFermata} />;
}
