import {
  barTicks,
  fillPlaceAt,
  placedSlots,
  runs as library,
  printRun,
  withoutRun,
  withRun,
  writeRun,
  type Filled,
  type PlacedRun,
  type RunFit,
  type RunsFound,
  type SongFills,
  type Timeline,
  type Voiced,
} from '@intervallum/core';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { useDocument, useSong } from '../../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../../document/look.tsx';
import { textSlotOf } from '../../../document/selectors.ts';
import { useWhole } from '../../../document/voicing.ts';
import { notify } from '../../../ui/notices.tsx';
import { useSteady } from '../../../ui/useSteady.ts';
import { t } from '../../../words/words.ts';
import { useHeard } from '../../parts/useHeard.ts';
import { chordBeside } from '../../parts/chordBeside.ts';
import { useLensKeys } from '../../parts/useLensKeys.ts';
import { fillsCommands } from './commands.ts';
import { everything, firstOf, timesOf, usePlace } from './openPlace.ts';
import {
  asItStands,
  FillsContext,
  type About,
  type FillsActions,
  type FillsLensState,
  type Hearing,
} from './fillsContext.ts';
import { emptyRunDraft } from './runDraft.ts';
import { useOwnRuns } from './useOwnRuns.ts';

interface FillsStateProps {
  timeline: Timeline;
  voiced: Voiced | null;
  isBeingFound: boolean;
  time: number;
  onTime: (time: number) => void;
  children: ReactNode;
}

