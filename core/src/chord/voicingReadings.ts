import { degreeOfSemitones, type Degree } from '../pitch/degree.ts';
import { noteOfDegree, type Key } from '../pitch/key.ts';
import { nameNote } from '../pitch/names.ts';
import type { Candidate } from './candidates.ts';
import type { Chord, FigureNumber, NamedChord } from './chord.ts';
import { explain } from './explain.ts';
import { formatChord } from './formatChord.ts';
import type { Layers } from './layers.ts';
import { toLetters, type LetterStyle } from './letters.ts';
import type { Member } from './member.ts';
import type { NumberStyle } from './reading.ts';
import { withSigns } from '../pitch/note.ts';
import { writtenInWords, type AsWritten } from './written.ts';

/** What is known around the notes; it can bring the written chord, or a rootless reading, to the front. */
export interface VoicingContext {
  /** The chord that is written where the notes sound. Where they are that chord, it is their first name. */
  readonly written?: Chord | null;
  /** A colour over the written chord makes another chord of it: for what is played in order to be written. */
  readonly namesColours?: boolean;
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

/** The reading of a class of candidates; its texts are written when they are asked for. */
export class ClassReading implements VoicingReading {
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

/** The notes as the chord that is written there. */
export class WrittenReading implements VoicingReading {
  readonly score = 100;
  readonly rootless: boolean;
  readonly chord: Chord;
  readonly numbers: string;
  readonly #found: AsWritten;
  readonly #others: readonly VoicingReading[];
  readonly #key: Key;
  readonly #context: VoicingContext;

  constructor(
    chord: Chord,
    found: AsWritten,
    others: readonly VoicingReading[],
    key: Key,
    context: VoicingContext,
  ) {
    this.chord = chord;
    this.numbers = formatChord(chord, context.numbers);
    this.rootless = found.leftToBass;
    this.#found = found;
    this.#others = others;
    this.#key = key;
    this.#context = context;
  }

  get letters(): string {
    return toLetters(this.chord, this.#key, this.#context.letters);
  }

  get members(): readonly Member[] {
    const { chord, numbers, letters } = this;
    const omitted: FigureNumber[] = this.#found.withoutFifth ? [5] : [];
    const more = this.#others
      .filter((one) => one.rootless === this.rootless)
      .flatMap(({ members }) => members)
      .filter((member) => member.numbers !== numbers);
    return [{ chord, numbers, letters, omitted }, ...more];
  }

  get reading(): string {
    const said = writtenInWords(this.#found, this.chord, this.#context.numbers);
    const [alone] = this.#others;
    if (!alone?.chord) return said;
    // What the chord is made of, or what else would be heard without it.
    if (alone.numbers === this.numbers) {
      const lack = ', without its fifth';
      // What is missing is said once.
      return `${said} ${said.includes(lack) ? alone.reading.replace(lack, '') : alone.reading}`;
    }
    const signs = this.#context.numbers?.signs ?? 'typed';
    return `${said} ${withSigns(`Alone the notes are ${alone.numbers}.`, signs)}`;
  }

  toJSON(): VoicingReading {
    return plainReading(this);
  }
}

/** Notes without a sensible name: told as degrees, a single one as itself. */
export class ClusterReading implements VoicingReading {
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
