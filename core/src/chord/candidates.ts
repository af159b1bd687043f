import { degreeOfSemitones, degreeSemitones, formatDegree, type Degree } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import {
  figureSemitones,
  hasFigure,
  type Chord,
  type Figure,
  type FigureNumber,
  type NamedChord,
} from './chord.ts';
import { formatChord } from './formatChord.ts';
import { rotate } from './layers.ts';
import { farthest, farthestOnRoot, templatesOf, type Template } from './vocabulary.ts';

/** A name that the notes could have. The chord is put together when it is asked for. */
export interface Candidate {
  readonly template: Template | null;
  /** Semitones above the tonic. */
  readonly root: number;
  readonly cost: number;
  readonly plain: boolean;
  readonly chord: Chord;
  /** The chord in numbers as written, in typed signs. */
  readonly numbers: string;
  readonly omitted: readonly FigureNumber[];
}

/** Everything that a set of notes over a bass can be called, the likeliest first. */
export interface Candidates {
  /** Names of the very notes, over the very bass: one class. */
  readonly exact: readonly Candidate[];
  /** Names whose root does not sound. */
  readonly rootless: readonly Candidate[];
}

/** Members of a class are told as long as they cost no more than this over the first: beyond, nobody would say them. */
const sameBreath = 2.2;

/** Note sets met before: hands hold the same few over and over. Emptied when it is full. */
const metBefore = new Map<number, Candidates>();
const mostRemembered = 4_000;

/**
 * The candidates for a mask of semitones above the tonic over a bass (semitones above the tonic). `layered` is the root
 * that a shape over a shell speaks for, if the hands hold one.
 */
export function candidatesFor(mask: number, bass: number, layered: number | null): Candidates {
  const name = (mask * 12 + bass) * 13 + (layered ?? 12);
  const known = metBefore.get(name);
  if (known) return known;
  const found = findCandidates(mask, bass, layered);
  if (metBefore.size >= mostRemembered) metBefore.clear();
  metBefore.set(name, found);
  return found;
}

/** A name found, before anything is put together for it. */
interface Found {
  readonly template: Template;
  readonly root: number;
  readonly cost: number;
  readonly plain: boolean;
  /** The bass is no tone of the chord. */
  readonly foreign: boolean;
}

function findCandidates(mask: number, bass: number, layered: number | null): Candidates {
  const exact: Found[] = [];
  const rootless: Found[] = [];
  const upper = mask & ~(1 << bass);
  let limit: number = farthestOnRoot;
  for (let root = 0; root < 12; root += 1) {
    const spoken = layered === root ? 1.5 : 0;
    const outside = isInScale(root) ? 0 : 0.3;
    const bottom = (bass - root + 12) % 12;
    for (const template of templatesOf(rotate(mask, root))) {
      if (template.rootless) {
        const cost = template.cost + outside - spoken;
        if (cost <= farthest - 0.5)
          rootless.push({ template, root, cost, plain: false, foreign: false });
        continue;
      }
      const low = template.at[bottom]?.figure ?? 1;
      const cost = template.cost + bassCost[low]! + outside - spoken;
      if (cost > limit || (root !== bass && cost > farthest)) continue;
      const plain = (template.plain && low <= 7) || (template.dominant && root === bass);
      exact.push({ template, root, cost, plain, foreign: false });
      limit = Math.min(limit, cost + sameBreath);
    }
    if (root === bass || !(upper & (1 << root))) continue;
    for (const template of templatesOf(rotate(upper, root))) {
      const cost = template.cost + 1.9 + outside + (isDiminished(template) ? 1.5 : 0);
      if (cost > Math.min(limit, farthest) || !canStandOver(template, bottom)) continue;
      exact.push({ template, root, cost, plain: template.cost <= 0.5, foreign: true });
      limit = Math.min(limit, cost + sameBreath);
    }
  }
  const put = (found: Found) => putTogether(found, bass);
  return {
    exact: exact
      .filter(({ cost }) => cost <= limit)
      .sort(byCost)
      .map(put),
    rootless: onePerRoot(rootless.sort(byCost)).map(put),
  };
}

/** A diminished triad over another bass is most often a dominant without its third. */
function isDiminished({ figures }: Template): boolean {
  return figures.length === 3 && hasFigure(figures, 5, -1);
}

