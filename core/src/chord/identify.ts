import type { Degree } from '../pitch/degree.ts';
import { degreeOfSemitones, degreeSemitones } from '../pitch/degree.ts';
import { noteOfDegree, relativeMajor, type Key } from '../pitch/key.ts';
import { fold, formatNote, pitchClass } from '../pitch/note.ts';
import {
  figureSemitones,
  rootOf,
  type Chord,
  type FigureNumber,
  type NamedChord,
} from './chord.ts';
import { explain, layersOf } from './explain.ts';
import { formatChord } from './formatChord.ts';
import { toLetters, type LetterStyle } from './letters.ts';
import type { NumberStyle } from './reading.ts';
import { farthest, templatesOf, type Template } from './vocabulary.ts';

/** What two hands hold, as MIDI numbers (0 to 127) in any order. */
export interface Voicing {
  readonly left: readonly number[];
  readonly right: readonly number[];
}

/** What is known around the notes; it can bring a rootless reading to the front. */
export interface VoicingContext {
  /** Someone else plays the roots. */
  readonly bassPlayer?: boolean;
  /** The chord that comes next. */
  readonly next?: Chord | null;
  readonly numbers?: Partial<NumberStyle>;
  readonly letters?: Partial<LetterStyle>;
}

/** One name of the notes, and which of its tones do not sound. */
export interface Member {
  readonly chord: Chord;
  readonly numbers: string;
  readonly letters: string;
  readonly omitted: readonly FigureNumber[];
}

/**
 * One reading. Chords with the same notes over the same bass are one class: the reading is the class, its members
 * listed in a fixed order, the likeliest first. `chord` is null where the notes have no sensible name.
 */
export interface VoicingReading {
  readonly chord: Chord | null;
  readonly numbers: string;
  readonly letters: string;
  /** The reading explained in one sentence. */
  readonly reading: string;
  /** 100 is a plain triad; less for every step away from it. Only the order has a meaning. */
  readonly score: number;
  readonly rootless: boolean;
  readonly members: readonly Member[];
}

/** Members of a class are told as long as they cost no more than this over the first: beyond, nobody would say them. */
const sameBreath = 2.2;

interface Candidate {
  readonly chord: Chord;
  readonly omitted: readonly FigureNumber[];
  readonly cost: number;
  readonly plain: boolean;
}

/**
 * Names what two hands hold in a key: readings, the likeliest first. Doublings and octaves change no name; the lowest
 * note decides between root and slash. Never throws: numbers that are no MIDI notes are passed over.
 */
export function identifyVoicing(
  voicing: Voicing,
  key: Key,
  context: VoicingContext = {},
): VoicingReading[] {
  const notes = [...new Set([...voicing.left, ...voicing.right].filter(isMidi))].sort(
    (one, other) => one - other,
  );
  if (notes.length === 0) return [];
  const tonic = pitchClass(relativeMajor(key).tonic);
  const bass = fold(notes[0]! - tonic, 12);
  let mask = 0;
  for (const note of notes) mask |= 1 << fold(note - tonic, 12);

  const exact: Candidate[] = [];
  const rootless: Candidate[] = [];
  for (let root = 0; root < 12; root += 1) {
    for (const template of templatesOf(rotate(mask, root))) {
      if (template.omitted.includes(1))
        rootless.push(rootlessCandidate(template, root, voicing, key));
      else exact.push(exactCandidate(template, root, bass, voicing, key));
    }
    if (root !== bass) exact.push(...overForeignBass(mask, root, bass));
  }
  const stack = stackCandidate(notes, tonic);
  if (stack) exact.push(stack);
  exact.sort(byCost);
  rootless.sort(byCost);
  const resolving = rootless.findIndex(({ chord }) => resolvesTo(chord, context.next));
  if (resolving > 0) rootless.unshift(...rootless.splice(resolving, 1));

  const [best] = exact;
  const near = exact.filter(({ cost }) => cost <= farthest && cost <= best!.cost + sameBreath);
  const readings: VoicingReading[] = [];
  const named = (candidates: readonly Candidate[], isRootless: boolean) =>
    readingOf(candidates, isRootless, voicing, key, context);
  if (near.length > 0) readings.push(named(near, false));
  const seconds = rootless
    .filter(({ cost }) => cost <= farthest - 0.5)
    .slice(0, 4)
    .map((candidate) => named([candidate], true));
  if (rootlessFirst(near, rootless, context)) readings.unshift(...seconds);
  else readings.push(...seconds);
  return readings.length > 0 ? readings : [cluster(mask, key)];
}

