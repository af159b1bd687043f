import type { LoggedRound } from '@intervallum/contract';
import {
  afterRound,
  beginWaiting,
  calledChords,
  clockOf,
  dueStrikes,
  findingsOf,
  gradeRound,
  hardestChanges,
  keyWhileWaiting,
  tapNote,
  usualTolerances,
  type DrillBars,
  type Finding,
  type KeyDown,
  type Performance,
  type PlayedChord,
  type Round,
  type Staircase,
  type Timeline,
  type Waiting,
} from '@intervallum/core';
import { createStore, type StoreApi } from 'zustand/vanilla';

/** What of a song a step is, as the logbook has it. */
export type StepOfSong = Pick<
  LoggedRound,
  'songId' | 'title' | 'section' | 'rung' | 'pushes' | 'bars' | 'way' | 'isRhythm' | 'hand' | 'runs'
>;

/** One step of one section, as it is practised now. */
export interface Step {
  /** Tells it from all others. */
  readonly name: string;
  readonly timeline: Timeline;
  /** Its slots of the timeline: from one up to the other, without it. */
  readonly range: { readonly from: number; readonly to: number };
  /** The first bar of its section, counted over the song as it is written. */
  readonly firstBar: number;
  readonly performance: Performance;
  /** Quarter notes a minute at one felt beat a minute. */
  readonly quartersPerBeat: number;
  readonly stairs: Staircase;
  /** Its bars, counted in their section, though they be all of it. */
  readonly bars: DrillBars;
  readonly of: StepOfSong;
}

export type Running =
  | { readonly kind: 'waiting'; readonly step: Step; readonly waiting: Waiting }
  /** When its first tick was or will be heard, by the clock of the page; null until that is known. */
  | { readonly kind: 'in time'; readonly step: Step; readonly beganAt: number | null }
  /** The section goes round and round, and whoever plays plays what they like. */
  | { readonly kind: 'improvising'; readonly step: Step };

/** How it went. */
export type Went =
  | {
      readonly kind: 'called';
      readonly step: Step;
      readonly of: number;
      /** All chords were played. */
      readonly isWhole: boolean;
      readonly wrong: number;
      readonly hardest: readonly PlayedChord[];
    }
  | {
      readonly kind: 'round';
      readonly step: Step;
      /** The how manieth of this step. */
      readonly number: number;
      readonly round: Round;
      /** Over the last rounds of this step, the worst first. */
      readonly findings: readonly Finding[];
      /** Null where no key was heard, until whoever played has said it. */
      readonly isClean: boolean | null;
      /** It was played to its end. */
      readonly isWhole: boolean;
      /** How fast from now on. */
      readonly stairs: Staircase;
    };

export interface RoomState {
  readonly running: Running | null;
  readonly went: Went | null;
  readonly down: ReadonlySet<number>;
  /** How far each step has come since the room was entered, by its name. */
  readonly stairs: Readonly<Record<string, Staircase>>;
}

/** A room to practise in: keys are heard, and it is said how it went. */
export interface Room {
  readonly store: StoreApi<RoomState>;
  readonly key: (kind: 'down' | 'up', note: number, at: number) => void;
  /** Calls chord by chord, and waits for each. */
  readonly call: (step: Step) => void;
  /** A round in time; `began` says when its first tick is heard. */
  readonly play: (step: Step) => void;
  readonly began: (at: number) => void;
  readonly improvise: (step: Step) => void;
  /** What is under way has ended, or is broken off. */
  readonly end: () => void;
  /** Looks at the clock; to be called every second or more often while something is under way, so that it is known when it stood still. */
  readonly tick: () => void;
  /** Whoever played says how it went, where no key was heard. */
  readonly assess: (isClean: boolean) => void;
  /** Nothing is under way, and nothing is said of what was. */
  readonly clear: () => void;
  /** What nobody said a word of is written down as it is. */
  readonly settle: () => void;
  readonly climb: (name: string, stairs: Staircase) => void;
}

interface Outside {
  /** Milliseconds by the clock of the page. */
  readonly now: () => number;
  /** By how much keys and sound come late together, in milliseconds. */
  readonly latency: () => number;
  /** A step has come to another tempo. */
  readonly keep: (name: string, tempo: number) => void;
  /** It is known how it went. @param ms how long it took */
  readonly log: (went: Went, ms: number) => void;
  /** Somebody improvised. */
  readonly spent: (step: Step, ms: number) => void;
  /** The computer slept: what was under way has ended where it was last awake. */
  readonly slept: () => void;
}

/** Over so many rounds it is told what to mend. */
const remembered = 5;
/** A round that ends so much early, in milliseconds, was played to its end all the same. */
const spare = 100;
/** A clock that was not looked at for so long, in milliseconds, belongs to a computer that slept: a busy one takes less. */
const asleep = 5_000;

export const quartersOf = ({ stairs, quartersPerBeat }: Step) => stairs.tempo * quartersPerBeat;

/** How long a round is, in milliseconds. */
function lengthOf(step: Step): number {
  const { performance } = step;
  return 1_000 * clockOf(performance.tempos, quartersOf(step))(performance.ticks);
}

