import { degreeSemitones } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import {
  alterOfFigure,
  figureSemitones,
  hasFigure,
  sortedFigures,
  type Chord,
  type Figure,
  type NamedChord,
} from './chord.ts';
import { formatChord } from './formatChord.ts';
import { fallOf, isDominant, thirdInKey, type Fall } from './leading.ts';
import { parseQuality } from './parseQuality.ts';
import { majorTriad } from './reading.ts';
import { leavesKey } from './tones.ts';

/** Grades of colour, from the foundation up: plain triads; 2nds, 7ths and suspensions; 9ths to 13ths; altered tones. */
export const grades = ['plain', 'warm', 'rich', 'altered'] as const;
export type Grade = (typeof grades)[number];

/** What a colour makes of a chord, without the words about it. */
export interface ColouredForm {
  readonly chord: NamedChord;
  readonly grade: Grade;
}

type Qualities = Readonly<Partial<Record<Grade, string>>>;

/**
 * What each kind of chord takes, by what it does in the key, in the order in which it is played most (common practice, no
 * published source). `-` before a quality: the sixth in the place of the fifth.
 */
const home: Qualities = {
  plain: 'M',
  warm: 'add9 maj7 sus2 sus4 6 7 -6',
  rich: '6/9 maj9 maj13 maj7#11',
  altered: '7#5 7#5#9',
};
const subdominant: Qualities = {
  plain: 'M',
  warm: 'sus2 add9 maj7 6 -6 sus4',
  rich: 'maj9 6/9 maj7#11 maj13 m m6',
};
const borrowedMajor: Qualities = {
  plain: 'M',
  warm: 'add9 sus2 maj7 6 sus4 7',
  rich: '6/9 maj9 maj7#11 9 13#11',
};
const dominantFoundation: Qualities = {
  plain: 'M',
  warm: 'sus4 7 7sus4 sus2 add9 6 -6',
  rich: '6/9',
};
const dominants: Readonly<Record<Fall, Qualities>> = {
  'to major': { rich: '9sus4 13sus 9 13', altered: '13b9 7b9 7alt 7#5 7#9 7#5#9' },
  // A ninth and a thirteenth that are major promise a major chord: they come last.
  'to minor': { rich: '9sus4', altered: '7b9 7#5#9 7b9b13 7alt 7#9 7#5 9 13' },
  'half step': { rich: '9 13', altered: '7#11 13#11' },
  'back door': { rich: '9 13 13#11' },
  aside: { rich: '9sus4 13sus 9 13' },
};
const minor: Qualities = {
  plain: 'm',
  warm: 'm7 sus2 sus4 madd9 7sus4 m6 -m6',
  rich: 'm9 m11 9sus4 m6/9 m13',
  altered: 'm(maj7) m6(maj7)',
};
const diminished: Qualities = { plain: 'dim', warm: 'm7b5 dim7', rich: 'm9b5' };

/** What a minor chord of the key becomes when its third is raised, by its degree. */
const raisedThirds: Readonly<Record<number, string>> = {
  2: '7 13#11',
  3: '7 7b9 7#5#9',
  6: '7 7b9 7#5#9 maj9',
};

/**
 * The forms that colours give a chord up to a grade, plain first, in each grade those in the key first; the same in every key.
 * All keep its root, and its bass, but for the sixths of 3m and 6m, which are 1 and 4 over them. What a colour does not touch
 * stays: 6m9 with 6 and maj7 is 6m6(maj9).
 */
export function colouredForms(chord: NamedChord, grade: Grade, next: Chord | null): ColouredForm[] {
  const highest = grades.indexOf(grade);
  const known = new Set([formatChord(chord)]);
  const found: ColouredForm[] = [];
  for (const [index, level] of grades.entries()) {
    if (index > highest) break;
    const here = formsOf(chord, level, next).filter((form) => {
      const name = formatChord(form);
      const isNew = !known.has(name) && suitsBass(form);
      if (isNew) known.add(name);
      return isNew;
    });
    const isOutside = (form: NamedChord) => Number(leavesKey(form));
    here.sort((one, other) => isOutside(one) - isOutside(other));
    found.push(...here.map((form) => ({ chord: form, grade: level })));
  }
  return found;
}

function formsOf(chord: NamedChord, level: Grade, next: Chord | null): NamedChord[] {
  const written = qualitiesFor(chord, next)
    .map((qualities) => qualities[level] ?? '')
    .join(' ');
  return written
    .split(' ')
    .filter(Boolean)
    .flatMap((quality) =>
      quality.startsWith('-')
        ? sixthOf(chord)
        : isItself(chord, quality)
          ? [withQuality(chord, quality)]
          : [],
    );
}

