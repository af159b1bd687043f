import { degreeOfSemitones, degreeSemitones, type Degree } from '../pitch/degree.ts';
import { noteOfDegree, relativeMajor, type Key } from '../pitch/key.ts';
import { nameNote } from '../pitch/names.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { byCost, candidatesFor, stackCandidate, type Candidate } from './candidates.ts';
import { hasFigure, rootOf, type Chord, type FigureNumber, type NamedChord } from './chord.ts';
import { explain } from './explain.ts';
import { formatChord } from './formatChord.ts';
import { layersIn, maskAbove, type Layers } from './layers.ts';
import { toLetters, type LetterStyle } from './letters.ts';
import type { Member } from './member.ts';
import type { NumberStyle } from './reading.ts';

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

/** How many rootless readings follow the class of the notes themselves: a diminished seventh has four. */
const mostRootless = 4;

/**
 * Names what two hands hold in a key: readings, the likeliest first. Doublings and octaves change no name; the lowest
 * note decides between root and slash. Never throws: numbers that are no MIDI notes are passed over.
 * Texts of a reading are written when they are asked for.
 */
export function identifyVoicing(
  voicing: Voicing,
  key: Key,
  context: VoicingContext = {},
): VoicingReading[] {
  const left = voicing.left.filter(isMidi);
  const right = voicing.right.filter(isMidi);
  if (left.length + right.length === 0) return [];
  const tonic = pitchClass(relativeMajor(key).tonic);
  const [leftMask, rightMask] = [maskAbove(left, tonic), maskAbove(right, tonic)];
  const mask = leftMask | rightMask;
  const bass = fold(Math.min(...left, ...right) - tonic, 12);
  const layers = layersIn(leftMask, rightMask);
  const { exact, rootless } = candidatesFor(mask, bass, layers?.root ?? null);

  const count = left.length + right.length;
  const stack = count >= 3 && count <= 6 ? stackCandidate(inOrder(left, right), tonic) : null;
  const near = stack ? [stack, ...exact].sort(byCost) : exact;
  const led = context.next ? resolvingFirst(rootless, context.next) : rootless;
  const seconds = led
    .slice(0, mostRootless)
    .map((one) => new ClassReading([one], true, layers, key, context));
  if (near.length === 0)
    return seconds.length > 0 ? seconds : [new ClusterReading(mask, key, context)];
  const first = new ClassReading(near, false, layers, key, context);
  return rootlessFirst(near, led, context) ? [...seconds, first] : [first, ...seconds];
}

function isMidi(note: number): boolean {
  return Number.isInteger(note) && note >= 0 && note <= 127;
}

function inOrder(left: readonly number[], right: readonly number[]): number[] {
  return [...new Set([...left, ...right])].sort((one, other) => one - other);
}

function resolvingFirst(rootless: readonly Candidate[], next: Chord): readonly Candidate[] {
  const resolving = rootless.findIndex(({ chord }) => resolvesTo(chord, next));
  if (resolving <= 0) return rootless;
  return [rootless[resolving]!, ...rootless.filter((_, index) => index !== resolving)];
}

/**
 * A rootless reading comes first only where the notes make no plain chord with their lowest note, where a bass player
 * has the roots, or where it is a dominant and the next chord its resolution. A diminished seventh keeps its own name.
 */
function rootlessFirst(
  exact: readonly Candidate[],
  [other]: readonly Candidate[],
  { bassPlayer = false, next = null }: VoicingContext,
): boolean {
  const best = exact[0]!;
  if (!other || (best.plain && isDiminishedSeventh(best))) return false;
  if (bassPlayer && other.cost <= best.cost + 3) return true;
  if (next && resolvesTo(other.chord, next) && other.cost <= best.cost + 4) return true;
  return !exact.some(({ plain }) => plain) && other.cost <= best.cost + 1.5;
}

function isDiminishedSeventh({ template }: Candidate): boolean {
  return template !== null && hasFigure(template.figures, 7, -2);
}

/** A dominant whose root falls a fifth to the next chord's. */
function resolvesTo(chord: Chord, next: Chord): boolean {
  const dominant =
    chord.kind === 'named' && hasFigure(chord.figures, 3) && hasFigure(chord.figures, 7, -1);
  return dominant && fold(degreeSemitones(rootOf(next)) - degreeSemitones(chord.root), 12) === 5;
}

