import type { TimelineIndex } from '../chart/places.ts';
import { nameWithoutNumber } from '../chart/roles.ts';
import { readDirections } from '../chart/directions.ts';
import type { Timeline, TimelinePart } from '../chart/time/timeline.ts';
import { findRuns, type RunFit, type RunWishes } from './fitRuns.ts';
import { runPlaces, type RunPlace } from './places.ts';
import type { Run } from './model/run.ts';

/** How much a player wants to add. */
export const restraints = ['sparing', 'usual', 'generous'] as const;
export type Restraint = (typeof restraints)[number];

export interface PlaceWishes extends RunWishes {
  readonly restraint: Restraint;
}

/** A run that is proposed for one time through a section. */
export interface ProposedRun {
  readonly at: TimelineIndex;
  readonly run: Run;
  readonly fit: RunFit;
  /** The only one of its kind in the song. */
  readonly isShowpiece: boolean;
  readonly why: string;
}

/** A gap that is left alone, with the run that would fit it best, if any does. */
export interface RefusedPlace {
  readonly at: TimelineIndex;
  readonly run: Run | null;
  readonly reason: string;
}

export interface PlacedRuns {
  readonly placed: readonly ProposedRun[];
  readonly refused: readonly RefusedPlace[];
}

/** So often the plain pattern is heard before anything is added to it (domain: at least twice). */
const plainTimes = 2;
/** At most so many in one time through a section. */
const mostInPart: Readonly<Record<Restraint, number>> = {
  sparing: 1,
  usual: 2,
  generous: Infinity,
};

/**
 * Where runs go in a song, and where they do not: the plain pattern first, twice; then one in a gap, never two gaps in a row, not where
 * another player leads nor under the first line of a solo voice; one showpiece, as late as can be. Verse 1 and Verse 2 are heard as one
 * section. A proposal: the player places, moves and removes.
 */
export function placeRuns(timeline: Timeline, wishes: PlaceWishes): PlacedRuns {
  const placed: ProposedRun[] = [];
  const refused: RefusedPlace[] = [];
  const used = new Map<string, number>();
  const heard = timesHeard(timeline);
  let before: { readonly part: TimelinePart; readonly count: number } | null = null;
  let wasPlaced = false;
  for (const place of gapsOf(timeline)) {
    const { at, part } = place;
    const count: number = before?.part === part ? before.count : 0;
    const found = findRuns(timeline, { at }, wishes);
    const fit = choose(found.fits, used);
    const reason =
      whyPlain(heard.get(part)!) ??
      whyNotHere(timeline, place) ??
      (wasPlaced ? 'There is one in the gap before; never two in a row.' : null) ??
      (count >= mostInPart[wishes.restraint] ? 'There is enough in this time through.' : null) ??
      (fit ? null : (found.why ?? whyNone(found.fits)));
    if (reason !== null || !fit) {
      refused.push({ at, run: fit?.run ?? null, reason: reason ?? '' });
      wasPlaced = false;
      continue;
    }
    placed.push({ at, run: fit.run, fit, isShowpiece: false, why: whyHere(heard.get(part)!, fit) });
    used.set(fit.run.id, (used.get(fit.run.id) ?? 0) + 1);
    before = { part, count: count + 1 };
    wasPlaced = true;
  }
  return { placed: withShowpiece(timeline, placed, wishes), refused };
}

/** The gaps of a song: behind what is sung, or at the end of a line where nobody sings. */
function gapsOf(timeline: Timeline): readonly RunPlace[] {
  const sings = new Map(timeline.parts.map((part) => [part, isSung(part)]));
  const ends = endsOfLines(timeline);
  return runPlaces(timeline).flatMap((found, at) => {
    if (!found.ok || found.place.at !== at) return [];
    const { place } = found;
    if (place.longest < place.tempo.beat) return [];
    return sings.get(place.part) || ends.has(at) ? [place] : [];
  });
}

