import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';
import type { NamedChord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import { readChordRow } from '../chord/chordRow.ts';
import { mostTimes } from './when.ts';
import type { RoadStep, Section } from './song.ts';

/** The farthest the key is lifted in one step, in semitones. */
const farthestLift = 11;

/** So many chords lead into another key at most. */
const mostLeading = 4;

/** The steps of a roadmap as they are typed; a comma in parentheses is one of a direction. */
export function partsOfRoad(value: string): string[] {
  return value.split(/,(?![^(]*\))/);
}

/**
 * Reads a roadmap: `Intro, Verse 1, Chorus x2, Vamp open, up 2, Chorus (softer)`; a lift may say by which chords of the new key,
 * as written: `up 1 by 4/5`. Places are those of the value.
 */
export function readRoad(value: string): Result<readonly RoadStep[]> {
  const steps: RoadStep[] = [];
  let at = 0;
  for (const part of partsOfRoad(value)) {
    const typed = part.trim();
    const start = typed === '' ? at : at + part.length - part.trimStart().length;
    at += part.length + 1;
    const step = readStep(typed);
    if (typeof step !== 'string') {
      steps.push(step);
      continue;
    }
    return failure({
      severity: 'problem',
      message: step,
      place: placeInLine(start, Math.max(typed.length, 1)),
      repairs: [],
    });
  }
  return success(steps);
}

/** One step, or why it is none. */
function readStep(typed: string): RoadStep | string {
  const lift = /^(up|down)\s+(\d{1,2})(?:\s+by\s+(.+))?$/i.exec(typed);
  if (lift) {
    const semitones = Number(lift[2]) * (lift[1]!.toLowerCase() === 'up' ? 1 : -1);
    if (semitones === 0 || Math.abs(semitones) > farthestLift)
      return `A lift is 1 to ${farthestLift} half steps: up 1, up 2, down 1.`;
    if (lift[3] === undefined) return { kind: 'lift', semitones };
    const by = readLeading(lift[3]);
    return by
      ? { kind: 'lift', semitones, by }
      : `After “by” stand one to ${mostLeading} chords in the numbers of the new key: up 1 by 4/5, up 2 by 2m7 57.`;
  }
  const found =
    /^(?<name>[^()]*?)(?:\s+x(?<times>\d{1,3}))?(?<open>\s+open)?\s*(?:\((?<direction>[^()]*)\))?$/i.exec(
      typed,
    );
  const name = found?.groups!['name']!.trim() ?? '';
  if (name === '') return 'Between two commas stands the name of a section, or a lift like up 2.';
  const { times, open, direction } = found!.groups!;
  const count = times === undefined ? null : Number(times);
  if (count !== null && (count < 1 || count > mostTimes))
    return `A section is played 1 to ${mostTimes} times.`;
  return {
    kind: 'play',
    name,
    times: count,
    open: open !== undefined,
    direction: direction?.trim() ?? '',
  };
}

/** The chords that lead into another key; null where they are too many, or no chords with a name. */
export function readLeading(typed: string): readonly NamedChord[] | null {
  const chords = readChordRow(typed);
  return chords && chords.length <= mostLeading ? chords : null;
}

export function printRoad(road: readonly RoadStep[]): string {
  return road.map(printStep).join(', ');
}

function printStep(step: RoadStep): string {
  if (step.kind === 'lift') {
    const { semitones, by } = step;
    const lift = `${semitones > 0 ? 'up' : 'down'} ${Math.abs(semitones)}`;
    return by ? `${lift} by ${by.map((chord) => formatChord(chord)).join(' ')}` : lift;
  }
  const { name, times, open, direction } = step;
  return (
    name +
    (times === null ? '' : ` x${times}`) +
    (open ? ' open' : '') +
    (direction && ` (${direction})`)
  );
}

/** The section that a step plays: the first of that name, large or small letters alike. */
export function sectionOfStep(sections: readonly Section[], name: string): number {
  const wanted = name.toLowerCase();
  return sections.findIndex((section) => section.name.toLowerCase() === wanted);
}

/** The first step whose section is not in the chart, as a problem of the field's value. */
export function missingSection(
  value: string,
  road: readonly RoadStep[],
  sections: readonly Section[],
): Result<null> {
  let at = 0;
  for (const [index, part] of partsOfRoad(value).entries()) {
    const step = road[index];
    const start = at + part.length - part.trimStart().length;
    at += part.length + 1;
    if (step?.kind !== 'play' || sectionOfStep(sections, step.name) >= 0) continue;
    const names = [...new Set(sections.map(({ name }) => name).filter(Boolean))];
    return failure({
      severity: 'problem',
      message: `The chart has no section ${quoted(step.name)}.`,
      place: placeInLine(start, step.name.length),
      repairs: names.slice(0, 6).map(replaceWith),
    });
  }
  return success(null);
}
