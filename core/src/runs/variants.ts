import { eighth, ticksPerQuarter } from '../kit/ticks.ts';
import type { Step } from '../pitch/degree.ts';
import type { RunKind } from './model/kinds.ts';
import { strikesOf } from './model/readRun.ts';
import { leadsOn, type Run, type RunEvent, type RunTone } from './model/run.ts';
import { runHeight } from './runTones.ts';

/** What a run can be made into. */
export const variantKinds = [
  'shorter',
  'simpler',
  'without the upper note',
  'other inversion',
  'other landing',
] as const;
export type VariantKind = (typeof variantKinds)[number];

export interface Variant {
  readonly kind: VariantKind;
  /** Where another landing lies from the one it had; null for any other kind. */
  readonly way: 'above' | 'below' | null;
  readonly run: Run;
}

/** Everything that a run can be made into: shorter or simpler for a smaller gap or hand, turned, or arriving elsewhere. */
export function variantsOf(run: Run): readonly Variant[] {
  const made = [
    shorter(run),
    simpler(run),
    withoutUpper(run),
    otherInversion(run),
    ...otherLandings(run),
  ].filter((one) => one !== null);
  const known = new Set([notesOf(run)]);
  return made.filter((one) => {
    const notes = notesOf(one.run);
    const isNew = !known.has(notes);
    known.add(notes);
    return isNew;
  });
}

const notesOf = ({ events, landing }: Run) => JSON.stringify([events, landing]);

function variant(
  run: Run,
  kind: VariantKind,
  change: Partial<Run>,
  way: Variant['way'] = null,
): Variant {
  const id = [`${run.id}/${kind.replaceAll(' ', '-')}`, way].filter(Boolean).join('-');
  return { kind, way, run: { ...run, ...change, id } };
}

/** Its second half: what lies within half of its beats before it arrives. */
function shorter(run: Run): Variant | null {
  const beats = Math.floor(run.landing.at / ticksPerQuarter);
  const kept = Math.max(1, Math.floor(beats / 2)) * ticksPerQuarter;
  const from = run.landing.at - kept;
  const left = run.events.filter(({ start }) => start >= from);
  if (from <= 0 || left.length < 2 || left.length === run.events.length) return null;
  if (!left.some(({ hand }) => hand === run.landing.hand)) return null;
  const events = left.map((event) => ({ ...event, start: event.start - from }));
  return variant(run, 'shorter', {
    events,
    ticks: run.ticks - from,
    landing: { ...run.landing, at: kept },
  });
}

/** Without short notes and slides, and in eighths where it was quicker: what falls on them before it arrives. */
function simpler(run: Run): Variant | null {
  const onGrid = run.events.filter(({ start }) => (run.landing.at - start) % eighth === 0);
  if (!onGrid.some(({ start }) => start === run.landing.at) && !leadsOn(run)) return null;
  if (onGrid.length < 2) return null;
  const events = onGrid.map(({ grace: _, slide: __, ...event }) => event);
  return variant(run, 'simpler', { events: joined(events, run.ticks) });
}

/** Each note lasts until its voice goes on, where what was between is gone. */
function joined(events: readonly RunEvent[], end: number): RunEvent[] {
  return events.map((event) => {
    const after = events.filter(
      ({ hand, voice, start }) =>
        hand === event.hand && voice === event.voice && start > event.start,
    );
    const next = Math.min(end, ...after.map(({ start }) => start));
    return { ...event, ticks: next - event.start };
  });
}

/** Each grip of a hand changed, note by note from the lowest up. */
function withGrips(
  run: Run,
  change: (grip: readonly RunEvent[]) => readonly RunEvent[],
): readonly RunEvent[] {
  const voices = new Set(run.events.map(({ hand, voice }) => `${hand} ${voice ?? 0}`));
  const changed = [...voices].flatMap((name) =>
    strikesOf(run.events.filter(({ hand, voice }) => `${hand} ${voice ?? 0}` === name)).flatMap(
      (strike) =>
        strike.length < 2
          ? strike
          : change([...strike].sort((one, other) => runHeight(one) - runHeight(other))),
    ),
  );
  return changed.sort((one, other) => one.start - other.start);
}

