import { linesOf } from '../../kit/lines.ts';
import { placeInLine, replaceWith, type Problem } from '../../kit/result.ts';
import { printHeading } from '../heading.ts';
import { partsOfRoad, printRoad } from '../road.ts';
import type { Song } from '../song.ts';
import { mostPlayedBars, playedLength } from '../time/length.ts';

/** Where the roadmap stands in the text. */
interface RoadField {
  readonly value: string;
  readonly line: number;
  readonly start: number;
}

/** A song that is played for too many bars, as a problem of the step that is too much; the repair is as often as fits. */
export function tooLong(
  song: Song,
  road: RoadField | null,
  lines: readonly { readonly heading: number | null }[],
  text: string,
): Problem[] {
  const { bars, beyondAt } = playedLength(song);
  if (beyondAt === null) return [];
  const many = (count: number) => count.toLocaleString('en');
  const message = `With this the song is played for more than ${many(mostPlayedBars)} bars (${many(bars)} in all); what is beyond them is left out.`;
  const problemWith = (repairs: readonly string[]) => ({
    severity: 'problem' as const,
    message: `${message} ${repairs.length > 0 ? 'Play it less often.' : 'Take away what is too much.'}`,
    repairs: repairs.map(replaceWith),
  });
  if (song.road && road) {
    const typed = partsOfRoad(road.value);
    const before = typed.slice(0, beyondAt).join(',').length + (beyondAt > 0 ? 1 : 0);
    const step = typed[beyondAt]!;
    const from = road.start + before + step.length - step.trimStart().length;
    const place = { ...placeInLine(from, step.trim().length), line: road.line };
    return [{ ...problemWith(rarerStep(song, beyondAt)), place }];
  }
  const line = lines[beyondAt]?.heading ?? 1;
  const section = song.sections[beyondAt]!;
  const heading = linesOf(text)[line - 1] ?? '';
  const repairs = rarer(section.times, (times) => ({
    ...song,
    sections: song.sections.with(beyondAt, { ...section, times }),
  })).map((times) => printHeading({ ...section, times }));
  const place = { ...placeInLine(heading.search(/\S|$/), heading.trim().length), line };
  return [{ ...problemWith(repairs), place }];
}

function rarerStep(song: Song, at: number): string[] {
  const road = song.road!;
  const step = road[at]!;
  if (step.kind === 'lift') return [];
  const withTimes = (times: number) => ({ ...song, road: road.with(at, { ...step, times }) });
  return rarer(step.times ?? 99, withTimes).map((times) => printRoad([{ ...step, times }]));
}

/** The most times that fit, if any do. */
function rarer(now: number, songWith: (times: number) => Song): number[] {
  const before = playedLength(songWith(now)).beyondAt;
  for (let times = now - 1; times >= 1; times -= 1) {
    const { beyondAt } = playedLength(songWith(times));
    if (beyondAt === null || beyondAt > before!) return [times];
  }
  return [];
}
