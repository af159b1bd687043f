import {
  alterOfFigure,
  bassOf,
  figureSemitones,
  rootOf,
  type Chord,
  type NamedChord,
} from '../chord/chord.ts';
import { formatChord, nameDegree } from '../chord/formatChord.ts';
import { thirdInKey } from '../chord/leading.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { degreeOfSemitones, degreeOver, degreeSemitones, type Degree } from '../pitch/degree.ts';
import { Memo } from '../kit/memo.ts';
import { formatKey, type Key } from '../pitch/key.ts';
import { fold, majorScale } from '../pitch/note.ts';
import { bassLines } from './bassLines.ts';
import { chordOver, chordsOf, formulaOver, inRow } from './formula.ts';
import { bassStep } from './gap.ts';
import type { Idea } from './move.ts';
import { rules, type Rule } from './rules.ts';

/** Two chords between which something may go. */
export interface Neighbours {
  readonly before: Chord;
  readonly target: Chord;
  readonly key: Key;
}

/** All that the rules make of two neighbours, in their order. */
export function ideasBetween(between: Neighbours, numbers?: Partial<NumberStyle>): Idea[] {
  if (between.target.kind !== 'named' || between.before.kind !== 'named') return [];
  const { before, target } = between;
  return [
    ...rules.flatMap((rule) => ideaOf(rule, before, target, numbers)),
    ...slideInto(target, numbers),
    ...walkingBasses(between, numbers),
  ];
}

function ideaOf(
  rule: Rule,
  before: NamedChord,
  target: NamedChord,
  numbers?: Partial<NumberStyle>,
): Idea[] {
  const home = rule.home === 'key' ? keyHome : rule.home === 'target' ? target.root : before.root;
  if (!isAsked(rule.target, target, home) || (rule.before && !isAsked(rule.before, before, home)))
    return [];
  const formula = formulaOver(home, rule.chords);
  const ways = rule.turns ? turnedTo(formula, before, target, rule) : [formula];
  const { id, name, kind, grade, often } = rule;
  const why = rule.why
    .replace('{target}', formatChord(target, numbers))
    .replace('{before}', formatChord(before, numbers));
  return ways.map((chords) => ({ id, name, kind, grade, often, chords, why }));
}

const keyHome: Degree = { step: 1, alter: 0 };

/** Whether a chord is one of those that a rule names, in the numbers of its home; colours beyond the triad do not matter. */
function isAsked(wanted: string, chord: NamedChord, home: Degree): boolean {
  return wanted.split(' ').some((one) => {
    if (one === 'any') return !isDiminished(chord);
    if (one === 'major' || one === 'minor')
      return !isDiminished(chord) && isMinor(chord) === (one === 'minor');
    // Where a rule names a chord beside a kind of chord, it is one of the key.
    const asked = chordOver(wanted.includes('minor') ? keyHome : home, chordsOf(one)[0]!);
    return (
      isDiminished(asked) === isDiminished(chord) &&
      degreeSemitones(asked.root) === degreeSemitones(chord.root) &&
      degreeSemitones(bassOf(asked)) === degreeSemitones(bassOf(chord)) &&
      isMinor(asked) === isMinor(chord)
    );
  });
}

/** By its third; a suspended chord is what the key makes of it. */
function isMinor(chord: NamedChord): boolean {
  return (alterOfFigure(chord.figures, 3) ?? thirdInKey(chord.root)) === -1;
}

function isDiminished({ figures }: NamedChord): boolean {
  return alterOfFigure(figures, 3) === -1 && alterOfFigure(figures, 5) === -1;
}

/**
 * The first chord on another of its tones, so that the bass comes to the target by a step, and best from what stands before by
 * one too. A diminished chord is named after the tone it stands on: its four basses are one choice. None where no tone does so;
 * for a chord that is not diminished its root is no turn.
 */
