import type { TimedCue } from './cues.ts';
import { advanced, followCues } from './follow.ts';
import type { Program } from './program.ts';
import { beatsOfPart, countOfBar, partMs, type StageBeat } from './stageTime.ts';

/**
 * The beats of the click between two moments (from the one on, up to and without the other), in milliseconds since 1970, as it
 * goes if nothing more is said: through the end of a part into the next one, round and round in a vamp, with the bar that is
 * counted in before the first.
 */
export function clickBeats(
  program: Program,
  cues: readonly TimedCue[],
  { from, to }: { readonly from: number; readonly to: number },
): StageBeat[] {
  const found: StageBeat[] = [];
  const put = (start: number, beats: readonly StageBeat[], before: number) => {
    for (const { at, isStrong } of beats) {
      const due = start + at;
      if (due >= from && due < before) found.push({ at: due, isStrong });
    }
  };
  let state = followCues(program, cues, from);
  for (;;) {
    const { item, part, since, tempo, isClicking, isCounted, leaveAt } = state;
    const song = item === null ? undefined : program[item];
    if (!isClicking || !song || part === null) return found;
    const end = Math.min(to, leaveAt ?? to);
    if (isCounted) put(since, countOfBar(song, tempo), Math.min(end, since));
    const beats = beatsOfPart(song, part, tempo);
    const round = partMs(song, part, tempo);
    const rounds = Math.max(0, Math.floor((from - since) / round));
    for (let start = since + rounds * round; start < end; start += round) put(start, beats, end);
    if (leaveAt === null || leaveAt >= to) return found;
    state = advanced(program, state, leaveAt);
  }
}