function isMidi(note: number): boolean {
  return Number.isInteger(note) && note >= 0 && note <= 127;
}

/** The mask as seen from a root: bit 0 is the root. */
function rotate(mask: number, root: number): number {
  return ((mask >> root) | (mask << (12 - root))) & 0xfff;
}

function byCost(one: Candidate, other: Candidate): number {
  return one.cost - other.cost || rootOf(one.chord).step - rootOf(other.chord).step;
}

/** How far-fetched it is to hear a chord with this tone at the bottom. */
const bassCost: Partial<Record<FigureNumber, number>> = { 1: 0, 3: 1, 5: 1.2, 7: 1.4 };

function exactCandidate(
  template: Template,
  root: number,
  bass: number,
  voicing: Voicing,
  key: Key,
): Candidate {
  const low = template.figures.find((figure) => figureSemitones(figure) === fold(bass - root, 12));
  const degree = spelledRoot(root, template);
  const inversion = low && low.figure !== 1 ? shapeDegree(degree, low) : null;
  const chord: NamedChord = {
    kind: 'named',
    root: degree,
    figures: template.figures,
    bass: inversion,
  };
  // A shape held over a shell says which chord is meant.
  const layered = root === bass && layersOf(chord, voicing, key) !== null ? 1.5 : 0;
  return {
    chord,
    omitted: template.omitted,
    cost: template.cost + (bassCost[low?.figure ?? 1] ?? 2.6) + outOfKey(degree) - layered,
    plain: (template.plain && (low?.figure ?? 1) <= 7) || (template.dominant && root === bass),
  };
}

function rootlessCandidate(
  template: Template,
  root: number,
  voicing: Voicing,
  key: Key,
): Candidate {
  const degree = spelledRoot(root, template);
  const chord: NamedChord = { kind: 'named', root: degree, figures: template.figures, bass: null };
  const layered = layersOf(chord, voicing, key) === null ? 0 : 1.5;
  const cost = template.cost + outOfKey(degree) - layered;
  return { chord, omitted: template.omitted, cost, plain: false };
}

/** A plain chord over a bass that is no tone of it: 4/5. */
function overForeignBass(mask: number, root: number, bass: number): Candidate[] {
  return templatesOf(rotate(mask & ~(1 << bass), root))
    .filter(({ omitted, cost, figures }) => {
      const meant = figures.some((figure) => figureSemitones(figure) === fold(bass - root, 12));
      return omitted.length === 0 && cost <= 1.5 && figures.length > 2 && !meant;
    })
    .map((template) => {
      const degree = spelledRoot(root, template);
      const chord: NamedChord = {
        kind: 'named',
        root: degree,
        figures: template.figures,
        bass: degreeOfSemitones(bass),
      };
      return {
        chord,
        omitted: [],
        cost: template.cost + 1.9 + outOfKey(degree),
        plain: template.cost <= 0.5,
      };
    });
}

/** Three or more notes, each a fourth above the one before. */
function stackCandidate(notes: readonly number[], tonic: number): Candidate | null {
  const fourths = notes.slice(1).every((note, index) => note - notes[index]! === 5);
  if (notes.length < 3 || notes.length > 6 || !fourths) return null;
  const degrees = notes.map((note) => degreeOfSemitones(fold(note - tonic, 12)));
  return { chord: { kind: 'stack', degrees }, omitted: [], cost: 0.9, plain: true };
}

const sharpSteps: Readonly<Record<number, Degree>> = {
  1: { step: 1, alter: 1 },
  3: { step: 2, alter: 1 },
  8: { step: 5, alter: 1 },
};

/** Diminished chords lead upwards and are counted with sharps (#1dim7, #4m7b5); all others as usual. */
function spelledRoot(semitones: number, { figures }: Template): Degree {
  const third = figures.some(({ figure, alter }) => figure === 3 && alter === -1);
  const fifth = figures.some(({ figure, alter }) => figure === 5 && alter === -1);
  return (third && fifth && sharpSteps[semitones]) || degreeOfSemitones(semitones);
}

