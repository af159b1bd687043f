import type { LoggedRound, LoggedTime } from '@intervallum/contract';
import {
  beginStaircase,
  expand,
  ladderOf,
  rhythmOf,
  usualTempo,
  type Filled,
  type Hand,
  type Rung,
  type RungKind,
  type RunPiece,
  type Song,
} from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { transport, type Owner } from '../../device/audio/transport.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { isRestingToday } from '../../settings/care.ts';
import { keepTempo, practice } from '../../settings/practice.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';
import { usePlayed } from '../parts/usePlayed.ts';
import { calledNow } from './called.ts';
import type { Bars, PracticeState, Way } from './practiceContext.ts';
import { roundEntry, timeEntry } from './logged.ts';
import { stepOf } from './stepOfSong.ts';
import type { AskedDrill } from './useAskedDrill.ts';
import { useTapping } from './useTapping.ts';
import {
  createRoom,
  quartersOf,
  type Running,
  type Step,
  type StepOfSong,
  type Went,
} from './room.ts';
import { loopPiece, roundPiece, simulatedKeys, type SimulatedRound } from './roundPiece.ts';

/** What comes so long after the end, in milliseconds, still belongs to the round. */
const grace = 400;
/** So long, in milliseconds, one reads how it went before it begins anew. */
const breath = 2_500;
/** So often, in milliseconds, the clock is looked at. */
const lookAtClock = 500;

/** What is practised, where it is written down, and how one begins. */
interface Practised {
  readonly song: Song;
  readonly songId: string;
  /** Which section, by its place. */
  readonly section: number;
  readonly onSection: (place: number) => void;
  /** Finds the hands of the song as it is now. */
  readonly whole: () => Promise<Filled>;
  readonly view: ChartView;
  readonly log: (entry: LoggedRound) => void;
  /** What is not graded is written down there; null where that is nobody's. */
  readonly logTime?: ((entry: LoggedTime) => void) | null;
  readonly drill?: AskedDrill | null;
  /** For somebody whose link or programme says so: the step that one begins with, from how much of the tempo in percent, and how. */
  readonly begins?: {
    readonly rung: RungKind;
    readonly tempo: number;
    readonly way?: Way;
  } | null;
  /** Rounds are begun by whoever asks, one after the other, and nothing of them is remembered here. */
  readonly isLed?: boolean;
  /** Runs are placed in the song. */
  readonly hasRuns?: boolean;
}

