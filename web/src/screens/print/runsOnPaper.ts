import { fillPlaceAt, runAt, strike, type Filled, type Hand } from '@intervallum/core';

/** A run that the player placed, as it is on paper: its name, at which times, and what each hand strikes. */
export interface RunOnPaper {
  readonly name: string;
  readonly times: readonly number[];
  readonly strikes: readonly { readonly hand: Hand; readonly notes: readonly number[] }[];
}

/** The placed runs by slot of the chart, each as it is struck the first time. */
export function runsOnPaper(voiced: Filled): ReadonlyMap<number, readonly RunOnPaper[]> {
  const { timeline, fills } = voiced;
  const found = new Map<number, RunOnPaper[]>();
  if (!fills || fills.placed.length === 0) return found;
  const struck = strike(voiced).notes.filter(({ source }) => source === 'run');
  for (const placed of fills.placed) {
    const at = timeline.slots.findIndex((one, index) => {
      if (one.slot !== placed.slot) return false;
      const { again, time } = fillPlaceAt(timeline, index);
      return again === placed.again && runAt(fills, { slot: one.slot, again }, time) === placed;
    });
    if (at < 0) continue;
    let next = at + 1;
    while (timeline.slots[next]?.is.kind === 'held') next += 1;
    const [from, to] = [timeline.slots[at]!.start, timeline.slots[next]?.start ?? timeline.ticks];
    const own = struck.filter(
      (note) => note.from >= from - 120 && note.from < to && note.at >= at && note.at < next,
    );
    const starts = [...new Set(own.map((note) => `${note.hand} ${note.from}`))];
    const strikes = starts.map((start) => {
      const notes = own.filter((note) => `${note.hand} ${note.from}` === start);
      return { hand: notes[0]!.hand, notes: notes.map(({ note }) => note) };
    });
    const one = { name: placed.run.name, times: placed.times, strikes };
    found.set(placed.slot, [...(found.get(placed.slot) ?? []), one]);
  }
  return found;
}
