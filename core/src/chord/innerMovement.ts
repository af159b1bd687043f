import type { Chord, NamedChord } from './chord.ts';
import { fallOf } from './leading.ts';
import { formatChord } from './formatChord.ts';
import { parseChord } from './parseChord.ts';

/** Chords over one held bass, in the time of one chord: what moves is inside. */
export interface InnerMovement {
  readonly chords: readonly NamedChord[];
  /** What moves, in a sentence. */
  readonly why: string;
}

/** For which chord, before which fall (any where none is said), and what moves (common practice, no published source). */
const movements: readonly (readonly [
  on: RegExp,
  falls: boolean,
  chords: readonly string[],
  why: string,
])[] = [
  [/^6m7?$/, false, ['5/6', '6m'], 'The chord below leans on the held 6 and steps up.'],
  [
    /^6m7?$/,
    false,
    ['6m', '6m(maj7)', '6m7', '6m6'],
    'An inner voice walks down by half steps from 6: 6 #5 5 #4.',
  ],
  [
    /^2m7?$/,
    false,
    ['2m7', '1/2'],
    'The chord below comes over the held 2: the softest way to a dominant.',
  ],
  [/^5$|^57$/, false, ['4/5', '5'], 'The chord below leans on the held 5 and steps up.'],
  [
    /^5$|^57$|^5\(13\)$|^59$/,
    true,
    ['59sus4', '5(13b9)'],
    'The 4th steps down to the third while the 9th falls to b9.',
  ],
  [
    /^2$|^27$|^2m7?$/,
    true,
    ['2(13sus)', '2(13#11)'],
    'The 4th goes down to the third and comes back above as #11.',
  ],
  [/^1$/, false, ['4/1', '1'], 'The 4 and the 6 step down over the held 1.'],
];

/** The movements over a held bass that a chord can have here. */
export function innerMovements(chord: Chord, next: Chord | null): InnerMovement[] {
  if (chord.kind !== 'named' || chord.bass) return [];
  const name = formatChord(chord);
  const third = chord.figures.map((tone) => (tone.figure === 3 ? { ...tone, alter: 0 } : tone));
  const fall = next && fallOf({ ...chord, figures: third }, next);
  const leadsOn = fall === 'to major' || fall === 'to minor';
  return movements
    .filter(([on, falls]) => on.test(name) && (leadsOn || !falls))
    .map(([, , chords, why]) => ({ chords: chords.map(read), why }));
}

function read(name: string): NamedChord {
  const chord = parseChord(name);
  if (!chord.ok || chord.value.kind !== 'named') throw new Error(`“${name}” is no chord.`);
  return chord.value;
}
