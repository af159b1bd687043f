import {
  alterOfFigure,
  hasFigure,
  sortedFigures,
  type Chord,
  type Figure,
  type NamedChord,
} from './chord.ts';
import { sixthOf, suitsBass } from './colourForms.ts';
import { formatChord } from './formatChord.ts';
import type { NumberStyle } from './reading.ts';
import { leavesKey } from './tones.ts';

/** What goes into the place of a tone for a while: the 2nd or 4th for the third, the 6th for the fifth. */
export const suspensionKinds = ['4', '2', '6'] as const;
export type SuspensionKind = (typeof suspensionKinds)[number];

/** A suspended chord, with what was done otherwise than asked; or why it cannot be. */
export type Suspended =
  | { readonly ok: true; readonly chord: NamedChord; readonly note: string | null }
  | { readonly ok: false; readonly why: string };

/**
 * A chord suspended. Where the one that is asked for leaves the key, the other one beside the third is taken: over 4 the fourth
 * is b7, so it takes sus2 (derived from the scale).
 */
export function suspensionOf(
  chord: Chord,
  kind: SuspensionKind,
  numbers?: Partial<NumberStyle>,
): Suspended {
  const name = formatChord(chord, numbers);
  const no = (why: string) => ({ ok: false, why: `${name} ${why}` }) as const;
  if (chord.kind !== 'named') return no('has no third to suspend.');
  const third = alterOfFigure(chord.figures, 3);
  if (third === null) return no('is suspended already.');
  if (!hasFigure(chord.figures, 5))
    return no('has an altered fifth: suspended, it would be another chord.');
  if (kind === '6') return liftedOf(chord, no);
  const asked = suspended(chord, kind);
  if (!suitsBass(asked))
    return no('has its third in the bass: over it no suspension sounds like one.');
  if (!leavesKey(asked) || leavesKey(chord)) return { ok: true, chord: asked, note: null };
  const other = suspended(chord, kind === '4' ? '2' : '4');
  if (leavesKey(other)) return no('leaves the key with either neighbour of its third.');
  const note = `${name} takes ${formatChord(other, numbers)}: ${formatChord(asked, numbers)} would leave the key.`;
  return { ok: true, chord: other, note };
}

function liftedOf(chord: NamedChord, no: (why: string) => Suspended): Suspended {
  const [lifted] = sixthOf(chord);
  if (!lifted) return no('is more than a triad: its sixth would be a colour, no suspension.');
  return { ok: true, chord: lifted, note: null };
}

/** The neighbour in the place of the third; a ninth goes where a 2nd comes, an added one where a 4th does. */
function suspended(chord: NamedChord, kind: '2' | '4'): NamedChord {
  const neighbour: Figure = { figure: kind === '2' ? 2 : 4, alter: 0 };
  const hasSeventh = alterOfFigure(chord.figures, 7) !== null;
  const kept = chord.figures.filter(
    ({ figure }) => figure !== 3 && !(figure === 9 && (kind === '2' || !hasSeventh)),
  );
  return { ...chord, figures: sortedFigures([...kept, neighbour]) };
}