/** Of several rootless names on one root only the likeliest is worth telling. */
function onePerRoot(sorted: readonly Found[]): Found[] {
  const roots = new Set<number>();
  return sorted.filter(({ root }) => !roots.has(root) && roots.add(root));
}

export function byCost(
  one: { readonly cost: number; readonly root: number },
  other: { readonly cost: number; readonly root: number },
): number {
  return one.cost - other.cost || one.root - other.root;
}

/** How far-fetched it is to hear a chord with this figure at the bottom. */
const bassCost = [0, 0, 2.6, 1, 2.6, 1.2, 2.6, 1.4, 0, 2.6, 0, 2.6, 0, 2.6] as const;

/** A plain chord can stand over a bass that is no tone of it: 4/5. */
function canStandOver({ omitted, cost, figures, at }: Template, bottom: number): boolean {
  return omitted.length === 0 && cost <= 1.5 && figures.length > 2 && !at[bottom];
}

function putTogether({ template, root, cost, plain, foreign }: Found, bass: number): Candidate {
  let made: NamedChord | null = null;
  const chord = () => (made ??= chordOf(template, root, bass, foreign));
  let numbers: string | null = null;
  return {
    template,
    root,
    cost,
    plain,
    omitted: template.omitted,
    get chord() {
      return chord();
    },
    get numbers() {
      numbers ??= numbersOf(template, chord());
      return numbers;
    },
  };
}

/** What stands after the degree of a template's chord, written once for all degrees. */
const qualities = new WeakMap<Template, string>();

function qualityOf(template: Template): string {
  const known = qualities.get(template);
  if (known !== undefined) return known;
  const onOne = {
    kind: 'named',
    root: { step: 1, alter: 0 },
    figures: template.figures,
    bass: null,
  } as const;
  const quality = formatChord(onOne).slice(1);
  qualities.set(template, quality);
  return quality;
}

function numbersOf(template: Template, { root, bass }: NamedChord): string {
  return formatDegree(root) + qualityOf(template) + (bass ? `/${formatDegree(bass)}` : '');
}

function chordOf(template: Template, root: number, bass: number, foreign: boolean): NamedChord {
  const degree = spelledRoot(root, template);
  const low = template.at[(bass - root + 12) % 12];
  const inversion = low && low.figure !== 1 ? degreeOfFigure(degree, low) : null;
  const ownBass = template.rootless ? null : inversion;
  return {
    kind: 'named',
    root: degree,
    figures: template.figures,
    bass: foreign ? degreeOfSemitones(bass) : ownBass,
  };
}

/** Three to six notes, each a fourth above the one before: a stack; null if they are none. */
export function stackCandidate(notes: readonly number[], tonic: number): Candidate | null {
  const fourths =
    notes.length >= 3 &&
    notes.length <= 6 &&
    notes.every((note, index) => index === 0 || note - notes[index - 1]! === 5);
  if (!fourths) return null;
  const degrees = notes.map((note) => degreeOfSemitones(note - tonic));
  const root = fold(notes[0]! - tonic, 12);
  const chord: Chord = { kind: 'stack', degrees, bass: null };
  return {
    template: null,
    root,
    cost: 0.9,
    plain: true,
    omitted: [],
    chord,
    numbers: formatChord(chord),
  };
}

function isInScale(semitones: number): boolean {
  return (0b101010110101 & (1 << semitones)) !== 0;
}

const sharpDegrees: Readonly<Record<number, Degree>> = {
  1: { step: 1, alter: 1 },
  3: { step: 2, alter: 1 },
  8: { step: 5, alter: 1 },
};

/** Diminished chords lead upwards and are counted with sharps (#1dim7, #4m7b5); all others as usual. */
function spelledRoot(semitones: number, { figures }: Template): Degree {
  const third = figures.some(({ figure, alter }) => figure === 3 && alter === -1);
  const fifth = figures.some(({ figure, alter }) => figure === 5 && alter === -1);
  return (third && fifth && sharpDegrees[semitones]) || degreeOfSemitones(semitones);
}

/** The degree of the key that a figure above a root is, spelled as the figure is. */
function degreeOfFigure(root: Degree, figure: Figure): Degree {
  const step = (fold(root.step - 1 + figure.figure - 1, 7) + 1) as Degree['step'];
  const wanted = degreeSemitones(root) + figureSemitones(figure);
  const natural = degreeSemitones({ step, alter: 0 });
  return { step, alter: fold(wanted - natural + 6, 12) - 6 };
}
