import { degreeSemitones } from '../pitch/degree.ts';
import { relativeMajor, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { byCost, candidatesFor, stackCandidate, type Candidate } from './candidates.ts';
import { alterOfFigure, hasFigure, rootOf, type Chord } from './chord.ts';
import { layersIn, maskAbove, type Layers } from './layers.ts';
import {
  ClassReading,
  ClusterReading,
  WrittenReading,
  type VoicingContext,
  type VoicingReading,
} from './voicingReadings.ts';
import { asWritten } from './written.ts';

/** What two hands hold, as MIDI numbers (0 to 127) in any order. */
export interface Voicing {
  readonly left: readonly number[];
  readonly right: readonly number[];
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
  const readings = readingsOf(voicing, key, context);
  const { written = null, bassPlayer = false, namesColours = false } = context;
  if (readings.length === 0 || !written) return readings;
  const notes = [...voicing.left, ...voicing.right].filter(isMidi);
  const tonic = pitchClass(relativeMajor(key).tonic);
  const held = { mask: maskAbove(notes, tonic), lowest: fold(Math.min(...notes) - tonic, 12) };
  const found = asWritten(held, written, key, bassPlayer);
  if (!found || (namesColours && found.added.length > 0)) return readings;
  const first = new WrittenReading(written, found, readings, key, context);
  return [first, ...readings.filter(({ numbers }) => numbers !== first.numbers)];
}

/** What the notes are called by themselves, whatever is written. */
function readingsOf(voicing: Voicing, key: Key, context: VoicingContext): VoicingReading[] {
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
  const led = ledBy(rootless, layers?.root ?? null, context);
  const seconds = led
    .slice(0, mostRootless)
    .map((one) => new ClassReading([one], true, layers, key, context));
  if (near.length === 0)
    return seconds.length > 0 ? seconds : [new ClusterReading(mask, key, context)];
  const first = new ClassReading(near, false, layers, key, context);
  const isFirst = layers
    ? speaksForRoot(layers, mask, led)
    : rootlessFirst(near, led, bass, context);
  return isFirst && !isGrounded(left, right) ? [...seconds, first] : [first, ...seconds];
}

/** Below this, B2, the lowest note is heard as the bass whatever stands over it. */
const bassRegister = 47;

/** The lowest note is doubled, has its fifth or octave in the left hand, or lies low: nobody hears another root under it. */
function isGrounded(left: readonly number[], right: readonly number[]): boolean {
  const all = [...left, ...right];
  const lowest = Math.min(...all);
  const above = (note: number) => fold(note - lowest, 12);
  return (
    lowest < bassRegister ||
    all.some((note) => note !== lowest && above(note) === 0) ||
    left.some((note) => above(note) === 7)
  );
}

/** A shape over a shell speaks for its root, also where that does not sound. */
function speaksForRoot({ root }: Layers, mask: number, [first]: readonly Candidate[]): boolean {
  return !(mask & (1 << root)) && first?.root === root;
}

function isMidi(note: number): boolean {
  return Number.isInteger(note) && note >= 0 && note <= 127;
}

function inOrder(left: readonly number[], right: readonly number[]): number[] {
  return [...new Set([...left, ...right])].sort((one, other) => one - other);
}

/** Rootless names with the one first that the hands speak for, else the one that resolves into the next chord. */
function ledBy(
  rootless: readonly Candidate[],
  layered: number | null,
  { next = null }: VoicingContext,
): readonly Candidate[] {
  const spoken = rootless.find(({ root }) => root === layered);
  const first = spoken ?? (next && rootless.find(({ chord }) => resolvesTo(chord, next)));
  return first ? [first, ...rootless.filter((one) => one !== first)] : rootless;
}

/**
 * A rootless reading comes first only where the notes make no plain chord with their lowest note, where a bass player
 * has the roots, or where it is a dominant and the next chord its resolution. A diminished seventh keeps its own name.
 */
function rootlessFirst(
  exact: readonly Candidate[],
  [other]: readonly Candidate[],
  bass: number,
  { bassPlayer = false, next = null }: VoicingContext,
): boolean {
  const best = exact[0]!;
  if (!other || (best.plain && isDiminishedSeventh(best))) return false;
  if (next && resolvesTo(other.chord, next) && other.cost <= best.cost + 4) return true;
  if (isWholeSeventh(best) && best.root === bass) return false;
  if (bassPlayer && other.cost <= best.cost + 3) return true;
  return !exact.some(({ plain }) => plain) && other.cost <= best.cost + 1.5;
}

/** A seventh chord of which nothing is missing is itself, also where a bass player could have another root. */
function isWholeSeventh({ template, omitted }: Candidate): boolean {
  const figures = template?.figures ?? [];
  const has = (figure: 3 | 7) => alterOfFigure(figures, figure) !== null;
  return omitted.length === 0 && figures.length === 4 && has(3) && has(7);
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
