import {
  fillPlaceAt,
  runAt,
  runPlaces,
  readRun,
  type RunPlace,
  type SongFills,
  type Timeline,
} from '@intervallum/core';
import type { FillMark, RunSign } from '../../music/rails/overMark.ts';
import { ordinal, t } from '../../words/words.ts';
import { beatsIn, freeInWords } from './beats.ts';

interface Marked {
  readonly timeline: Timeline;
  readonly fills: SongFills;
  /** The slot of the timeline that is looked into. */
  readonly open: number | null;
  /** Marks go by slots of the timeline, not of the text. */
  readonly asPlayed: boolean;
}

/** The sign of every run that is placed, over its chord. */
export function runMarks(
  timeline: Timeline,
  fills: SongFills,
  asPlayed: boolean,
): ReadonlyMap<number, FillMark> {
  const all = fillMarks({ timeline, fills, open: null, asPlayed });
  const placed = [...all].filter(([, { run }]) => run !== null);
  return new Map(placed.map(([slot, mark]) => [slot, { ...mark, free: null }]));
}

/**
 * The lane over every chord: by slot of the text, as it is the first time it is played, with the runs of all times; or by slot of the
 * timeline.
 */
export function fillMarks({
  timeline,
  fills,
  open,
  asPlayed,
}: Marked): ReadonlyMap<number, FillMark> {
  const marks = new Map<number, FillMark>();
  const withRuns = new Set(fills.placed.map((one) => one.slot));
  const opened = open === null ? null : (timeline.slots[open]?.slot ?? null);
  for (const [at, found] of runPlaces(timeline).entries()) {
    const { slot, start, is } = timeline.slots[at]!;
    const place = asPlayed ? at : slot;
    if (!found.ok) continue;
    const known = marks.get(place);
    const here = { from: start, to: start + is.ticks };
    // Where a chord stands in its part is asked only of those that have a run: a song can have thousands.
    const chord = timeline.slots[found.place.at]!.slot;
    const run = withRuns.has(chord) ? runIn(timeline, fills, found.place, here) : null;
    if (known && (known.run || !run)) continue;
    const isOpen = asPlayed ? at === open : slot === opened;
    const free = known?.free ?? sharesOf(found.place.free, here);
    marks.set(place, { free, run, isOpen, said: inWords(found.place, free.length > 0, run) });
  }
  return marks;
}

interface Here {
  readonly from: number;
  readonly to: number;
}

function sharesOf(stretches: readonly Here[], here: Here) {
  const length = here.to - here.from;
  return stretches.flatMap(({ from, to }) => {
    const [first, last] = [Math.max(from, here.from), Math.min(to, here.to)];
    return last > first
      ? [{ from: (first - here.from) / length, to: (last - here.from) / length }]
      : [];
  });
}

/** The run that is played in a slot, with its beats and its times. */
function runIn(timeline: Timeline, fills: SongFills, place: RunPlace, here: Here): RunSign | null {
  const { time, ...where } = fillPlaceAt(timeline, place.at);
  const placed = runAt(fills, where, time);
  const read = placed ? readRun(placed.run) : null;
  if (!placed || !read?.ok) return null;
  const from = place.from + placed.start;
  const [share] = sharesOf([{ from, to: from + read.value.ticks }], here);
  if (!share) return null;
  const beats = beatsIn(read.value.ticks, place.tempo.beat);
  const times = placed.times.map(ordinal).join(', ');
  const said = t('a run of {{beats}} beats', { beats });
  return {
    ...share,
    label: times === '' ? beats : `${beats} · ${times}`,
    said: times === '' ? said : `${said}, ${t('{{times}} time', { times })}`,
  };
}

function inWords({ longest, tempo }: RunPlace, isFree: boolean, run: RunSign | null): string {
  if (run) return run.said;
  if (!isFree) return t('no room for a run');
  return freeInWords(longest, tempo.beat);
}
