import { degreeSemitones, type Degree } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import {
  alterOfFigure,
  hasFigure,
  rootOf,
  type Chord,
  type Figure,
  type NamedChord,
} from './chord.ts';
import { formatChord } from './formatChord.ts';
import type { NumberStyle } from './reading.ts';

/**
 * What a dominant does: falls a fifth to a major or a minor chord, or a half step, goes home by the back door, or turns aside
 * (common practice, no published source).
 */
export type Fall = 'to major' | 'to minor' | 'half step' | 'back door' | 'aside';

/** Where a chord leads, and in which words. */
export interface Leading {
  readonly chord: NamedChord;
  readonly words: string;
}

const third = ({ figures }: NamedChord) => alterOfFigure(figures, 3);

/** The third that the key has over a degree: 0 for major, -1 for minor; degrees with an accidental are major. */
export function thirdInKey({ step, alter }: Degree): number {
  return alter === 0 && [2, 3, 6, 7].includes(step) ? -1 : 0;
}

/** True for a chord that wants to go on: a major third under a minor seventh, or a triad whose third leads out of the key, or 5. */
export function isDominant(chord: Chord): chord is NamedChord {
  if (chord.kind !== 'named' || third(chord) !== 0) return false;
  const seventh = alterOfFigure(chord.figures, 7);
  if (seventh !== null) return seventh === -1;
  const { step, alter } = chord.root;
  return alter === 0 && ![1, 4].includes(step);
}

/**
 * What a dominant does before the next chord; where nothing follows, what the key would have it do. Null for a chord that is
 * held under another name of its root, and for one that the key leads nowhere.
 */
export function fallOf(dominant: NamedChord, next: Chord | null): Fall | null {
  if (!next) return fallOfKey(dominant);
  const step = fold(degreeSemitones(rootOf(next)) - degreeSemitones(dominant.root), 12);
  if (step === 0) return null;
  const minor = next.kind === 'named' && third(next) === -1;
  if (step === 5) return minor ? 'to minor' : 'to major';
  if (step === 11) return 'half step';
  return step === 2 && dominant.root.step === 7 && dominant.root.alter === -1
    ? 'back door'
    : 'aside';
}

function fallOfKey({ root }: NamedChord): Fall | null {
  // A seventh on 4 is a colour of its own (the flat third of home): nobody hears it fall to b7.
  if (root.step === 4 && root.alter === 0) return null;
  if (root.alter === 0) return thirdInKey(fourthAbove(root)) === -1 ? 'to minor' : 'to major';
  return root.step === 7 && root.alter === -1 ? 'back door' : 'half step';
}

/** Where a chord leads as it stands: a suspension to its third, a dominant on, a diminished chord a half step up or down. */
export function leadingOf(
  chord: NamedChord,
  next: Chord | null,
  numbers?: Partial<NumberStyle>,
): Leading | null {
  return (
    suspensionLeads(chord, numbers) ??
    sixthLeads(chord, numbers) ??
    diminishedLeads(chord, next, numbers) ??
    dominantLeads(chord, next, numbers) ??
    borrowedLeads(chord, numbers)
  );
}

/** The minor chord on 4 is borrowed for the half step in it, from its third down to the fifth of home. */
function borrowedLeads(chord: NamedChord, numbers?: Partial<NumberStyle>): Leading | null {
  if (third(chord) !== -1 || degreeSemitones(chord.root) !== 5) return null;
  const target = plain({ step: 1, alter: 0 });
  return { chord: target, words: `It leads home to ${formatChord(target, numbers)}.` };
}

/** The third comes back in the place of what is suspended. */
function suspensionLeads(chord: NamedChord, numbers?: Partial<NumberStyle>): Leading | null {
  const { root, figures } = chord;
  const suspended = figures.filter(({ figure }) => figure === 2 || figure === 4);
  if (third(chord) !== null || suspended.length === 0) return null;
  const home = figures
    .filter(({ figure }) => figure !== 2 && figure !== 4)
    .concat({ figure: 3, alter: thirdInKey(root) });
  const resolved = namedChord(chord, home);
  const way = suspended.some(({ figure }) => figure === 4) ? '4th steps down' : '2nd steps up';
  return { chord: resolved, words: `The ${way} to the third: ${formatChord(resolved, numbers)}.` };
}

