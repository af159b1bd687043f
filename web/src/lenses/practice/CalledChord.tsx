import { ChordMark, Letters } from '../../music/rails/ChordMark.tsx';
import { chordInWords } from '../../music/rails/spoken.ts';
import { Hidden } from '../../ui/hidden.ts';
import type { Called } from './called.ts';
import { usePracticeLens } from './practiceContext.ts';

/** The chord that is called: its number and letters, and in words for those who listen. */
export function CalledChord({ called: { chord, key } }: { called: Called }) {
  const { view } = usePracticeLens();
  const here = { ...view, key };
  return (
    <>
      <Hidden>{chordInWords(chord, here)}</Hidden>
      <span aria-hidden>
        <ChordMark chord={chord} view={here} />
      </span>
      <span aria-hidden>
        <Letters chord={chord} view={here} />
      </span>
    </>
  );
}
