import type { Performance, PlayedNote, TuneNotePlayed } from './perform.ts';

/** How far a note comes early or late, in ticks, and how much louder or softer it is, at most: one hears hands, and no fault. */
export const looseness = { ticks: 9, velocity: 5 } as const;

/**
 * A performance as hands play it: each note a little early or late, louder or softer. The same seed gives the same; pedal, tempo and
 * all else stay as they are.
 * @param seed any whole number
 */
export function loosen(performance: Performance, seed: number): Performance {
  const next = randomFrom(seed);
  const loose = <Note extends PlayedNote | TuneNotePlayed>(note: Note): Note => {
    const by = Math.round((2 * next() - 1) * looseness.ticks);
    const louder = Math.round((2 * next() - 1) * looseness.velocity);
    const onset = Math.max(0, note.onset + by);
    return {
      ...note,
      onset,
      // It ends where it ended: what follows is not covered.
      ticks: Math.max(1, note.onset + note.ticks - onset),
      velocity: Math.max(1, Math.min(127, note.velocity + louder)),
    };
  };
  const notes = performance.notes.map(loose);
  notes.sort((one, other) => one.onset - other.onset || one.note - other.note);
  return { ...performance, notes, tune: performance.tune.map(loose) };
}

/** Numbers from 0 up to 1 (mulberry32, a public-domain generator by Tommy Ettinger; from memory). */
function randomFrom(seed: number): () => number {
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}
