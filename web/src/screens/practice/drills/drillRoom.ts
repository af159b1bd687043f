import type { LoggedDrill } from '@intervallum/contract';
import {
  afterDrill,
  asksOf,
  beginWaiting,
  fartherThanNeeded,
  gradeOfDrill,
  keyWhileWaiting,
  middleOf,
  type DrillAsks,
  type DrillCard,
  type DrillGrade,
  type DrillMemory,
  type Waiting,
} from '@intervallum/core';
import { uuidv7 } from 'uuidv7';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { today } from '../../../ui/dates.ts';

/** How a drill went. */
export interface DrillWent {
  readonly grade: DrillGrade;
  readonly memory: DrillMemory;
  /** How many chords were played, how long each took in the middle, and how many keys were none of it. */
  readonly of: number;
  readonly ms: number;
  readonly wrong: number;
  /** By how many half steps hands went farther than they had to; null where that was not asked. */
  readonly farther: number | null;
}

export interface DrillState {
  readonly cards: readonly DrillCard[];
  /** Which of them is asked; as many as there are when all were. */
  readonly place: number;
  /** Null for bars of a song, and behind the last one. */
  readonly asks: DrillAsks | null;
  /** Chords that are waited for; null where something is chosen. */
  readonly waiting: Waiting | null;
  readonly down: ReadonlySet<number>;
  /** What was chosen, where something is. */
  readonly chosen: number | null;
  /** It was looked up: whoever did says whether they knew it. */
  readonly isShown: boolean;
  /** When its time is over, by the clock of the page; null where it has none. */
  readonly endsAt: number | null;
  readonly went: DrillWent | null;
  /** How those before went, by their place; null for one that was passed over. */
  readonly results: readonly (DrillWent | null)[];
}

export interface DrillRoom {
  readonly store: StoreApi<DrillState>;
  readonly key: (kind: 'down' | 'up', note: number, at: number) => void;
  /** A key of the screen: one finger presses one after the other, and they stay down until the chord is there. */
  readonly press: (note: number, at: number) => void;
  readonly choose: (option: number) => void;
  /** Without a keyboard: it is shown, and whoever looks says whether they knew it. */
  readonly show: () => void;
  readonly assess: (knew: boolean) => void;
  /** Its time is over, or whoever plays has had enough: what was played counts. */
  readonly end: () => void;
  /** The next one; one that is not done is passed over, and stays due. */
  readonly next: () => void;
}

interface Outside {
  /** Milliseconds by the clock of the page. */
  readonly now: () => number;
  readonly log: (entry: LoggedDrill) => void;
}

/** Cards that are asked one after the other, and how each went. */
export function createDrillRoom(cards: readonly DrillCard[], { now, log }: Outside): DrillRoom {
  let since = now();
  const store = createStore<DrillState>(() => ({ ...asked(0), cards, results: [], down: none }));

  function asked(place: number): Omit<DrillState, 'cards' | 'results' | 'down'> {
    since = now();
    const card = cards[place];
    const asks = card ? asksOf(card.drill) : null;
    const isPlayed = asks?.kind === 'play';
    return {
      ...{ place, asks, chosen: null, isShown: false, went: null },
      waiting: isPlayed
        ? beginWaiting(
            asks.tasks.map(({ called }) => called),
            since,
          )
        : null,
      endsAt: isPlayed && asks.ends !== null ? since + asks.ends : null,
    };
  }

  function done(how: Pick<DrillWent, 'of' | 'ms' | 'wrong' | 'farther'>, said?: DrillGrade): void {
    const { cards: all, place, went } = store.getState();
    const card = all[place];
    if (!card || went) return;
    const own = said ?? gradeOfDrill(how);
    // The chord was right, and lay farther away than it had to.
    const grade = (how.farther ?? 0) > 0 && own !== 'again' ? 'hard' : own;
    const at = new Date();
    const memory = afterDrill(card.memory, grade, at.getTime());
    store.setState({ went: { ...how, grade, memory } });
    log({
      ...{ id: uuidv7(), kind: 'drill', at: at.toISOString(), day: today(at) },
      seconds: Math.round((now() - since) / 100) / 10,
      ...{ card: card.name, grade, memory },
    });
  }

  function played(waiting: Waiting, held: ReadonlySet<number>): void {
    const { asks } = store.getState();
    const near = asks?.kind === 'play' ? asks.near : null;
    const missed = waiting.wrong.length;
    done({
      of: waiting.played.length,
      ms: middleOf(waiting.played.map(({ ms }) => ms)),
      wrong: waiting.played.reduce((sum, { wrong }) => sum + wrong.length, missed),
      farther: near && held.size > 0 ? fartherThanNeeded(near, [...held]) : null,
    });
  }

  function key(kind: 'down' | 'up', note: number, at: number): void {
    const state = store.getState();
    const down = new Set(state.down);
    if (kind === 'down') down.add(note);
    else down.delete(note);
    if (!state.waiting || state.went || state.isShown) return store.setState({ down });
    const waiting = keyWhileWaiting(state.waiting, { kind, note }, at);
    store.setState({ down, waiting });
    if (waiting.place >= waiting.chords.length) played(waiting, waiting.held);
  }

  return {
    store,
    key,
    press: (note, at) => {
      const before = store.getState();
      key(before.down.has(note) ? 'up' : 'down', note, at);
      const after = store.getState();
      if (before.waiting?.place === after.waiting?.place) return;
      for (const held of after.down) key('up', held, at);
    },
    choose: (option) => {
      const { asks, chosen, went } = store.getState();
      if (asks?.kind !== 'choose' || chosen !== null || went) return;
      store.setState({ chosen: option });
      const wrong = option === asks.right ? 0 : 1;
      done({ of: 1, ms: now() - since, wrong, farther: null });
    },
    show: () => {
      if (!store.getState().went) store.setState({ isShown: true });
    },
    assess: (knew) =>
      done(
        { of: 1, ms: now() - since, wrong: knew ? 0 : 1, farther: null },
        knew ? 'good' : 'again',
      ),
    end: () => {
      const { waiting, went } = store.getState();
      if (waiting && !went) played(waiting, none);
    },
    next: () => {
      const { place, went, results } = store.getState();
      if (place >= cards.length) return;
      const before = [...results];
      before[place] = went;
      store.setState({ ...asked(place + 1), results: before, down: none });
    },
  };
}

const none: ReadonlySet<number> = new Set();
