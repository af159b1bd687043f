import { highestLift, type Cue, type TimedCue } from './cues.ts';
import { findPart, type PartName, type Program, type ProgramItem } from './program.ts';
import { barEnds, barMs, countLead, partMs, ticksInMs } from './stageTime.ts';

/** Where the band is. Times are milliseconds since 1970 by the clock of the server. */
export interface StageState {
  /** Which item of the program; null before the first cue; as many as there are: the service is over. */
  readonly item: number | null;
  /** Which part of it; null where it has not begun. */
  readonly part: number | null;
  /** Which part comes next; null behind the last one. */
  readonly next: number | null;
  /** When the part began (later than now: it is counted in), or when the item was announced. */
  readonly since: number;
  readonly isVamping: boolean;
  readonly isStopped: boolean;
  /** Semitones by which the song is played higher than it stands, and from the next part on. */
  readonly lift: number;
  readonly nextLift: number;
  /** Felt beats a minute that were said; null for those of the song. */
  readonly tempo: number | null;
  /** Parts go on by themselves, in time with a click. */
  readonly isClicking: boolean;
  /** A bar was counted in before the part. */
  readonly isCounted: boolean;
  /** When the part goes over into the next one by itself. */
  readonly leaveAt: number | null;
  /** What was called and is not in the program as it stands here. */
  readonly missed: { readonly item: string } | PartName | null;
  /** What was played when. */
  readonly steps: readonly StageStep[];
}

/** From then on this was played, or (part null) nothing. */
export interface StageStep {
  readonly at: number;
  readonly item: number;
  readonly part: number | null;
  readonly lift: number;
}

/** Before anything was said. */
export const beforeTheFirst: StageState = {
  item: null,
  part: null,
  next: null,
  since: 0,
  isVamping: false,
  isStopped: false,
  lift: 0,
  nextLift: 0,
  tempo: null,
  isClicking: false,
  isCounted: false,
  leaveAt: null,
  missed: null,
  steps: [],
};

/**
 * Where the band is at a moment, by all that was said until then. The same for every page that has the same program, however
 * late it came.
 * @param cues in the order in which the server took them
 */
export function followCues(program: Program, cues: readonly TimedCue[], now: number): StageState {
  return advanced(program, fold(program, standing(program, cues)), now);
}

/** The cues that count: those taken back within two bars were never said, nor was what took them back. */
export function standing(program: Program, cues: readonly TimedCue[]): readonly TimedCue[] {
  const valid: TimedCue[] = [];
  for (const timed of cues) {
    if (timed.cue.kind !== 'undo') valid.push(timed);
    else if (undoable(program, valid, timed.at) === timed.cue.of) valid.pop();
  }
  return valid;
}

/**
 * The last cue, where it can still be taken back: within two bars as the song went, or goes since (four seconds at least).
 * @param valid the cues that count, as `standing` has them
 * @returns its id; null where none can
 */
export function undoable(program: Program, valid: readonly TimedCue[], now: number): string | null {
  const last = valid.at(-1);
  if (!last) return null;
  // Who left a song by mistake has as long as its bars last.
  const bars = [valid, valid.slice(0, -1)].map((said) => {
    const { item, tempo } = fold(program, said);
    const song = item === null ? undefined : program[item];
    return song && song.parts.length > 0 ? 2 * barMs(song, tempo) : 0;
  });
  const two = Math.max(shortest, ...bars);
  return now - last.at <= two ? last.id : null;
}

/** So long, in milliseconds, a cue can be taken back at least. */
const shortest = 4_000;

function fold(program: Program, valid: readonly TimedCue[]): StageState {
  let state = beforeTheFirst;
  for (const { at, cue } of valid) state = taken(program, advanced(program, state, at), cue, at);
  return state;
}

/** What goes on by itself up to a moment. */
export function advanced(program: Program, from: StageState, now: number): StageState {
  let state = from;
  while (state.leaveAt !== null && state.leaveAt <= now)
    state = entered(program, state, state.next, state.leaveAt);
  return state;
}