/** The degree of the key that a figure above a root is. */
function shapeDegree(root: Degree, { figure, alter }: { figure: number; alter: number }): Degree {
  const step = fold(root.step - 1 + figure - 1, 7) + 1;
  const wanted = fold(
    degreeSemitones(root) + figureSemitones({ figure: figure as FigureNumber, alter }),
    12,
  );
  const natural = degreeSemitones({ step: step as Degree['step'], alter: 0 });
  return { step: step as Degree['step'], alter: fold(wanted - natural + 6, 12) - 6 };
}

function outOfKey(degree: Degree): number {
  return degree.alter === 0 ? 0 : 0.3;
}

/**
 * A rootless reading comes first only where the notes make no plain chord with their lowest note, where a bass player
 * has the roots, or where the next chord is its resolution, a fifth below.
 */
function rootlessFirst(
  exact: readonly Candidate[],
  rootless: readonly Candidate[],
  { bassPlayer = false, next = null }: VoicingContext,
): boolean {
  const [best] = exact;
  const [other] = rootless;
  if (!other) return false;
  if (!best) return true;
  const isDiminished =
    best.chord.kind === 'named' &&
    best.chord.figures.some(({ figure, alter }) => figure === 7 && alter === -2);
  if (isDiminished && best.plain) return false;
  if (bassPlayer && other.cost <= best.cost + 3) return true;
  const resolves =
    next !== null &&
    fold(degreeSemitones(rootOf(next)) - degreeSemitones(rootOf(other.chord)), 12) === 5;
  if (resolves && other.cost <= best.cost + 4) return true;
  return !exact.some(({ plain }) => plain) && other.cost <= best.cost + 1.5;
}

/** The chord's root falls a fifth to the next one's. */
function resolvesTo(chord: Chord, next: Chord | null | undefined): boolean {
  if (!next) return false;
  return fold(degreeSemitones(rootOf(next)) - degreeSemitones(rootOf(chord)), 12) === 5;
}

function readingOf(
  candidates: readonly Candidate[],
  rootless: boolean,
  voicing: Voicing,
  key: Key,
  context: VoicingContext,
): VoicingReading {
  const members: Member[] = [];
  for (const { chord, omitted } of candidates.slice(0, 8)) {
    const numbers = formatChord(chord, context.numbers);
    if (members.some((member) => member.numbers === numbers)) continue;
    members.push({ chord, omitted, numbers, letters: toLetters(chord, key, context.letters) });
  }
  const [best] = members;
  const { cost } = candidates[0]!;
  return {
    chord: best!.chord,
    numbers: best!.numbers,
    letters: best!.letters,
    reading: explain(members, rootless, voicing, key, context.numbers),
    score: Math.max(1, Math.round(100 - 10 * cost)),
    rootless,
    members,
  };
}

/** Notes without a sensible name: told as degrees, a single one as itself. */
function cluster(mask: number, key: Key): VoicingReading {
  const semitones = Array.from({ length: 12 }, (_, above) => above);
  const degrees = semitones.filter((above) => mask & (1 << above)).map(degreeOfSemitones);
  const numbers = degrees.map((degree) => formatChord(bare(degree)));
  const letters = degrees.map((degree) => formatNote(noteOfDegree(degree, key)));
  const alone = degrees.length === 1;
  return {
    chord: null,
    numbers: alone ? numbers[0]! : `cluster: ${numbers.join(' ')}`,
    letters: alone ? letters[0]! : `cluster: ${letters.join(' ')}`,
    reading: alone
      ? `The note ${numbers[0]!} of the key by itself, no chord yet.`
      : `These ${degrees.length} notes of the key have no name as a chord.`,
    score: 0,
    rootless: false,
    members: [],
  };
}

/** A degree as text has no quality of its own; a major triad prints as the degree alone. */
function bare(root: Degree): NamedChord {
  const major = [1, 3, 5].map((figure) => ({ figure: figure as FigureNumber, alter: 0 }));
  return { kind: 'named', root, figures: major, bass: null };
}