/** A sixth in the place of the fifth falls back to it. */
function sixthLeads(chord: NamedChord, numbers?: Partial<NumberStyle>): Leading | null {
  const { figures } = chord;
  const lifted = figures.length === 3 && hasFigure(figures, 6) && third(chord) !== null;
  if (!lifted) return null;
  const home = figures.filter(({ figure }) => figure !== 6).concat({ figure: 5, alter: 0 });
  const resolved = namedChord(chord, home);
  return {
    chord: resolved,
    words: `The 6th falls back to the fifth: ${formatChord(resolved, numbers)}.`,
  };
}

/** The passing diminished chords, by the semitones of their root over home, and where each leads. */
const diminished: Readonly<Record<number, readonly string[]>> = {
  1: ['2m'],
  3: ['3m', '2m'],
  6: ['5', '1/5'],
  8: ['6m'],
};

function diminishedLeads(
  chord: NamedChord,
  next: Chord | null,
  numbers?: Partial<NumberStyle>,
): Leading | null {
  const { root, figures } = chord;
  if (third(chord) !== -1 || alterOfFigure(figures, 5) !== -1) return null;
  const at = degreeSemitones(root);
  if (at === 11 && hasFigure(figures, 7, -1)) {
    const target = dominantOn({ step: 3, alter: 0 });
    return { chord: target, words: `It leads to ${formatChord(target, numbers)}.` };
  }
  const known = diminished[at];
  if (!known) return null;
  // A flat leads down, a sharp up: that is why one is written and not the other.
  const down = at === 3 && root.alter === -1;
  const usual = at === 3 ? (down ? known.slice(1) : known.slice(0, 1)) : known;
  const targets = usual.map(plainOf);
  const found =
    targets.find((target) => next && formatChord(next).startsWith(formatChord(target))) ??
    targets[0]!;
  const words = usual.map((_, index) => formatChord(targets[index]!, numbers)).join(' or ');
  return { chord: found, words: `It leads a half step ${down ? 'down' : 'up'} to ${words}.` };
}

function plainOf(name: string): NamedChord {
  const [number, bass] = name.split('/');
  const step = Number(number![0]) as Degree['step'];
  const figures = triad(name.includes('m') ? -1 : 0);
  return {
    kind: 'named',
    root: { step, alter: 0 },
    figures,
    bass: bass ? { step: Number(bass) as Degree['step'], alter: 0 } : null,
  };
}

function dominantLeads(
  chord: NamedChord,
  next: Chord | null,
  numbers?: Partial<NumberStyle>,
): Leading | null {
  if (third(chord) !== 0 || alterOfFigure(chord.figures, 7) !== -1) return null;
  const fall = fallOf(chord, next);
  if (fall === null) return null;
  const target = next?.kind === 'named' ? next : targetOf(chord, fall);
  const name = next ? formatChord(next, numbers) : formatChord(target, numbers);
  return { chord: target, words: `It leads ${fallWords[fall]} ${name}.` };
}

const fallWords: Readonly<Record<Fall, string>> = {
  'to major': 'a fifth down to',
  'to minor': 'a fifth down to',
  'half step': 'a half step down to',
  'back door': 'by the back door to',
  aside: 'aside, to',
};

/** Where the key has a dominant lead. */
function targetOf({ root }: NamedChord, fall: Fall): NamedChord {
  if (fall === 'back door') return plain({ step: 1, alter: 0 });
  if (fall === 'half step') {
    // Only a degree with an accidental does so by itself: b2 to 1, b6 to 5.
    const step = root.alter < 0 ? ((fold(root.step - 2, 7) + 1) as Degree['step']) : root.step;
    return plain({ step, alter: 0 });
  }
  return plain(fourthAbove(root));
}

/** The degree a fourth above: where a dominant falls. */
export function fourthAbove({ step, alter }: Degree): Degree {
  const above = fold(step + 2, 7) + 1;
  return { step: above as Degree['step'], alter: step === 4 ? alter - 1 : alter };
}

function plain(root: Degree): NamedChord {
  return { kind: 'named', root, figures: triad(thirdInKey(root)), bass: null };
}

function dominantOn(root: Degree): NamedChord {
  return { kind: 'named', root, figures: [...triad(0), { figure: 7, alter: -1 }], bass: null };
}

function triad(alter: number): Figure[] {
  return [
    { figure: 1, alter: 0 },
    { figure: 3, alter },
    { figure: 5, alter: 0 },
  ];
}

function namedChord(chord: NamedChord, figures: readonly Figure[]): NamedChord {
  const sorted = [...figures].sort((one, other) => one.figure - other.figure);
  return { ...chord, figures: sorted };
}