function withoutUpper(run: Run): Variant | null {
  const events = withGrips(run, (grip) => grip.slice(0, -1));
  if (events.length === run.events.length) return null;
  const landing = landingIn(run, events);
  return landing && variant(run, 'without the upper note', { events, landing });
}

/** Grips with their lowest note an octave up. */
function otherInversion(run: Run): Variant | null {
  const events = withGrips(run, ([low, ...rest]) => [
    ...rest,
    { ...low!, octave: low!.octave + 1 },
  ]);
  const landing = landingIn(run, events);
  return landing && variant(run, 'other inversion', { events, landing });
}

/** Where it arrives: as it was, where that is still played, else the highest of what is. */
function landingIn(run: Run, events: readonly RunEvent[]): Run['landing'] | null {
  if (leadsOn(run)) return run.landing;
  const there = events.filter(
    ({ hand, start }) => hand === run.landing.hand && start === run.landing.at,
  );
  const same = there.find((one) => runHeight(one) === runHeight(run.landing));
  const arrived = same ?? [...there].sort((one, other) => runHeight(other) - runHeight(one))[0];
  if (!arrived) return null;
  const { degree, alter, octave } = arrived;
  return { ...run.landing, degree, alter, octave };
}

type Tone = readonly [step: Step, alter: number];

/** The tones that every chord of a kind has. */
const tonesOfKind: Readonly<Record<RunKind, readonly Tone[]>> = {
  major: [
    [1, 0],
    [3, 0],
    [5, 0],
  ],
  dominant: [
    [1, 0],
    [3, 0],
    [7, -1],
  ],
  altered: [
    [1, 0],
    [3, 0],
    [7, -1],
  ],
  suspended: [
    [1, 0],
    [5, 0],
  ],
  'soft dominant': [
    [1, 0],
    [7, -1],
  ],
  fifth: [
    [1, 0],
    [5, 0],
  ],
  minor: [
    [1, 0],
    [3, -1],
    [5, 0],
  ],
  'minor sixth': [
    [1, 0],
    [3, -1],
    [5, 0],
  ],
  'half-diminished': [
    [1, 0],
    [3, -1],
    [5, -1],
  ],
  diminished: [
    [1, 0],
    [3, -1],
    [5, -1],
  ],
  augmented: [
    [1, 0],
    [3, 0],
    [5, 1],
  ],
};

/** The same, arriving at the next tone of the chord above or below: single notes only, counted from the chord. */
function otherLandings(run: Run): (Variant | null)[] {
  const { landing, events } = run;
  if (run.from !== 'chord' || leadsOn(run)) return [];
  const last = events.filter(({ hand, start }) => hand === landing.hand && start === landing.at);
  if (last.length !== 1) return [];
  const shared = run.kinds
    .map((kind) => tonesOfKind[kind])
    .reduce((all, own) =>
      all.filter(([step, alter]) => own.some((tone) => tone[0] === step && tone[1] === alter)),
    );
  const ladder = [-1, 0, 1, 2]
    .flatMap((octave) => shared.map(([degree, alter]): RunTone => ({ degree, alter, octave })))
    .sort((one, other) => runHeight(one) - runHeight(other));
  const now = runHeight(landing);
  const below = ladder.findLast((one) => runHeight(one) < now);
  const above = ladder.find((one) => runHeight(one) > now);
  return [below, above].map((tone) => {
    if (!tone) return null;
    const instead = { ...last[0]!, ...tone };
    return variant(
      run,
      'other landing',
      {
        events: events.map((event) => (event === last[0] ? withoutSlide(instead) : event)),
        landing: { ...landing, ...tone },
      },
      tone === below ? 'below' : 'above',
    );
  });
}

/** A note that is another one now is not slid into from beside the one it was. */
function withoutSlide({ grace: _, slide: __, ...event }: RunEvent): RunEvent {
  return event;
}
