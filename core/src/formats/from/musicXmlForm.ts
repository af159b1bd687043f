import { sameKey, type Key, relativeMajor } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import type { RoadStep } from '../../chart/song.ts';
import type { ReadMeasure } from './musicXmlMeasure.ts';

/** Measures that are played again, from one up to the other. */
export interface Repeat {
  readonly from: number;
  readonly to: number;
  readonly times: number;
  readonly hasEndings: boolean;
}

/** How the measures of a score hang together. */
export interface Form {
  /** For each measure whether a section begins there. */
  readonly starts: readonly boolean[];
  readonly repeats: readonly Repeat[];
}

type FormMeasure = Pick<
  ReadMeasure,
  'rehearsal' | 'opens' | 'goesBack' | 'times' | 'ending' | 'endingStops' | 'key'
>;

/**
 * Finds the sections of a score: by its rehearsal marks, and where a repeat begins, where one ended, behind its last
 * ending, and where the key changes. What goes back without a sign to go back to begins behind the repeat before it.
 */
export function formOf(measures: readonly FormMeasure[]): Form {
  const repeats: Repeat[] = [];
  const starts: boolean[] = [];
  let from = 0;
  let key: Key | null = null;
  for (const [index, measure] of measures.entries()) {
    const before = measures[index - 1];
    const isBehind = (before?.goesBack || before?.endingStops) && !measure.ending;
    const isLifted = measure.key !== null && key !== null && liftBetween(key, measure.key) !== 0;
    key = measure.key ?? key;
    if (measure.opens || isBehind) from = index;
    starts.push(!before || measure.rehearsal !== null || measure.opens || isBehind || isLifted);
    if (!measure.goesBack) continue;
    const own = measures.slice(from, index + 1);
    const named = own.flatMap(({ ending }) => ending?.times ?? []);
    // The ending behind the last sign is of one time more.
    const next = measures[index + 1]?.ending?.times ?? [];
    const repeat = {
      from,
      to: index,
      times: named.length > 0 ? Math.max(2, ...named, ...next) : measure.times,
      hasEndings: named.length > 0,
    };
    const last = repeats.at(-1);
    if (last?.from === from && repeat.hasEndings) repeats[repeats.length - 1] = repeat;
    else repeats.push(repeat);
  }
  return { starts, repeats };
}

/** Half steps up or down from one key to another, by their relative majors; 0 for keys of one signature. */
export function liftBetween(one: Key, other: Key): number {
  if (sameKey(one, other)) return 0;
  const up =
    (pitchClass(relativeMajor(other).tonic) - pitchClass(relativeMajor(one).tonic) + 12) % 12;
  return up > 6 ? up - 12 : up;
}

/** A section for the order of a score. */
export interface OrderedSection {
  readonly name: string;
  readonly key: Key;
}

/**
 * The order in which sections are played where repeats reach over several of them, or the key changes between them; null
 * where they are played as they stand. Each is played there as often as it says of itself.
 * @param over repeats over several sections, counted from 0
 */
export function orderOf(
  sections: readonly OrderedSection[],
  over: readonly { readonly from: number; readonly to: number; readonly times: number }[],
): RoadStep[] | null {
  const order: number[] = [];
  for (let at = 0; at < sections.length; at += 1) {
    const repeat = over.find(({ from }) => from === at);
    if (!repeat) {
      order.push(at);
      continue;
    }
    const places = Array.from({ length: repeat.to - at + 1 }, (_, place) => at + place);
    for (let time = 0; time < repeat.times; time += 1) order.push(...places);
    at = repeat.to;
  }
  const road: RoadStep[] = [];
  let key = sections[0]?.key;
  for (const place of order) {
    const { name, key: next } = sections[place]!;
    const semitones = key ? liftBetween(key, next) : 0;
    if (semitones !== 0) road.push({ kind: 'lift', semitones });
    key = next;
    road.push({ kind: 'play', name, times: null, open: false, direction: '' });
  }
  const isPlain = over.length === 0 && road.every(({ kind }) => kind === 'play');
  return isPlain ? null : road;
}
