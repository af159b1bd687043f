import { printRoad, readRoad, sectionOfStep } from '../chart/road.ts';
import type { RoadStep, Song } from '../chart/song.ts';
import { longestRoad } from '../chart/fields.ts';

type PlayStep = Extract<RoadStep, { kind: 'play' }>;

/** The steps of a roadmap, those of a song that has none as well, each with the parts of the timeline that it plays. */
function stepsWithParts(
  song: Song,
): { readonly step: RoadStep; readonly parts: readonly number[] }[] {
  const road: readonly RoadStep[] =
    song.road ??
    song.sections.map(({ name }): PlayStep => ({
      ...{ kind: 'play', name, times: null, open: false, direction: '' },
    }));
  let part = 0;
  return road.map((step, place) => {
    if (step.kind === 'lift') return { step, parts: [] };
    const section =
      song.sections[song.road === null ? place : sectionOfStep(song.sections, step.name)];
    const times = section ? (step.times ?? section.times) : 0;
    const parts = Array.from({ length: times }, (_, time) => part + time);
    part += times;
    return { step, parts };
  });
}

/**
 * The roadmap of a song with words for single times through its sections: what is said of all times of a step stays one step. A step
 * that goes on until the signal is not parted: it has the words of its first time.
 */
export function roadWith(song: Song, words: ReadonlyMap<number, string>): string {
  return printRoad(
    stepsWithParts(song).flatMap(({ step, parts }): readonly RoadStep[] => {
      if (step.kind === 'lift') return [step];
      const said = parts.map((part) => words.get(part) ?? '');
      const isOpen =
        step.open ||
        (step.times === null &&
          song.sections.find(({ name }) => name === step.name)?.open === true);
      if (isOpen || said.every((one) => one === said[0]))
        return [{ ...step, direction: joined(step.direction, said[0] ?? '') }];
      return said.map((one) => ({ ...step, times: 1, direction: joined(step.direction, one) }));
    }),
  );
}

const joined = (...said: readonly string[]) => said.filter((one) => one !== '').join(', ');

/** The longest thing that an arrangement says of a time. */
const longestWords = ' (softer, right hand only)'.length;

/** Whether a roadmap can say something of each time: each section has a name of its own that it can say, and there is room. */
export function canSayTimes(song: Song): boolean {
  const names = song.sections.map(({ name }) => name.toLowerCase());
  if (names.some((name) => name === '') || new Set(names).size < names.length) return false;
  const steps = stepsWithParts(song);
  const road = roadWith(song, new Map());
  const read = readRoad(road);
  if (!read.ok || printRoad(read.value) !== road || read.value.length !== steps.length)
    return false;
  const longest = steps.reduce(
    (sum, { step, parts }) =>
      sum +
      (step.kind === 'lift'
        ? 30
        : parts.length * (step.name.length + step.direction.length + longestWords + 2)),
    0,
  );
  return longest <= longestRoad;
}