/** Practising a section of a song: what is chosen, what is under way, how it went. */
export function usePractice({
  song,
  songId,
  section,
  onSection,
  whole,
  view,
  log,
  logTime = null,
  drill = null,
  begins = null,
  isLed = false,
  hasRuns = false,
}: Practised): PracticeState {
  const steady = useSteady({
    log: (went: Went, ms: number) => {
      log(roundEntry(went, ms));
      drill?.told(went);
    },
    spent: (step: Step, ms: number) => logTime?.(timeEntry(step, ms)),
    slept: () => {
      halt();
      notify(t('The computer slept. What was played until then is told.'));
    },
  });
  const [room] = useState(() =>
    createRoom({
      now: () => performance.now(),
      latency: () => practice.now().latency,
      keep: isLed ? () => undefined : keepTempo,
      log: (...told) => steady.log(...told),
      spent: (...told) => steady.spent(...told),
      slept: () => steady.slept(),
    }),
  );
  const state = useStore(room.store);
  const { running } = state;
  const [owner] = useState<Owner>(() => ({}));
  const playing = useStore(transport.store, (now) =>
    now.playing?.owner === owner ? now.playing : null,
  );
  const [way, setWay] = useState<Way>(begins?.way ?? (drill ? 'in time' : 'called'));
  const [simulated, setSimulated] = useState<SimulatedRound>('clean');
  const [isSearching, setSearching] = useState(false);
  const asked = useRef(0);
  const endSimulated = useRef<() => void>(() => undefined);
  const ladder = useMemo(() => ladderOf(song, section), [song, section]);
  const [chosenRung, setChosen] = useState<number | null>(null);
  const chosen =
    chosenRung ??
    Math.max(
      0,
      ladder.findIndex(({ kind }) => kind === begins?.rung),
    );
  const rung = Math.min(chosen, Math.max(0, ladder.length - 1));
  const here = ladder[rung] ?? null;
  const count = useMemo(
    () => expand(song).parts.find((part) => part.section === section)?.bars.length ?? 0,
    [song, section],
  );
  const [chosenBars, setBars] = useState<(Bars & { section: number }) | null>(
    () => drill && { ...drill.bars, section: drill.section },
  );
  const { from: fromBar, to: toBar } =
    chosenBars?.section === section ? chosenBars : { from: 1, to: count };
  const bars = useMemo(
    () => ({ from: Math.min(fromBar, count), to: Math.min(toBar, count) }),
    [fromBar, toBar, count],
  );
  const isAll = bars.from === 1 && bars.to === count;
  const stretch = isAll ? '' : ` ${bars.from}-${bars.to}`;
  const { tempos, rhythm } = practice.use('tempos', 'rhythm');
  const isRhythm = rhythm && way !== 'called' && way !== 'improvise';
  const [chosenHand, setHand] = useState<Hand | null>(null);
  const [chosenRuns, setRuns] = useState<RunPiece | null>(null);
  // They are there as they are written, and nowhere else.
  const runs = hasRuns && way !== 'improvise' && here?.kind === 'written' ? chosenRuns : null;
  // Its first step is of one hand already.
  const hand = way === 'improvise' || here?.kind === 'right' ? null : chosenHand;
  const how = `${isRhythm ? ' rhythm' : ''}${hand ? ` ${hand}` : ''}${runs ? ` ${runs}` : ''}`;
  const name = here ? `${songId} ${section} ${here.kind} ${here.pushes}${stretch}${how}` : '';
  const goal = song.sections[section]?.tempo ?? song.tempo ?? usualTempo;
  const climbed = state.stairs[name];
  const stairs =
    climbed?.goal === goal
      ? climbed
      : beginStaircase(
          goal,
          (isLed ? undefined : tempos[name]) ??
            (begins ? Math.round((goal * begins.tempo) / 100) : undefined),
        );

  const halt = () => {
    asked.current += 1;
    endSimulated.current();
    setSearching(false);
    transport.stop(owner);
    room.end();
  };
  // Unplugged in a round: what was played up to there is told all the same.
  const tapping = useTapping();
  const played = usePlayed(({ kind, note }, at) => {
    if (tapping.isOpen) {
      if (kind === 'down') tapping.tap(at);
    } else room.key(kind, note, at);
  }, halt);
  const ofSong = ({ kind, pushes }: Rung): StepOfSong => ({
    songId,
    title: song.title,
    section: song.sections[section]?.name ?? '',
    rung: kind,
    pushes,
    bars: isAll ? null : bars,
    // What is improvised is no round: its time is written down.
    way: way === 'improvise' ? 'in time' : way,
    isRhythm,
    hand,
    runs,
  });
  const begin = async () => {
    if (isRestingToday()) return notify(t('No exercises today'));
    if (!here) return notify(t('There is no chord in this section to practise.'));
    asked.current += 1;
    const own = asked.current;
    setSearching(true);
    try {
      const found = await whole();
      if (own !== asked.current) return;
      // One improvises over all that is written.
      const heard = way === 'improvise' ? ladder.at(-1)! : here;
      const step = stepOf(found, { section, bars, rung: heard, hand, runs });
      const made = step && isRhythm ? { ...step, performance: rhythmOf(step.performance) } : step;
      if (!made)
        notify(
          runs
            ? t('No run is placed in these bars.')
            : t('There is no chord in this section to practise.'),
        );
      else {
        const begun = { ...made, name, stairs, bars, of: ofSong(here) };
        if (way === 'called') room.call(begun);
        else if (way === 'improvise') improvise(begun);
        else inTime(begun);
      }
    } catch (error) {
      console.error('The hands of this section were not found.', error);
      if (own === asked.current) notify(t('It cannot be practised: its hands were not found.'));
    } finally {
      if (own === asked.current) setSearching(false);
    }
  };
  const improvise = (made: Step) => {
    room.improvise(made);
    const { timeline, range, performance } = made;
    const { click, counted } = practice.now();
    const given = { timeline, range, quarters: quartersOf(made), click, isCounted: counted };
    const piece = loopPiece(performance, { ...given, onBegin: () => undefined });
    transport.start(owner, piece, () => undefined);
  };
  const inTime = (made: Step) => {
    room.play(made);
    const own = asked.current;
    const quarters = quartersOf(made);
    const { timeline, range } = made;
    const onBegin = (at: number) => {
      // The sound card may have taken so long that it was stopped meanwhile.
      if (own !== asked.current) return;
      room.began(at);
      if (played.sourceId !== 'simulated') return;
      const late = at - performance.now();
      const keys = simulatedKeys(made.performance, quarters, simulated);
      endSimulated.current = played.simulateInTime(
        keys.map(({ note, from, to }) => ({ note, from: from + late, to: to + late })),
      );
    };
    const { click, counted } = practice.now();
    const given = { timeline, range, quarters, click, isCounted: counted, onBegin };
    transport.start(owner, roundPiece(made.performance, given), () => undefined);
  };
  const actions = useSteady({
    toSection: (place: number) => {
      room.clear();
      onSection(place);
    },
    toRung: (to: number) => {
      halt();
      room.clear();
      setChosen(to);
    },
    toBars: ({ from, to }: Bars) => {
      halt();
      room.clear();
      setBars({ section, from: Math.min(from, to), to: Math.max(from, to) });
    },
    toWay: (to: Way) => {
      halt();
      room.clear();
      setWay(to);
    },
    toHand: (to: Hand | null) => {
      halt();
      room.clear();
      setHand(to);
    },
    toRuns: (to: RunPiece | null) => {
      halt();
      room.clear();
      setRuns(to);
    },
    toTempo: (tempo: number) => room.climb(name, beginStaircase(goal, tempo)),
    simulateAs: setSimulated,
    toggle: () => {
      if (running || isSearching) halt();
      else void begin();
    },
    assess: room.assess,
    takeDelay: (ms: number) => {
      practice.change({
        latency: Math.max(0, Math.min(500, Math.round(practice.now().latency + ms))),
      });
      notify(t('The delay of the keyboard is counted from now on.'), () =>
        practice.change({ latency: Math.max(0, Math.round(practice.now().latency - ms)) }),
      );
    },
    press: (note: number) => {
      const now = performance.now();
      const before = room.store.getState();
      room.key(before.down.has(note) ? 'up' : 'down', note, now);
      // A finger on the screen presses one key after the other: those of a chord that is waited for stay down until it is there.
      const after = room.store.getState();
      const isWaiting = after.running?.kind === 'waiting';
      if (isWaiting && placeOf(before.running) === placeOf(after.running)) return;
      for (const held of after.down) room.key('up', held, now);
    },
    playCalled: () => {
      if (running?.kind !== 'waiting') return;
      const chord = running.waiting.chords[running.waiting.place];
      if (chord) played.simulate(chord.notes);
    },
    halt,
    beginAgain: () => {
      if (!running && !isLed && practice.now().again) void begin();
    },
    ended: () => {
      if (running?.kind === 'in time') room.end();
    },
  });
  // The round has run through, or something else is to be heard.
  const isRunning = running?.kind === 'in time';
  const isTimed = isRunning || running?.kind === 'improvising';
  const wasPlaying = useRef(false);
  useEffect(() => {
    const hasEnded = isRunning && wasPlaying.current && playing === null;
    wasPlaying.current = playing !== null;
    if (!hasEnded) return;
    const timer = setTimeout(actions.ended, grace);
    return () => clearTimeout(timer);
  }, [isRunning, playing, actions]);
  useEffect(
    () => () => {
      actions.halt();
      room.settle();
    },
    [actions, room, section, song],
  );
  // Without touching the computer: what was played to its end begins anew, until it is stopped.
  const { went } = state;
  const canGoOn =
    went !== null && went.isWhole && !(went.kind === 'round' && went.stairs.isReached);
  useEffect(() => {
    if (!canGoOn) return;
    const timer = setTimeout(actions.beginAgain, breath);
    return () => clearTimeout(timer);
  }, [went, canGoOn, actions]);
  const isUnderWay = running !== null;
  useEffect(() => {
    if (!isUnderWay) return;
    const timer = setInterval(room.tick, lookAtClock);
    return () => clearInterval(timer);
  }, [isUnderWay, room]);
  // Nobody practises behind another page, and clocks are slowed there.
  useEffect(() => {
    const onHidden = () => {
      if (document.hidden) actions.halt();
    };
    document.addEventListener('visibilitychange', onHidden);
    return () => document.removeEventListener('visibilitychange', onHidden);
  }, [actions]);
  const at = playing?.at ?? null;
  const called = useMemo(() => (running ? calledNow(running, at) : null), [running, at]);
  const sections = useMemo(
    () => song.sections.map(({ name }, place) => ({ place, name })),
    [song.sections],
  );
  return useMemo(
    () => ({
      ...state,
      view,
      drill,
      sections,
      section,
      ladder,
      rung,
      count,
      bars,
      way,
      hand,
      isLed,
      hasRuns,
      runs,
      stairs,
      isSearching,
      called,
      isCountingIn: isTimed && at === null,
      played,
      simulated,
      tapping,
      actions,
    }),
    [
      state,
      view,
      drill,
      sections,
      section,
      ladder,
      rung,
      count,
      bars,
      way,
      hand,
      isLed,
      hasRuns,
      runs,
      stairs,
      isSearching,
      called,
      isTimed,
      at,
      played,
      simulated,
      tapping,
      actions,
    ],
  );
}

const placeOf = (running: Running | null) =>
  running?.kind === 'waiting' ? running.waiting.place : null;