function qualitiesFor(chord: NamedChord, next: Chord | null): readonly Qualities[] {
  const { root, figures } = chord;
  const third = alterOfFigure(figures, 3) ?? thirdInKey(root);
  if (third === -1) {
    if (alterOfFigure(figures, 5) === -1) return [diminished];
    return [minor, { altered: raisedOn(chord, next) }];
  }
  const suspendedDominant = alterOfFigure(figures, 3) === null && alterOfFigure(figures, 7) === -1;
  if (isDominant(chord) || suspendedDominant || isFive(chord))
    return [dominants[fallOf(chord, next) ?? 'aside'], dominantFoundation];
  if (root.alter !== 0) return [borrowedMajor];
  if (root.step === 4) return [subdominant];
  // Home becomes a dominant where it goes on to 4, nowhere else.
  const falls = next && fallOf(chord, next) === 'to major';
  return falls ? [home] : [{ ...home, altered: '' }];
}

function isFive({ root, figures }: NamedChord): boolean {
  return root.step === 5 && root.alter === 0 && alterOfFigure(figures, 3) !== -1;
}

/** The major third on a minor degree, where it leads on: before the chord a fifth below, or where nothing is known of the next. */
function raisedOn({ root, figures }: NamedChord, next: Chord | null): string {
  const raised = root.alter === 0 ? raisedThirds[root.step] : undefined;
  if (!raised) return '';
  const major: NamedChord = { kind: 'named', root, bass: null, figures: raisedTriad(figures) };
  const fall = fallOf(major, next);
  const leadsOn = fall === 'to major' || fall === 'to minor';
  return raised
    .split(' ')
    .filter((quality) => leadsOn || quality.startsWith('maj'))
    .join(' ');
}

function raisedTriad(figures: readonly Figure[]): Figure[] {
  return figures.map((tone) => (tone.figure === 3 ? { ...tone, alter: 0 } : tone));
}

/** The sixth for the fifth of a triad: over a root that has a minor sixth in the key it is the chord on that sixth. */
export function sixthOf({ root, figures, bass }: NamedChord): NamedChord[] {
  const isTriad = figures.length === 3 && alterOfFigure(figures, 3) !== null;
  if (bass || !isTriad || !hasFigure(figures, 5) || root.alter !== 0) return [];
  if (root.step === 3 || root.step === 6) {
    const on = { step: root.step === 3 ? 1 : 4, alter: 0 } as const;
    return [{ kind: 'named', root: on, figures: figuresOf('M'), bass: root }];
  }
  const lifted = figures.map((tone) => (tone.figure === 5 ? { figure: 6, alter: 0 } : tone));
  return [{ kind: 'named', root, figures: lifted as Figure[], bass }];
}

/** A ninth that is added to a seventh is a ninth chord, which stands among the rich ones; a dominant gives its seventh up for no sixth. */
function isItself({ figures }: NamedChord, quality: string): boolean {
  const seventh = alterOfFigure(figures, 7);
  if (quality.endsWith('add9')) return seventh === null;
  return !(/^6/.test(quality) && seventh === -1);
}

function withQuality(chord: NamedChord, quality: string): NamedChord {
  const figures = figuresOf(quality);
  return { ...chord, figures: sortedFigures([...figures, ...keptBeside(figures, chord.figures)]) };
}

/** What of a chord a colour does not touch: its ninth, and its seventh where nothing takes that place. */
function keptBeside(colour: readonly Figure[], before: readonly Figure[]): Figure[] {
  const has = (...figures: readonly number[]) =>
    colour.some(({ figure }) => figures.includes(figure));
  const isLess = colour.every((tone) =>
    before.some(({ figure, alter }) => figure === tone.figure && alter === tone.alter),
  );
  // Fewer tones of the same chord take colour away.
  if (isLess) return [];
  const seventh = has(6, 7) ? [] : before.filter(({ figure }) => figure === 7);
  const isTaken = (tone: Figure) =>
    colour.some((other) => figureSemitones(other) === figureSemitones(tone));
  const ninth =
    has(2, 9) || (has(4) && seventh.length === 0 && !has(7))
      ? []
      : before.filter((tone) => tone.figure === 9 && tone.alter === 0 && !isTaken(tone));
  return [...seventh.filter((tone) => !isTaken(tone)), ...ninth];
}

/** No suspension stands over the third that it takes away. */
export function suitsBass({ root, figures, bass }: NamedChord): boolean {
  const isSuspended =
    alterOfFigure(figures, 3) === null &&
    figures.some(({ figure }) => figure === 2 || figure === 4);
  if (!isSuspended || !bass) return true;
  const above = fold(degreeSemitones(bass) - degreeSemitones(root), 12);
  return above !== 3 && above !== 4;
}

/** Qualities read once. */
const read = new Map<string, readonly Figure[]>();

function figuresOf(quality: string): readonly Figure[] {
  const known = read.get(quality);
  if (known) return known;
  const result = parseQuality(quality, majorTriad);
  if (!result.ok) throw new Error(`“${quality}” is no quality.`);
  read.set(quality, result.figures);
  return result.figures;
}