export function createRoom({ now, latency, keep, log, spent, slept }: Outside): Room {
  const store = createStore<RoomState>(() => ({
    running: null,
    went: null,
    down: new Set(),
    stairs: {},
  }));
  let keys: KeyDown[] = [];
  let since = 0;
  let awake = 0;
  /** What is not written down yet: whoever played is still asked how it was. */
  let asked: { readonly went: Went; readonly ms: number } | null = null;
  let before: { name: string; count: number; rounds: Round[] } = { name: '', count: 0, rounds: [] };

  function tick(): void {
    const at = now();
    const hasSlept = store.getState().running !== null && at - awake > asleep;
    if (hasSlept) end(awake);
    awake = at;
    if (hasSlept) slept();
  }

  function key(kind: 'down' | 'up', note: number, at: number): void {
    tick();
    const { running, down } = store.getState();
    const held = new Set(down);
    if (kind === 'down') held.add(note);
    else held.delete(note);
    // Of a rhythm any key is a tap.
    if (running?.kind === 'in time' && kind === 'down')
      keys.push({ note: running.step.of.isRhythm ? tapNote : note, at });
    if (running?.kind !== 'waiting') return store.setState({ down: held });
    const waiting = keyWhileWaiting(running.waiting, { kind, note }, at);
    store.setState({ down: held, running: { ...running, waiting } });
    if (waiting.place >= waiting.chords.length) end();
  }

  function endCalled({ step, waiting }: Extract<Running, { kind: 'waiting' }>): Went | null {
    const { played } = waiting;
    if (played.length === 0) return null;
    const wrong = played.reduce((sum, one) => sum + one.wrong.length, 0);
    const hardest = hardestChanges(played);
    const isWhole = played.length === waiting.chords.length;
    return { kind: 'called', step, of: played.length, isWhole, wrong, hardest };
  }

  function endRound(running: Extract<Running, { kind: 'in time' }>, endedAt: number): Went | null {
    const { step, beganAt } = running;
    if (beganAt === null || endedAt < beganAt) return null;
    const until = endedAt - beganAt;
    const isWhole = until >= lengthOf(step) - spare;
    const quarters = quartersOf(step);
    const round = gradeRound(
      step.performance,
      keys.map(({ note, at }) => ({ note, at: at - beganAt })),
      { quarters, latency: latency(), ...(isWhole ? {} : { until }) },
    );
    if (before.name !== step.name) before = { name: step.name, count: 0, rounds: [] };
    const isHeard = keys.length > 0;
    const rounds = isHeard ? [...before.rounds, round].slice(-remembered) : before.rounds;
    before = { name: step.name, count: before.count + 1, rounds };
    const strikes = dueStrikes(step.performance, quarters).length;
    return {
      kind: 'round',
      step,
      number: before.count,
      round,
      findings: isHeard
        ? findingsOf(rounds, { quarters, tolerances: usualTolerances, strikes })
        : [],
      isClean: isHeard ? round.isClean : null,
      isWhole,
      // What was broken off says nothing of the tempo.
      stairs: isHeard && isWhole ? afterRound(step.stairs, round.isClean) : step.stairs,
    };
  }

  function end(endedAt = now()): void {
    const { running } = store.getState();
    if (!running) return;
    if (running.kind === 'improvising') {
      store.setState({ running: null });
      return spent(running.step, endedAt - since);
    }
    const went = running.kind === 'waiting' ? endCalled(running) : endRound(running, endedAt);
    store.setState({ running: null, went });
    if (!went) return;
    asked = { went, ms: endedAt - since };
    if (went.kind === 'called' || went.isClean !== null) settle();
    if (went.kind === 'round') climb(went.step.name, went.stairs);
  }

  function settle(): void {
    if (asked) log(asked.went, asked.ms);
    asked = null;
  }

  function begin(running: Running): void {
    settle();
    since = now();
    awake = since;
    store.setState({ running, went: null });
  }

  function climb(name: string, stairs: Staircase): void {
    store.setState((state) => ({ stairs: { ...state.stairs, [name]: stairs } }));
    keep(name, stairs.tempo);
  }

  return {
    store,
    key,
    end: () => end(),
    tick,
    climb,
    call: (step) => {
      const strikes = dueStrikes(step.performance, quartersOf(step));
      const waiting = beginWaiting(calledChords(strikes, step.timeline), now());
      begin({ kind: 'waiting', step, waiting });
    },
    play: (step) => {
      keys = [];
      begin({ kind: 'in time', step, beganAt: null });
    },
    improvise: (step) => begin({ kind: 'improvising', step }),
    began: (at) => {
      const { running } = store.getState();
      if (running?.kind === 'in time') store.setState({ running: { ...running, beganAt: at } });
    },
    assess: (isClean) => {
      const { went } = store.getState();
      if (went?.kind !== 'round' || went.isClean !== null) return;
      const stairs = afterRound(went.step.stairs, isClean);
      const assessed = { ...went, isClean, stairs };
      store.setState({ went: assessed });
      if (asked) asked = { ...asked, went: assessed };
      settle();
      climb(went.step.name, stairs);
    },
    clear: () => {
      settle();
      store.setState({ running: null, went: null });
    },
    settle,
  };
}