const isSung = ({ bars }: TimelinePart) =>
  bars.some(({ tune, words }) => tune.length > 0 || words.some((text) => text.trim() !== ''));

/** The last chord of each line of bars. */
function endsOfLines({ parts }: Timeline): ReadonlySet<TimelineIndex> {
  const ends = new Set<TimelineIndex>();
  for (const { bars, from } of parts) {
    let at = from;
    for (const [index, bar] of bars.entries()) {
      at += bar.slots.length;
      if (bars[index + 1]?.line === bar.line) continue;
      const last = bar.slots.findLastIndex(({ is }) => is.kind === 'chord');
      if (last >= 0) ends.add(at - bar.slots.length + last);
    }
  }
  return ends;
}

/** Which time each part is that its pattern is heard, from 1; sections that are told apart by a number are one. */
function timesHeard({ parts, song }: Timeline): ReadonlyMap<TimelinePart, number> {
  const counts = new Map<string, number>();
  return new Map(
    parts.map((part) => {
      const name = nameWithoutNumber(song.sections[part.section]!);
      const count = (counts.get(name) ?? 0) + 1;
      counts.set(name, count);
      return [part, count];
    }),
  );
}

function whyPlain(time: number): string | null {
  if (time > plainTimes) return null;
  return time === 1
    ? 'The plain pattern comes first: this is the first time it is heard.'
    : 'The plain pattern was heard once; twice is the least before anything is added.';
}

const others = /\b(?:solo|leads?|lead by|feature[sd]?)\b/i;
const voiceAlone = /\b(?:solo voice|voice alone|singer alone|a cappella)\b/i;

function whyNotHere({ song, slots }: Timeline, { part, at }: RunPlace): string | null {
  const { directions } = song.sections[part.section]!;
  const said = [...directions, part.direction];
  if (said.some((one) => voiceAlone.test(one))) {
    const first = part.bars[0]?.line;
    const bar = part.bars.find((one) => one.bar === slots[at]!.bar);
    return bar?.line === first ? 'A voice sings its first line alone here.' : null;
  }
  if (said.some((one) => others.test(one))) return 'Another player leads here.';
  const { silent } = readDirections(said);
  return silent.length > 0 ? 'A hand is silent here, and meant to be.' : null;
}

function whyNone(fits: readonly RunFit[]): string {
  return fits.length > 0
    ? 'Only showpieces fit here; one of them is enough for a song.'
    : 'None of the runs fits here.';
}

/** The best that was not played yet, or was played least; showpieces wait for their own place. */
function choose(fits: readonly RunFit[], used: ReadonlyMap<string, number>): RunFit | null {
  const modest = fits.filter(({ run }) => run.grade !== 'showpiece').slice(0, 8);
  const times = ({ run }: RunFit) => used.get(run.id) ?? 0;
  return modest.reduce<RunFit | null>(
    (best, fit) => (best === null || times(fit) < times(best) ? fit : best),
    null,
  );
}

function whyHere(time: number, { run }: RunFit): string {
  return `The ${time === 3 ? 'third' : 'later'} time it is heard, and nobody sings. ${run.why}`;
}

/** One showpiece in the song: in the last of the places that has room for one. */
function withShowpiece(
  timeline: Timeline,
  placed: readonly ProposedRun[],
  wishes: PlaceWishes,
): readonly ProposedRun[] {
  if (wishes.restraint === 'sparing') return placed;
  for (let index = placed.length - 1; index >= 0; index -= 1) {
    const { at } = placed[index]!;
    const fit = findRuns(timeline, { at }, wishes).fits.find(
      ({ run }) => run.grade === 'showpiece',
    );
    if (!fit) continue;
    const why = `The one showpiece of the song, as late as can be. ${fit.run.why}`;
    return placed.with(index, { at, run: fit.run, fit, isShowpiece: true, why });
  }
  return placed;
}
