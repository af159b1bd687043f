import {
  arcOf,
  expand,
  instruments,
  leftAsItIs,
  levels,
  measureParts,
  parseChart,
  withEdits,
  type Decisions,
  type Filled,
  type Level,
  type Locks,
  type PartMeasure,
} from '@intervallum/core';
import { proxy } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { useWhole, useWholeOf } from '../../document/voicing.ts';
import { arranging, weighedStyle } from '../../settings/arranging.ts';
import { player } from '../../settings/player.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';
import type { ArrangementSeen, ChoiceSeen } from '../../workers/arranger.ts';
import { openArrangerThread, type ArrangerThread } from '../../workers/arrangerThread.ts';
import { useHeard } from '../parts/useHeard.ts';
import type { ArrangeState, Heard, RoadPart } from './arrangeContext.ts';
import { partName } from './partName.ts';

/** Arrangements of the song as it was when they were asked for, one for each player, and the thread that can write them. */
interface Found {
  readonly arrangements: Readonly<Partial<Record<Level, ArrangementSeen>>>;
  readonly text: string;
  readonly decisions: Decisions;
  readonly thread: ArrangerThread;
}

/** One of those arrangements. */
interface One {
  readonly of: Found;
  readonly level: Level;
  readonly arrangement: ArrangementSeen;
}

function oneOf(of: Found | null, level: Level): One | null {
  const arrangement = of?.arrangements[level];
  return of && arrangement ? { of, level, arrangement } : null;
}

const nothing: ReadonlySet<string> = new Set();

