import { alterOfFigure, type Chord, type NamedChord } from '../chord/chord.ts';
import { readChordRow } from '../chord/chordRow.ts';
import { thirdInKey } from '../chord/leading.ts';
import { leavesKey } from '../chord/tones.ts';
import { failure, success, type Result } from '../kit/result.ts';
import { chordOver } from './formula.ts';
import type { Idea, OwnMove } from './move.ts';

/** So many moves a player keeps, and so many chords one has at most. */
const mostOwnMoves = 200;
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
      'This is no JSON. A file of moves is a list: [{ "name": ..., "chords": "2m7 57", "target": "any" }].',
    );
  }
  if (!Array.isArray(read)) return wrong('A file of moves is a list, between [ and ].');
  if (read.length > mostOwnMoves)
    return wrong(`A file holds up to ${mostOwnMoves} moves; this one has ${read.length}.`);
  const moves: OwnMove[] = [];
  for (const [place, one] of read.entries()) {
    const move = readOne(one);
    if (typeof move === 'string') return wrong(`Move ${place + 1}: ${move}`);
    moves.push(move);
  }
  return success(moves);
}

export function printOwnMoves(moves: readonly OwnMove[]): string {
  const plain = moves.map(({ name, chords, target }) => ({ name, chords, target }));
  return `${JSON.stringify(plain, null, 2)}\n`;
}

/** The ideas that own moves make of a chord; what cannot be read makes none. */
export function ownIdeas(target: Chord, own: readonly OwnMove[]): Idea[] {
  if (target.kind !== 'named') return [];
  const third = alterOfFigure(target.figures, 3) ?? thirdInKey(target.root);
  return own.flatMap((move): Idea[] => {
    const chords = chordsOfOwn(move.chords);
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
        why: 'A move of your own.',
      },
    ];
  });
}

/** One move, or what is wrong with it. */
function readOne(one: unknown): OwnMove | string {
  if (typeof one !== 'object' || one === null) return 'it is no { name, chords, target }.';
  const { name, chords, target } = one as Record<string, unknown>;
  if (typeof name !== 'string' || name.trim() === '' || name.length > longestName)
    return `its name is a text of 1 to ${longestName} characters.`;
  if (target !== 'major' && target !== 'minor' && target !== 'any')
    return 'its target is major, minor or any.';
  if (typeof chords !== 'string' || !chordsOfOwn(chords))
    return `its chords are 1 to ${mostChords} numbers with spaces between, as 2m7 57, counted as if what they lead to were 1.`;
  return { name: name.trim(), chords: chords.trim(), target };
}

function chordsOfOwn(typed: string): readonly NamedChord[] | null {
  const chords = readChordRow(typed);
  return chords && chords.length <= mostChords ? chords : null;
}

function wrong(message: string): Result<never> {
  const place = { line: 1, column: 1, length: 1 };
  return failure({ severity: 'problem', message, place, repairs: [] });
}