function taken(program: Program, state: StageState, cue: Cue, at: number): StageState {
  if (cue.kind === 'to') return gone(program, state, cue, at);
  if (state.item === null) return state;
  const item = program[state.item];
  if (!item) return state;
  const { part } = state;
  switch (cue.kind) {
    case 'on':
      return goneOn(program, item, state, at);
    case 'next': {
      const found = findPart(item, cue.part);
      if (!found) return { ...state, missed: cue.part };
      return { ...state, next: found.place, missed: found.isNamed ? null : cue.part };
    }
    case 'again':
      return part === null ? state : { ...state, next: part };
    case 'skip':
      return { ...state, next: state.next === null ? null : partAfter(item, state.next) };
    case 'vamp':
      return part === null ? state : vamping(item, { ...state, isVamping: cue.isOn }, at);
    case 'lift': {
      const lifted = state.nextLift + cue.semitones;
      return { ...state, nextLift: Math.max(-highestLift, Math.min(highestLift, lifted)) };
    }
    case 'tempo':
      return inTempo(item, state, cue.tempo, at);
    case 'count': {
      const first = part === null ? (state.next ?? 0) : state.isStopped ? part : null;
      if (first === null || item.parts.length === 0) return state;
      const start = at + countLead + barMs(item, state.tempo);
      const counted = entered(program, { ...state, isClicking: true }, first, start);
      return { ...counted, isCounted: true };
    }
    case 'click': {
      if (!cue.isOn || part === null || state.isStopped)
        return { ...state, isClicking: false, leaveAt: null };
      // What was played so far is taken as whole bars.
      const bar = barMs(item, state.tempo);
      const since = at - Math.max(0, Math.round((at - state.since) / bar)) * bar;
      return vamping(item, { ...state, isClicking: true, since }, at);
    }
    case 'stop':
      return {
        ...state,
        isStopped: true,
        isVamping: false,
        isClicking: false,
        leaveAt: null,
        steps: noted(state, { at, item: state.item, part: null, lift: state.lift }),
      };
    case 'undo':
      return state;
  }
}

function gone(
  program: Program,
  state: StageState,
  { item: id, part }: Extract<Cue, { kind: 'to' }>,
  at: number,
): StageState {
  const item = program.findIndex((one) => one.id === id);
  if (item < 0) return { ...state, leaveAt: null, missed: { item: id } };
  const there = item === state.item ? state : announced(program, state, item, at);
  if (!part) return announced(program, state, item, at);
  const found = findPart(program[item]!, part);
  if (!found) return { ...there, missed: part };
  const now = entered(program, there, found.place, at);
  return found.isNamed ? now : { ...now, missed: part };
}

function goneOn(program: Program, item: ProgramItem, state: StageState, at: number): StageState {
  const { part, since } = state;
  if (part === null)
    return item.parts.length > 0
      ? entered(program, state, state.next ?? 0, at)
      : announced(program, state, state.item! + 1, at);
  if (!state.isClicking || state.isStopped) return entered(program, state, state.next, at);
  if (at < since) return state;
  // With the click it is never the middle of a bar.
  const round = partMs(item, part, state.tempo);
  const begun = since + Math.floor((at - since) / round) * round;
  const ends = barEnds(item, part, state.tempo);
  const line = ends.map((end) => begun + end).find((end) => end > at) ?? begun + round;
  return { ...state, isVamping: false, leaveAt: line };
}

/** An item is the one now, and has not begun. */
function announced(program: Program, state: StageState, item: number, at: number): StageState {
  return {
    ...beforeTheFirst,
    item,
    next: program[item] && program[item].parts.length > 0 ? 0 : null,
    since: at,
    steps: noted(state, { at, item, part: null, lift: 0 }),
  };
}

/** A part begins; behind the last one the next item is announced. */
function entered(program: Program, state: StageState, part: number | null, at: number): StageState {
  const item = program[state.item!]!;
  if (part === null) return announced(program, state, state.item! + 1, at);
  const lift = state.nextLift;
  return vamping(
    item,
    {
      ...state,
      part,
      next: partAfter(item, part),
      since: at,
      lift,
      isStopped: false,
      isCounted: false,
      isVamping: item.parts[part]!.open,
      missed: null,
      steps: noted(state, { at, item: state.item!, part, lift }),
    },
    at,
  );
}

function noted({ steps }: StageState, step: StageStep): readonly StageStep[] {
  return [...steps, step];
}

function partAfter({ parts }: ProgramItem, part: number): number | null {
  return part + 1 < parts.length ? part + 1 : null;
}

/** With the click a part ends by itself: a vamp at the end of its round, once it is none any more. */
function vamping(item: ProgramItem, state: StageState, at: number): StageState {
  if (!state.isClicking || state.part === null || state.isVamping)
    return { ...state, leaveAt: null };
  const round = partMs(item, state.part, state.tempo);
  const done = Math.max(0, Math.ceil((at - state.since) / round));
  return { ...state, leaveAt: state.since + Math.max(1, done) * round };
}

/** Another tempo from a moment on: what was played of the part stays played. */
function inTempo(item: ProgramItem, state: StageState, tempo: number, at: number): StageState {
  if (!state.isClicking || state.part === null) return { ...state, tempo };
  const ratio = ticksInMs(item, tempo, 1) / ticksInMs(item, state.tempo, 1);
  const since = at - (at - state.since) * ratio;
  return {
    ...state,
    tempo,
    since,
    leaveAt: state.leaveAt === null ? null : at + (state.leaveAt - at) * ratio,
  };
}
