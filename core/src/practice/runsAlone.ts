import { eighth, ticksPerQuarter } from '../kit/ticks.ts';
import type { Performance, PlayedNote } from '../playing/perform.ts';

/** What of a run is practised: all of it, or one of its halves, each with the note where they are joined. */
export const runPieces = ['all', 'first half', 'second half'] as const;
export type RunPiece = (typeof runPieces)[number];

/**
 * The placed runs of a performance by themselves, each with what it leads into: in both lanes, or, where the hands are parted
 * afterwards, in one. No notes where no run is placed. Halves share the stroke where they meet, so that they are joined by what
 * is known already (common practice, no published source).
 */
export function runsAlone(performance: Performance, piece: RunPiece): Performance {
  const notes = groupsOf(performance.notes.filter(({ source }) => source === 'run')).flatMap(
    (run) => {
      const strokes = [...new Set(run.map(({ onset }) => onset))];
      const middle = strokes[Math.ceil(strokes.length / 2)] ?? strokes.at(-1)!;
      const landing = piece === 'first half' ? [] : landingOf(run, performance.notes);
      const own = run.filter(
        ({ onset }) =>
          piece === 'all' || (piece === 'first half' ? onset <= middle : onset >= middle),
      );
      return [...own, ...landing];
    },
  );
  // What one run leads into may be the next one's.
  const kept = [...new Set(notes)].sort((one, other) => one.onset - other.onset);
  return { ...performance, notes: kept };
}

/** Notes that follow each other closely are of one run. */
function groupsOf(notes: readonly PlayedNote[]): PlayedNote[][] {
  const groups: PlayedNote[][] = [];
  let end = -Infinity;
  for (const note of notes.toSorted((one, other) => one.onset - other.onset)) {
    if (note.onset > end + eighth) groups.push([]);
    groups.at(-1)!.push(note);
    end = Math.max(end, note.onset + note.ticks);
  }
  return groups;
}

/** What is struck first behind a run, by the hands that played it, within a quarter. */
function landingOf(run: readonly PlayedNote[], notes: readonly PlayedNote[]): PlayedNote[] {
  const last = run.at(-1)!;
  const hands = new Set(run.map(({ hand }) => hand));
  const behind = notes.filter(
    ({ onset, hand, source }) => source !== 'run' && onset > last.onset && hands.has(hand),
  );
  const first = Math.min(...behind.map(({ onset }) => onset));
  return first <= last.onset + last.ticks + ticksPerQuarter
    ? behind.filter(({ onset }) => onset === first)
    : [];
}