/** The reading of a class of candidates; its texts are written when they are asked for. */
class ClassReading implements VoicingReading {
  readonly score: number;
  readonly rootless: boolean;
  readonly #candidates: readonly Candidate[];
  readonly #layers: Layers | null;
  readonly #key: Key;
  readonly #context: VoicingContext;
  #members: readonly Member[] | null = null;

  constructor(
    candidates: readonly Candidate[],
    rootless: boolean,
    layers: Layers | null,
    key: Key,
    context: VoicingContext,
  ) {
    this.score = Math.max(1, Math.round(100 - 10 * candidates[0]!.cost));
    this.rootless = rootless;
    this.#candidates = candidates;
    this.#layers = layers;
    this.#key = key;
    this.#context = context;
  }

  get chord(): Chord {
    return this.#candidates[0]!.chord;
  }

  get numbers(): string {
    return numbersOf(this.#candidates[0]!, this.#context);
  }

  get letters(): string {
    return toLetters(this.chord, this.#key, this.#context.letters);
  }

  get members(): readonly Member[] {
    this.#members ??= membersOf(this.#candidates, this.#key, this.#context);
    return this.#members;
  }

  get reading(): string {
    const spoken = this.#layers?.root === this.#candidates[0]!.root ? this.#layers.words : null;
    return explain(this.members, this.rootless, spoken, this.#context.numbers);
  }

  toJSON(): VoicingReading {
    return plainReading(this);
  }
}

/** Notes without a sensible name: told as degrees, a single one as itself. */
class ClusterReading implements VoicingReading {
  readonly chord = null;
  readonly score = 0;
  readonly rootless = false;
  readonly members: readonly Member[] = [];
  readonly #mask: number;
  readonly #key: Key;
  readonly #context: VoicingContext;

  constructor(mask: number, key: Key, context: VoicingContext) {
    this.#mask = mask;
    this.#key = key;
    this.#context = context;
  }

  get numbers(): string {
    return clusterName(
      this.#degrees().map((root) => formatChord(majorOn(root), this.#context.numbers)),
    );
  }

  get letters(): string {
    const name = (degree: Degree) =>
      nameNote(noteOfDegree(degree, this.#key), this.#context.letters);
    return clusterName(this.#degrees().map(name));
  }

  get reading(): string {
    const { length } = this.#degrees();
    return length === 1
      ? `The note ${this.numbers} of the key by itself, no chord yet.`
      : `These ${length} notes of the key have no name as a chord.`;
  }

  toJSON(): VoicingReading {
    return plainReading(this);
  }

  #degrees(): Degree[] {
    const semitones = Array.from({ length: 12 }, (_, above) => above);
    return semitones.filter((above) => this.#mask & (1 << above)).map(degreeOfSemitones);
  }
}

function plainReading({
  chord,
  numbers,
  letters,
  reading,
  score,
  rootless,
  members,
}: VoicingReading): VoicingReading {
  return { chord, numbers, letters, reading, score, rootless, members };
}

function clusterName(names: readonly string[]): string {
  return names.length === 1 ? names[0]! : `cluster: ${names.join(' ')}`;
}

function numbersOf({ chord, numbers }: Candidate, context: VoicingContext): string {
  return context.numbers ? formatChord(chord, context.numbers) : numbers;
}

function membersOf(candidates: readonly Candidate[], key: Key, context: VoicingContext): Member[] {
  const members: Member[] = [];
  for (const candidate of candidates.slice(0, 8)) {
    const { chord, omitted } = candidate;
    const numbers = numbersOf(candidate, context);
    if (members.some((member) => member.numbers === numbers)) continue;
    members.push({ chord, omitted, numbers, letters: toLetters(chord, key, context.letters) });
  }
  return members;
}

/** A degree as text has no quality of its own; as written, a major triad prints as the degree alone. */
function majorOn(root: NamedChord['root']): NamedChord {
  const major = [1, 3, 5].map((figure) => ({ figure: figure as FigureNumber, alter: 0 }));
  return { kind: 'named', root, figures: major, bass: null };
}
