import {
  captureRun,
  captureSteps,
  joinedRuns,
  leadingOn,
  makeRun,
  oneHandOf,
  printRun,
  readRun,
  ownOver,
  runHeight,
  runLeadsOn,
  runSteps,
  withFinger,
  type Chord,
  type Finger,
  type Hand,
  type Key,
  type PressedKey,
  type PressedStep,
  type Reach,
  type Run,
  type RunChoices,
  type RunEvent,
  type RunKind,
  type RunStep,
} from '@intervallum/core';
import { t } from '../../../words/words.ts';

/** How a run comes: played in time, step by step, made by choices, or written. */
export const runSources = ['played', 'steps', 'made', 'written'] as const;
export type RunSource = (typeof runSources)[number];

/** A run that is being made: it stays when its window is closed, until it is kept. */
export interface RunDraft {
  readonly name: string;
  readonly source: RunSource;
  readonly keys: readonly PressedKey[];
  /** How the time of the keys is understood; guessed where null. */
  readonly step: RunStep | null;
  readonly tempo: number | null;
  readonly swung: boolean;
  readonly steps: readonly PressedStep[];
  readonly choices: RunChoices;
  /** As a hand's line is written. */
  readonly right: string;
  readonly left: string;
  /** Runs behind it. */
  readonly behind: readonly Run[];
  readonly hand: Hand | 'both';
  readonly leadsOn: boolean;
  /** Fingers of the player's own choice, by `placeOfKey`. */
  readonly fingers: ReadonlyMap<string, Finger>;
  /** Null for that of the chord under it. */
  readonly kinds: readonly RunKind[] | null;
  /** The run of our own that it is a change of. */
  readonly replaces: Run | null;
}

export const emptyRunDraft: RunDraft = {
  name: '',
  source: 'played',
  keys: [],
  step: null,
  tempo: null,
  swung: false,
  steps: [],
  choices: {
    family: 'pentatonic',
    start: 0,
    direction: 'up',
    order: 'in a row',
    octaves: 1,
    step: 'eighths',
    hand: 'right',
    landing: null,
  },
  right: '',
  left: '',
  behind: [],
  hand: 'both',
  leadsOn: false,
  fingers: new Map(),
  kinds: null,
  replaces: null,
};

/** The chord under a run, and whose hands play it. */
export interface Under {
  readonly chord: Chord;
  readonly key: Key;
  readonly reach: Reach;
  /** Quarter notes a minute of the song. */
  readonly tempo: number;
}

/** What has become of a draft; where it is no run, why, and what it is without what was wished of it, if there is that much. */
export type Drafted =
  | { readonly ok: true; readonly run: Run; readonly said: readonly string[] }
  | { readonly ok: false; readonly why: string; readonly base: Run | null };

const no = (why: string, base: Run | null = null): Drafted => ({ ok: false, why, base });

/** Where a key of a run stands, so that its finger is found again. */
export function placeOfKey(event: RunEvent): string {
  return `${event.hand} ${event.start} ${runHeight(event)}`;
}

/** The run that a draft is, with what lies behind it, one hand or both, its own fingers. */
export function runOfDraft(draft: RunDraft, under: Under): Drafted {
  const base = baseOf(draft, under);
  if (!base.ok) return base;
  let { run } = base;
  for (const next of draft.behind) {
    const joined = joinedRuns(run, next);
    if (!joined)
      return no(
        t('“{{name}}” cannot go behind it: no chord serves both.', { name: next.name }),
        run,
      );
    run = joined;
  }
  if (draft.hand !== 'both') {
    const own = oneHandOf(run, draft.hand);
    if (!own)
      return no(
        draft.hand === 'left'
          ? t('The left hand plays nothing in it.')
          : t('The right hand plays nothing in it.'),
        run,
      );
    run = own;
  }
  if (draft.leadsOn) {
    const leading = leadingOn(run);
    if (!leading) return no(t('One note alone leads nowhere: it needs another before it.'), run);
    run = leading;
  }
  for (const event of run.events) {
    const finger = draft.fingers.get(placeOfKey(event));
    if (finger !== undefined) run = withFinger(run, event, finger);
  }
  // What was put together may be longer than a run is.
  const whole = readRun(printRun(run));
  if (!whole.ok) return no(whole.problems[0]!.message, base.run);
  // One that is made by choices has a name of its own.
  const name = draft.name.trim() || (draft.source === 'made' ? base.run.name : '');
  return {
    ok: true,
    said: base.said,
    run: { ...run, id: 'draft', name, ...(draft.kinds ? { kinds: draft.kinds } : {}) },
  };
}

function baseOf(draft: RunDraft, { chord, key, reach, tempo: near }: Under): Drafted {
  const { name, source, step, tempo, swung, choices } = draft;
  if (source === 'made') {
    const made = makeRun(chord, choices);
    return made.ok ? { ok: true, run: made.value, said: [] } : no(made.problems[0]!.message);
  }
  if (source === 'written') return writtenBase(draft, chord);
  const wishes = { name, chord, key, reach };
  const captured =
    source === 'played'
      ? captureRun(draft.keys, { ...wishes, step, tempo, swung, near })
      : captureSteps(draft.steps, { ...wishes, step: step ?? 'eighths' });
  if (!captured.ok) return no(captured.problems[0]!.message);
  const { run, said } = captured.value;
  const read = readRun(run);
  return read.ok ? { ok: true, run: read.value, said } : no(read.problems[0]!.message);
}

function writtenBase({ right, left, step, replaces }: RunDraft, chord: Chord): Drafted {
  const { family = 'answer', grade = 'simple', from = 'chord', why = 'Written.' } = replaces ?? {};
  const read = readRun({
    id: 'draft',
    name: '',
    family,
    grade,
    from,
    kinds: [],
    why,
    step: step ?? 'eighths',
    ...(right.trim() === '' ? {} : { right: right.trim() }),
    ...(left.trim() === '' ? {} : { left: left.trim() }),
  });
  if (!read.ok) return no(read.problems[0]!.message);
  const run = ownOver(read.value, chord);
  return run ? { ok: true, run, said: [] } : no(t('No run is known for a chord of this kind.'));
}

/** A draft of a run that stands: written, so that any note of it can be changed. */
export function draftOf(draft: RunDraft, run: Run): RunDraft {
  const { step, right = '', left = '', into } = printRun(run);
  const { hand } = run.landing;
  // What it leads to is written behind it, as it was before it was said that it leads there.
  const ends = Math.max(
    0,
    ...run.events.filter((one) => one.hand === hand).map(({ start, ticks }) => start + ticks),
  );
  const rests = ' _'.repeat((run.ticks - ends) / runSteps[step]);
  const more = into === undefined ? '' : `${rests} ${into}`;
  return {
    ...draft,
    source: 'written',
    step,
    right: hand === 'right' ? `${right}${more}` : right,
    left: hand === 'left' ? `${left}${more}` : left,
    kinds: run.kinds,
    behind: [],
    hand: 'both',
    leadsOn: runLeadsOn(run),
    fingers: new Map(),
  };
}