function turnedTo(
  [first, ...rest]: readonly NamedChord[],
  before: NamedChord,
  target: NamedChord,
  rule: Rule,
): NamedChord[][] {
  if (!first || rest.length > 0) return [];
  const isDim = rule.kind === 'passing diminished';
  const bass = degreeSemitones(bassOf(target));
  const from = degreeSemitones(bassOf(before));
  const tones = first.figures.flatMap((figure, place) => {
    if (!isDim && place === 0) return [];
    const tone = degreeOver(first.root, intervalOf(figure));
    const note = degreeSemitones(tone);
    // The third or the seventh in the bass wants to go on; the fifth only may.
    const weak = !isDim && figure.figure === 5 ? 1 : 0;
    const into = nearest(bass - note);
    const away = nearest(note - from);
    if (Math.abs(into) > 2 || into === 0 || away === 0) return [];
    // A half step up into the root is the diminished chord's own way.
    const usual = isDim && place === 0 ? 1 : 0;
    return [
      {
        place,
        tone,
        figure: figure.figure,
        cost: Math.abs(into) + (Math.abs(away) <= 2 ? 0 : 3) - usual + weak,
      },
    ];
  });
  const [best] = tones.sort((one, other) => one.cost - other.cost);
  if (!best) return [];
  if (isDim) {
    const own = tones.find(({ place }) => place === 0);
    return [...new Set([best, own ?? best])].map(({ tone }) => [{ ...first, root: plainly(tone) }]);
  }
  // A seventh in the bass is said by the plain chord over it: 5/4.
  const isSeventh = best.figure === 7;
  const figures = first.figures.filter(({ figure }) => !isSeventh || figure !== 7);
  return [[{ ...first, figures, bass: best.tone }]];
}

/** The interval of a figure as a degree over its root. */
function intervalOf({ figure, alter }: NamedChord['figures'][number]): Degree {
  return { step: (((figure - 1) % 7) + 1) as Degree['step'], alter };
}

/** A tone without a double accidental: the seventh of #4dim7 is b3. */
function plainly(tone: Degree): Degree {
  return Math.abs(tone.alter) < 2 ? tone : degreeOfSemitones(degreeSemitones(tone));
}

function nearest(semitones: number): number {
  return fold(semitones + 6, 12) - 6;
}

/** The target's own shape, slid into it from two whole steps below: up 2, up 1, up 1. */
function slideInto(target: NamedChord, numbers?: Partial<NumberStyle>): Idea[] {
  if (target.bass) return [];
  const below = (semitones: number): NamedChord => ({
    ...target,
    root: plainly(degreeOver(target.root, lowered[semitones]!)),
  });
  return [
    {
      id: 'slide',
      name: 'The same shape slid up',
      kind: 'slide',
      grade: 'altered',
      often: 1,
      chords: [below(4), below(2), below(1)],
      why: `The shape of ${formatChord(target, numbers)} slides into it: up 2, up 1, up 1.`,
    },
  ];
}

/** Half steps below home, as degrees over it. */
const lowered: Readonly<Record<number, Degree>> = {
  1: { step: 7, alter: 0 },
  2: { step: 7, alter: -1 },
  4: { step: 6, alter: -1 },
};

function walkingBasses(
  { before, target, key }: Neighbours,
  numbers?: Partial<NumberStyle>,
): Idea[] {
  const name = [formatChord(before), formatChord(target), formatKey(key)].join(' ');
  return linesBetween
    .get(name, () => bassLines(before, target, key).slice(0, mostLines))
    .map((line, place): Idea => {
      const chords = line.slice(1, -1) as NamedChord[];
      const down = bassStep(before, chords[0]!) < 0;
      const notes = line.map((chord) => nameDegree(bassOf(chord), numbers)).join(' ');
      const outside = chords.some((chord) => bassOf(chord).alter !== 0);
      return {
        id: `bass line ${down ? 'down' : 'up'} ${inRow(chords)}`,
        name: down ? 'The bass walks down' : 'The bass walks up',
        kind: 'bass line',
        grade: outside ? 'rich' : 'plain',
        often: place === 0 ? 5 : 4,
        chords,
        why: `The bass walks ${down ? 'down' : 'up'} by steps: ${notes}.`,
      };
    });
}

const mostLines = 4;
/** A song has few neighbours, and they come again and again. */
const linesBetween = new Memo<readonly (readonly Chord[])[]>(500);

/** Whether a chord holds a tone, by half steps over home. */
export function holds(chord: NamedChord, semitones: number): boolean {
  const root = degreeSemitones(rootOf(chord));
  return chord.figures.some((figure) => fold(root + figureSemitones(figure), 12) === semitones);
}

/** How many tones of a chord are not in the key. */
export function tonesOutside({ root, figures }: NamedChord): number {
  const from = degreeSemitones(root);
  return figures.filter((figure) => !isInScale(fold(from + figureSemitones(figure), 12))).length;
}

function isInScale(semitones: number): boolean {
  return majorScale.some((one) => one === semitones);
}
