import type { BarName, RoadBar } from './roadBars.ts';

/** A bar of the song begins at a moment of a recording. */
export interface Mark extends BarName {
  /** Seconds from the beginning of the recording. */
  readonly at: number;
}

/** A recording laid along the road of a song. */
export interface LaidOut {
  /** When each bar begins, and last when the last one ends, in seconds; null where nobody knows yet. */
  readonly times: readonly (number | null)[];
  /** The marked bars, by their place on the road. */
  readonly marked: ReadonlySet<number>;
  /** Marks of bars that the chart has no more, or has in another order. */
  readonly lost: readonly Mark[];
}

const isOf = (name: BarName) => (one: BarName) =>
  one.section === name.section && one.pass === name.pass && one.bar === name.bar;

/**
 * When each bar of a song begins in a recording of it: between two marks time is parted by felt beats, beyond them it goes on as
 * it went.
 * @param tempo felt beats a minute, for as long as two marks do not say it; null where it is not known
 */
export function layOut(
  bars: readonly RoadBar[],
  marks: readonly Mark[],
  tempo: number | null,
): LaidOut {
  const lost: Mark[] = [];
  const fixed: { place: number; at: number }[] = [];
  for (const mark of inTime(marks)) {
    const place = bars.findIndex(isOf(mark));
    if (place > (fixed.at(-1)?.place ?? -1)) fixed.push({ place, at: mark.at });
    else lost.push(mark);
  }
  const beats = beatsBefore(bars);
  const times: (number | null)[] = beats.map(() => null);
  const [first, last] = [fixed[0], fixed.at(-1)];
  if (!first || !last) return { times, marked: new Set(), lost };
  const usual = tempo === null ? null : 60 / tempo;
  const pace = (one = first, other = last) =>
    one.place === other.place
      ? usual
      : (other.at - one.at) / (beats[other.place]! - beats[one.place]!);
  const [before, after] = [pace(first, fixed[1]), pace(fixed.at(-2), last)];
  for (const [place, at] of beats.entries()) {
    const next = fixed.findIndex((mark) => mark.place > place);
    const mark = next === -1 ? last : (fixed[next - 1] ?? first);
    const beat = next === -1 ? after : next === 0 ? before : pace(mark, fixed[next]);
    const time = beat === null ? null : mark.at + (at - beats[mark.place]!) * beat;
    times[place] = place === mark.place ? mark.at : time !== null && time >= 0 ? time : null;
  }
  return { times, marked: new Set(fixed.map(({ place }) => place)), lost };
}

/** How many felt beats lie before each bar, and in all. */
function beatsBefore(bars: readonly RoadBar[]): number[] {
  let sum = 0;
  return [0, ...bars.map(({ beats }) => (sum += beats))];
}

const inTime = (marks: readonly Mark[]) => marks.toSorted((one, other) => one.at - other.at);

/** Marks that a bar begins at a moment. Marks that cannot be true beside it go. */
export function withMark(
  marks: readonly Mark[],
  bars: readonly RoadBar[],
  place: number,
  at: number,
): Mark[] {
  const { section, pass, bar } = bars[place]!;
  const agrees = (other: Mark) => {
    const there = bars.findIndex(isOf(other));
    return there === -1 || (there < place ? other.at < at : there > place && other.at > at);
  };
  return inTime([...marks.filter(agrees), { section, pass, bar, at }]);
}

/** The marks without those of some bars. */
export function withoutMarks(marks: readonly Mark[], names: readonly BarName[]): Mark[] {
  return marks.filter((mark) => !names.some(isOf(mark)));
}

/** Which bar sounds at a moment, by its place on the road; null before the first and behind the last. */
export function barAtTime({ times }: LaidOut, at: number): number | null {
  const next = times.findIndex((time) => time !== null && time > at);
  const place = next - 1;
  return next > 0 && times[place] !== null ? place : null;
}

/**
 * The bar that somebody means who marks that one begins at a moment: of those behind the last mark the one that is laid out nearest
 * to it, else the next one; null behind the last bar.
 * @param isMeant those that are asked for: all, or the first ones of sections
 */
export function barMeant(
  bars: readonly RoadBar[],
  { times, marked }: LaidOut,
  at: number,
  isMeant: (bar: RoadBar) => boolean = () => true,
): number | null {
  const last = [...marked].reduce(
    (latest, place) => (times[place]! < at ? Math.max(latest, place) : latest),
    -1,
  );
  let meant: { place: number; off: number } | null = null;
  for (const [place, bar] of bars.entries()) {
    if (place <= last || !isMeant(bar)) continue;
    const time = times[place] ?? null;
    const off = time === null ? Infinity : Math.abs(time - at);
    if (!meant || off < meant.off) meant = { place, off };
  }
  return meant?.place ?? null;
}

/** How fast a recording goes by its marks, in felt beats a minute; null where there are not two. */
export function tempoMarked(bars: readonly RoadBar[], laid: LaidOut): number | null {
  const places = [...laid.marked].toSorted((one, other) => one - other);
  const [first, last] = [places[0], places.at(-1)];
  if (first === undefined || last === undefined || first === last) return null;
  const beats = beatsBefore(bars);
  return (60 * (beats[last]! - beats[first]!)) / (laid.times[last]! - laid.times[first]!);
}