/** Asking for an arrangement, and what becomes of it. */
export function useArranging(): ArrangeState {
  const songDocument = useDocument();
  const { shown } = useShown();
  const { view } = useLook();
  const text = useSong(({ read }) => read.text);
  const decisions = useSong((state) => state.decisions);
  const whole = useWhole();
  const wholeOf = useWholeOf();
  const { style, weights, level } = arranging.use('style', 'weights', 'level');
  const weighed = useMemo(() => weighedStyle(style, weights), [style, weights]);
  const { asked: heard, hear, stop: silence } = useHeard();
  /** All that are open: one that is asked, those whose arrangements are seen. */
  const [threads] = useState(() => new Set<ArrangerThread>());
  const asked = useRef(0);
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [before, setBefore] = useState<One | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const [left, setLeft] = useState(nothing);
  const [locks, setLocks] = useState<Locks>({});
  const [drawn, setDrawn] = useState<readonly (number | null)[]>([]);
  const [chosenFrom, setFrom] = useState<number | null>(null);
  const [measured, setMeasured] = useState<readonly PartMeasure[] | null>(null);
  const timeline = useMemo(() => expand(shown, { key: view.key }), [shown, view.key]);
  const parts = useMemo(
    () =>
      arcOf(timeline, weighed, drawn).map(({ part, section, wanted }): RoadPart => ({
        ...{ part, section, wanted, ...partName(timeline, part) },
        isDrawn: (drawn[part] ?? null) !== null,
      })),
    [timeline, weighed, drawn],
  );
  const seen = useMemo(() => oneOf(found, level), [found, level]);
  // Where it is fullest most is added.
  const from = Math.min(chosenFrom ?? fullest(parts), Math.max(0, parts.length - 1));
  const isStale = found !== null && (found.text !== text || found.decisions !== decisions);

  const endAllBut = (...those: readonly (Found | null | undefined)[]) => {
    for (const thread of threads)
      if (!those.some((one) => one?.thread === thread)) {
        thread.end();
        threads.delete(thread);
      }
  };
  const stop = () => {
    asked.current += 1;
    endAllBut(found, before?.of);
    setProgress(null);
  };
  useEffect(
    () => () => {
      asked.current += 1;
      for (const thread of threads) thread.end();
      threads.clear();
    },
    [threads],
  );
  /** The song with some choices taken. */
  const taken = async (one: One, ids: readonly string[]) => {
    const { text: of, thread } = one.of;
    const made = await thread.remote.take(one.level, ids);
    if (!made.edit.ok) throw new Error(made.edit.why);
    const { song } = parseChart(withEdits(of, made.edit.changes));
    return { made, edit: made.edit, song };
  };
  const idsOf = ({ arrangement }: One) =>
    arrangement.choices.filter(({ id }) => !left.has(id)).map(({ id }) => id);
  const filled = async (one: One): Promise<Filled> => {
    const now = await taken(one, idsOf(one));
    return wholeOf(now.song, now.edit.decisions ?? one.of.decisions);
  };
  const shiftOf = ({ timeline: arranged }: Filled, { arrangement }: One) => {
    const hasEnding = arrangement.choices.some(({ id }) => id === 'ending' && !left.has(id));
    return arranged.parts.length - arrangement.arc.length - (hasEnding ? 1 : 0);
  };
  const measure = (one: One, own: number) => {
    const show = async () => {
      const now = await filled(one);
      if (own !== asked.current || one.level !== arranging.now().level) return;
      const shift = shiftOf(now, one);
      setMeasured(measureParts(now).slice(shift, shift + one.arrangement.arc.length));
    };
    // What is proposed stands, though it cannot be measured.
    show().catch((error: unknown) => console.error('How full it is could not be measured.', error));
  };
  /** The same for the other players, one after the other. */
  const arrangeForOthers = async (of: Found, first: Level, own: number) => {
    for (const other of levels.filter((one) => one !== first)) {
      const answer = await of.thread.remote.arrangeFor(other);
      if (own !== asked.current || !answer.ok) return;
      const { arrangement } = answer;
      setFound((now) =>
        now?.thread === of.thread
          ? { ...now, arrangements: { ...now.arrangements, [other]: arrangement } }
          : now,
      );
      if (other === arranging.now().level) measure({ of, level: other, arrangement }, own);
    }
  };
  const ask = async () => {
    stop();
    silence();
    const own = asked.current;
    const thread = openArrangerThread(() => {
      if (own !== asked.current) return;
      stop();
      setWhy(t('It could not be arranged. Try again in a moment.'));
    });
    threads.add(thread);
    setProgress(0);
    setWhy(null);
    const { read, decisions: now } = songDocument.store.getState();
    const { reach, keys, lineup } = player.now();
    const { level: first, busy } = arranging.now();
    // What stood fast in another chart has no place in this one.
    const standing = isStale ? {} : withLeft(locks, left);
    setLocks(standing);
    setLeft(nothing);
    // What is told of the way can come behind the answer.
    let isUnderWay = true;
    try {
      const answer = await thread.remote.arrange(
        read.text,
        now,
        {
          ...{ style: weighed, level: first, busy, locks: standing, drawn },
          ...{ reach, lineup, numbers: view.style, instrument: instruments[keys] },
        },
        proxy((done) => {
          if (isUnderWay && own === asked.current) setProgress(done);
        }),
      );
      isUnderWay = false;
      if (own !== asked.current) return;
      setProgress(null);
      setMeasured(null);
      const next: Found | null = answer.ok
        ? {
            ...{ arrangements: { [first]: answer.arrangement }, text: read.text },
            ...{ decisions: now, thread },
          }
        : null;
      const last = isStale ? null : seen;
      setFound(next);
      setBefore(last);
      endAllBut(next, last?.of);
      if (!next || !answer.ok) return setWhy(answer.ok ? null : answer.why);
      measure({ of: next, level: first, arrangement: answer.arrangement }, own);
      // What is there for one player stands, whatever becomes of the others.
      arrangeForOthers(next, first, own).catch((error: unknown) =>
        console.error('It could not be arranged for other players.', error),
      );
    } catch (error) {
      isUnderWay = false;
      console.error('The song was not arranged.', error);
      if (own !== asked.current) return;
      setProgress(null);
      setWhy(t('It could not be arranged. Try again in a moment.'));
    }
  };
  const stretchOf = async (what: Heard) => {
    const one = what === 'arranged' ? seen : before;
    const voiced = what === 'standing' ? await whole() : one && (await filled(one));
    if (!voiced) return null;
    const shift = what === 'standing' || !one ? 0 : shiftOf(voiced, one);
    // An intro is heard with what it leads to.
    const begins = from === 0 ? 0 : (voiced.timeline.parts[from + shift]?.from ?? 0);
    return { voiced, from: begins, to: voiced.slots.length, loop: false };
  };
  const take = async (choices: readonly ChoiceSeen[]) => {
    if (!seen || isStale) return;
    silence();
    const { of } = seen;
    const now = await taken(
      seen,
      choices.map(({ id }) => id),
    );
    const { read, decisions: standing } = songDocument.store.getState();
    if (read.text !== of.text || standing !== of.decisions)
      return notify(t('The chart has changed since. Ask again.'));
    const edited = songDocument.edit(() => now.edit);
    if (!edited.ok) return notify(edited.why);
    const others = now.made.refused.length;
    const count = choices.length - others;
    notify(
      others === 0
        ? t('{{count}} choices stand in the song.', { count })
        : t('{{count}} choices stand in the song; the others could not be written with them.', {
            count,
          }),
      songDocument.undo,
    );
  };
  const actions = useSteady({
    ask: () => void ask(),
    stop,
    forLevel: (chosen: Level) => {
      silence();
      arranging.change({ level: chosen });
      setMeasured(null);
      const one = isStale ? null : oneOf(found, chosen);
      if (one) measure(one, asked.current);
    },
    leave: (id: string, isLeft: boolean) => setLeft((now) => withMember(now, id, isLeft)),
    keep: ({ id, value }: ChoiceSeen, isKept: boolean) =>
      setLocks(({ [id]: _, ...others }) => (isKept ? { ...others, [id]: value } : others)),
    bringBack: () =>
      setLocks((now) =>
        Object.fromEntries(Object.entries(now).filter(([, value]) => value !== leftAsItIs)),
      ),
    take: (choices: readonly ChoiceSeen[]) => void take(choices),
    hear: (what: Heard) =>
      void hear({
        id: what,
        find: () => stretchOf(what),
        failed: t('It could not be played: its hands were not found.'),
      }),
    silence,
    hearFrom: (part: number) => {
      silence();
      setFrom(part);
    },
    draw: (part: number, level: number | null) =>
      setDrawn((now) => {
        const next = Array.from(
          { length: Math.max(now.length, part + 1) },
          (_, at) => now[at] ?? null,
        );
        next[part] = level;
        return next;
      }),
    drawAnew: () => setDrawn([]),
  });
  return useMemo(
    () => ({
      ...{ parts, from, progress, why, isStale, left, locks, measured, actions },
      found: seen?.arrangement ?? null,
      players: found?.arrangements ?? null,
      hasBefore: before !== null && !isStale,
      heard: heard as Heard | null,
    }),
    [
      parts,
      from,
      progress,
      why,
      isStale,
      left,
      locks,
      measured,
      actions,
      seen,
      found,
      before,
      heard,
    ],
  );
}

/** What stood fast, and what was left away now. */
function withLeft(locks: Locks, left: ReadonlySet<string>): Locks {
  return { ...locks, ...Object.fromEntries([...left].map((id) => [id, leftAsItIs])) };
}

function withMember(of: ReadonlySet<string>, id: string, isMember: boolean): ReadonlySet<string> {
  const now = new Set(of);
  if (isMember) now.add(id);
  else now.delete(id);
  return now;
}

/** The part that is to be fullest, the last one of several. */
function fullest(parts: readonly RoadPart[]): number {
  const most = Math.max(0, ...parts.map(({ wanted }) => wanted));
  return Math.max(
    0,
    parts.findLastIndex(({ wanted }) => wanted === most),
  );
}
