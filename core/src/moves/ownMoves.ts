import { alterOfFigure, withDegrees, type Chord, type NamedChord } from '../chord/chord.ts';
import { readChordRow } from '../chord/chordRow.ts';
import { thirdInKey } from '../chord/leading.ts';
import { leavesKey } from '../chord/tones.ts';
import { failure, success, type Result } from '../kit/result.ts';
import { degreeFrom, type Degree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { chordOver, inRow } from './formula.ts';
import { seriesPaces, type Idea, type OwnMove, type SeriesPace } from './move.ts';
import { holdShapes, printShapes, readShapes, shapeOf, type HeldShape } from './shapes.ts';

/** So many moves a player keeps, and so many chords one has at most. */
export const mostOwnMoves = 200;
const mostChords = 8;
const longestName = 60;

/**
 * Moves of a player's own as they are kept in a file: JSON, a list of `{ name, chords, target }`.
 * @returns what is wrong with the first that cannot be read, and how it would be right
 */
export function readOwnMoves(text: string): Result<readonly OwnMove[]> {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return wrong(
      'This is no JSON. A file of moves is a list: [{ "name": "Down home", "chords": "2m7 57", "target": "any" }].',
    );
  }
  if (!Array.isArray(read)) return wrong('A file of moves is a list, between [ and ].');
  if (read.length > mostOwnMoves)
    return wrong(`A file holds up to ${mostOwnMoves} moves; this one has ${read.length}.`);
  const moves: OwnMove[] = [];
  for (const [place, one] of read.entries()) {
    const move = checkOwnMove(one);
    if (typeof move === 'string') return wrong(`Move ${place + 1}: ${move}`);
    moves.push(move);
  }
  return success(moves);
}

export function printOwnMoves(moves: readonly OwnMove[]): string {
  const plain = moves.map(({ name, chords, target, hands, pace }) => ({
    name,
    chords,
    target,
    hands,
    pace,
  }));
  return `${JSON.stringify(plain, null, 2)}\n`;
}

/** The ideas that own moves make of a chord; what cannot be read makes none. */
export function ownIdeas(target: Chord, own: readonly OwnMove[], key: Key): Idea[] {
  if (target.kind !== 'named') return [];
  const third = alterOfFigure(target.figures, 3) ?? thirdInKey(target.root);
  return own.flatMap((move): Idea[] => {
    if (move.pace) return [];
    const chords = chordsOfOwn(move.chords);
    const shapes = move.hands ? readShapes(move.hands) : null;
    const isFor = move.target === 'any' || (move.target === 'minor') === (third === -1);
    if (!chords || !isFor) return [];
    const placed = chords.map((chord) => chordOver(target.root, chord));
    return [
      {
        id: `own ${move.name}`,
        name: move.name,
        kind: 'own',
        grade: placed.some(leavesKey) ? 'rich' : 'plain',
        often: 5,
        chords: placed,
        why: 'A move of our own.',
        ...(shapes ? { hands: holdShapes(shapes, target.root, key) } : {}),
      },
    ];
  });
}

/** A chord of a move that is being made, in the numbers of the song, and what holds it; a series has no chord. */
export interface MadeStep {
  readonly chord: NamedChord | null;
  readonly held: HeldShape | null;
}

export interface MadeMove {
  readonly name: string;
  readonly target: OwnMove['target'];
  /** Null for chords one after the other. */
  readonly pace: SeriesPace | null;
  readonly steps: readonly MadeStep[];
  /** The root that it leads to, or that a series is played over, in the key it is made in. */
  readonly root: Degree;
  readonly key: Key;
}

/**
 * A move as it is kept, out of chords of a song. Hands are kept where every step has some.
 * @returns what is missing, going on from “A move: ”
 */
export function makeOwnMove({ name, target, pace, steps, root, key }: MadeMove): OwnMove | string {
  const shapes = steps.flatMap(({ held }) => (held ? [shapeOf(held, root, key)] : []));
  const isHeld = shapes.length > 0 && shapes.length === steps.length;
  const chords = steps.flatMap(({ chord }) =>
    chord ? [withDegrees(chord, (degree) => degreeFrom(root, degree))] : [],
  );
  return checkOwnMove({
    name,
    target,
    chords: pace ? '' : inRow(chords),
    ...(isHeld ? { hands: printShapes(shapes) } : {}),
    ...(pace ? { pace } : {}),
  });
}

/** One move as it came from elsewhere, or what is wrong with it, going on from its name. */
export function checkOwnMove(one: unknown): OwnMove | string {
  if (typeof one !== 'object' || one === null) return 'it is no { name, chords, target }.';
  const { name, chords, target, hands, pace } = one as Record<string, unknown>;
  if (typeof name !== 'string' || name.trim() === '' || name.length > longestName)
    return `its name is a text of 1 to ${longestName} characters.`;
  if (target !== 'major' && target !== 'minor' && target !== 'any')
    return 'its target is major, minor or any.';
  if (pace !== undefined && !seriesPaces.some((known) => known === pace))
    return `its pace is one of ${seriesPaces.join(', ')}; none where its chords follow each other.`;
  const shapes = typeof hands === 'string' ? readShapes(hands) : null;
  if (hands !== undefined && !shapes)
    return "its hands are left and right at each step, as 1 / 3 5 1' ; 5, / 2 4 7, up to five notes a hand and 16 steps.";
  if (pace !== undefined) {
    if (!shapes || shapes.length < 2) return 'a series has the hands of at least two steps.';
    return {
      name: name.trim(),
      chords: '',
      target,
      hands: printShapes(shapes),
      pace: pace as SeriesPace,
    };
  }
  const read = typeof chords === 'string' ? chordsOfOwn(chords) : null;
  if (!read)
    return `its chords are 1 to ${mostChords} numbers with spaces between, as 2m7 57, counted as if what they lead to were 1.`;
  if (shapes && shapes.length !== read.length)
    return `its hands are said for ${shapes.length} chords; it has ${read.length}.`;
  return {
    name: name.trim(),
    chords: inRow(read),
    target,
    ...(shapes ? { hands: printShapes(shapes) } : {}),
  };
}

function chordsOfOwn(typed: string): readonly NamedChord[] | null {
  const chords = readChordRow(typed);
  return chords && chords.length <= mostChords ? chords : null;
}

function wrong(message: string): Result<never> {
  const place = { line: 1, column: 1, length: 1 };
  return failure({ severity: 'problem', message, place, repairs: [] });
}
