import {
  arcOf,
  expand,
  instruments,
  leftAsItIs,
  measureParts,
  parseChart,
  withEdits,
  type Decisions,
  type Filled,
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

/** An arrangement of the song as it was when it was asked for, and the thread that can write it. */
interface Found {
  readonly arrangement: ArrangementSeen;
  readonly text: string;
  readonly decisions: Decisions;
  readonly thread: ArrangerThread;
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
  const { style, weights } = arranging.use('style', 'weights');
  const weighed = useMemo(() => weighedStyle(style, weights), [style, weights]);
  const { asked: heard, hear, stop: silence } = useHeard();
  /** All that are open: one that is asked, those whose arrangements are seen. */
  const [threads] = useState(() => new Set<ArrangerThread>());
  const asked = useRef(0);
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [before, setBefore] = useState<Found | null>(null);
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
  // Where it is fullest most is added.
  const from = Math.min(chosenFrom ?? fullest(parts), Math.max(0, parts.length - 1));
  const isStale = found !== null && (found.text !== text || found.decisions !== decisions);

  const endAllBut = (...those: readonly (Found | null)[]) => {
    for (const thread of threads)
      if (!those.some((one) => one?.thread === thread)) {
        thread.end();
        threads.delete(thread);
      }
  };
  const stop = () => {
    asked.current += 1;
    endAllBut(found, before);
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
  const taken = async ({ text: of, thread }: Found, ids: readonly string[]) => {
    const made = await thread.remote.take(ids);
    if (!made.edit.ok) throw new Error(made.edit.why);
    const { song } = parseChart(withEdits(of, made.edit.changes));
    return { made, edit: made.edit, song };
  };
  const idsOf = ({ arrangement }: Found) =>
    arrangement.choices.filter(({ id }) => !left.has(id)).map(({ id }) => id);
  const filled = async (of: Found): Promise<Filled> => {
    const now = await taken(of, idsOf(of));
    return wholeOf(now.song, now.edit.decisions ?? of.decisions);
  };
  const shiftOf = ({ timeline: arranged }: Filled, of: Found) => {
    const hasEnding = of.arrangement.choices.some(({ id }) => id === 'ending' && !left.has(id));
    return arranged.parts.length - of.arrangement.arc.length - (hasEnding ? 1 : 0);
  };
  const measure = async (of: Found, own: number) => {
    const now = await filled(of);
    if (own !== asked.current) return;
    const shift = shiftOf(now, of);
    setMeasured(measureParts(now).slice(shift, shift + of.arrangement.arc.length));
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
    const { level, busy } = arranging.now();
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
          ...{ style: weighed, level, busy, locks: standing, drawn },
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
      const next = answer.ok
        ? { arrangement: answer.arrangement, text: read.text, decisions: now, thread }
        : null;
      const last = isStale ? null : found;
      setFound(next);
      setBefore(last);
      endAllBut(next, last);
      if (!answer.ok) setWhy(answer.why);
      // What is proposed stands, though it cannot be measured.
      if (next)
        measure(next, own).catch((error: unknown) =>
          console.error('How full it is could not be measured.', error),
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
    const of = what === 'arranged' ? found : before;
    const voiced = what === 'standing' ? await whole() : of && (await filled(of));
    if (!voiced) return null;
    const shift = what === 'standing' || !of ? 0 : shiftOf(voiced, of);
    // An intro is heard with what it leads to.
    const begins = from === 0 ? 0 : (voiced.timeline.parts[from + shift]?.from ?? 0);
    return { voiced, from: begins, to: voiced.slots.length, loop: false };
  };
  const take = async (choices: readonly ChoiceSeen[]) => {
    if (!found || isStale) return;
    silence();
    const now = await taken(
      found,
      choices.map(({ id }) => id),
    );
    const { read, decisions: standing } = songDocument.store.getState();
    if (read.text !== found.text || standing !== found.decisions)
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
      found: found?.arrangement ?? null,
      hasBefore: before !== null && !isStale,
      heard: heard as Heard | null,
    }),
    [parts, from, progress, why, isStale, left, locks, measured, actions, found, before, heard],
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