/** The open chord, what is chosen and heard, for the panel, the strip and the keys. */
export function FillsState({
  timeline,
  voiced,
  isBeingFound,
  time,
  onTime,
  children,
}: FillsStateProps) {
  const songDocument = useDocument();
  const { view } = useLook();
  const { shown } = useShown();
  const slot = useSong(textSlotOf);
  const fills = useSong(({ decisions }) => decisions.fills);
  const whole = useWhole();
  const [about, setAbout] = useState<About>('here');
  const [filter, setFilter] = useState(everything);
  const [hearing, setHearing] = useState<Hearing>({ percent: 100, hand: 'both' });
  /** Of the place they were chosen in: at another one they are none of its runs. */
  const [chosen, setChosen] = useState<{ readonly of: RunsFound; readonly fit: RunFit } | null>(
    null,
  );
  const { asked, hear, stop } = useHeard();
  const own = useOwnRuns();
  const ownIds = useMemo(() => new Set(own.map(({ id }) => id)), [own]);
  const runs = useMemo(() => [...own, ...library], [own]);
  const [draft, setDraft] = useState(emptyRunDraft);
  const [isMaking, setMaking] = useState(false);
  const place = usePlace({ timeline, voiced, slot, time, filter, fills, runs, ownIds });
  const opened = place && chosen?.of === place.found ? chosen.fit : firstOf(place);

  const decide = (change: (now: SongFills) => SongFills, said: string) => {
    stop();
    songDocument.decide((decisions) => ({ ...decisions, fills: change(decisions.fills) }));
    notify(said, songDocument.undo);
  };
  const actions = useSteady<FillsActions>({
    setAbout: (next) => {
      stop();
      setAbout(next);
    },
    wish: (change) => {
      stop();
      setFilter({ ...filter, ...change });
    },
    setHearing: (change) => {
      stop();
      setHearing({ ...hearing, ...change });
    },
    goTo: (at) => {
      stop();
      const one = timeline.slots[at];
      const there = one && placedSlots(shown)[one.slot];
      if (!there) return;
      songDocument.goTo(there);
      onTime(timesOf(timeline, one.slot).indexOf(at));
      setAbout('here');
    },
    setTime: (next) => {
      stop();
      onTime(next);
    },
    open: (fit) => place && setChosen(fit && { of: place.found, fit }),
    hear: (fit, where) => {
      const at = fit?.at ?? where ?? place?.at;
      if (at === undefined) return;
      void hear({
        id: fit ? `${fit.at} ${fit.run.id}` : asItStands,
        find: async () => {
          const found: Filled = voiced ? { ...voiced, fills } : await whole();
          const { timeline: played } = found;
          const now = fit
            ? { ...found, fills: withRun(fills, placedOf(played, fit, false)) }
            : found;
          const hands = hearing.hand === 'both' ? {} : { hands: [hearing.hand] };
          return {
            voiced: now,
            ...around(played, at),
            loop: false,
            percent: hearing.percent,
            ...hands,
          };
        },
        failed: t('It could not be played: its hands were not found.'),
      });
    },
    stop,
    place: (fits, always) => {
      if (fits.length === 0) return;
      decide(
        (now) => fits.reduce((all, fit) => withRun(all, placedOf(timeline, fit, always)), now),
        t('{{count}} runs are placed.', { count: fits.length }),
      );
    },
    write: (fit) => {
      if (!voiced) return notify(t('The hands are being found.'));
      stop();
      // What is played once needs no bars of its own.
      const passes = new Set(timesOf(timeline, slot).map((at) => timeline.slots[at]!.pass));
      const edited = songDocument.edit(writeRun(voiced, fit, passes.size > 1));
      if (edited.ok) notify(t('It stands in the chart.'), songDocument.undo);
      else notify(edited.why);
    },
    change: (change) => {
      if (!place?.placed) return;
      const now = { ...place.placed, ...change };
      decide((all) => withRun(all, now), t('The run is played otherwise now.'));
    },
    remove: () => {
      if (!place?.placed || slot === null) return;
      const { time: pass, ...where } = fillPlaceAt(timeline, place.at);
      const all = timesOf(timeline, slot).map((at) => timeline.slots[at]!.pass);
      decide((now) => withoutRun(now, where, pass, [...new Set(all)]), t('The run is taken away.'));
    },
    step: (by) => {
      const there = chordBeside(shown, slot, by);
      if (!there) return;
      stop();
      songDocument.goTo(there);
    },
  });

  // Who comes from a place of a run in another song is led to it.
  const wanted = wantedPlace(useLocation().state);
  useEffect(() => {
    if (wanted !== null) actions.goTo(wanted);
  }, [wanted, actions]);

  useLensKeys(fillsCommands, {
    open: (number) => {
      const fit = about === 'here' ? place?.fits[number - 1] : null;
      if (!fit) return;
      actions.open(fit);
      actions.hear(fit);
    },
    hearSide: (side) => {
      if (about === 'here') actions.hear(side === 'a' ? null : opened);
    },
    stop,
    place: () => {
      if (about === 'here' && opened) actions.place([opened], false);
    },
    placeAlways: () => {
      if (about === 'here' && opened) actions.place([opened], true);
    },
    remove: () => {
      if (about === 'here') actions.remove();
    },
    step: actions.step,
    undo: songDocument.undo,
    redo: songDocument.redo,
  });

  const state = useMemo<FillsLensState>(
    () => ({
      view,
      timeline,
      voiced,
      isBeingFound,
      fills,
      about,
      filter,
      hearing,
      place,
      opened,
      heard: asked,
      own,
      ownIds,
      runs,
      draft,
      setDraft,
      isMaking,
      setMaking,
      actions,
    }),
    [
      view,
      timeline,
      voiced,
      isBeingFound,
      fills,
      about,
      filter,
      hearing,
      place,
      opened,
      asked,
      own,
      ownIds,
      runs,
      draft,
      isMaking,
      actions,
    ],
  );
  return <FillsContext.Provider value={state}>{children}</FillsContext.Provider>;
}

/** The slot of the timeline that a link to this lens leads to; null where it says none. */
function wantedPlace(state: unknown): number | null {
  const at = typeof state === 'object' && state !== null && 'at' in state ? state.at : null;
  return typeof at === 'number' ? at : null;
}

/** A run as it is kept: with its place in the chart, and from where its chord is due. */
function placedOf(timeline: Timeline, { at, start, run }: RunFit, always: boolean): PlacedRun {
  const { time, ...where } = fillPlaceAt(timeline, at);
  return {
    ...where,
    times: always ? [] : [time],
    start: start - timeline.slots[at]!.start,
    run: printRun(run),
    over: false,
    octaves: 0,
  };
}

/** A bar before a chord and one behind it. */
function around({ slots }: Timeline, at: number) {
  const { start, is, meter } = slots[at]!;
  const bar = barTicks(meter);
  const first = slots.findIndex((one) => one.start >= start - bar);
  const last = slots.findIndex((one) => one.start >= start + is.ticks + bar);
  return { from: Math.max(0, first), to: last < 0 ? slots.length : last };
}
