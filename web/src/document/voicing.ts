import {
  expand,
  freeHands,
  instruments,
  melodyOver,
  shareParts,
  type Decisions,
  type Filled,
  type NumberStyle,
  type Song,
  type SongHands,
  type Timeline,
  type Voiced,
  type VoiceOptions,
} from '@intervallum/core';
import { useCallback, useMemo, useRef } from 'react';
import type { ChartView } from '../music/rails/view.ts';
import { player, type PlayerSettings } from '../settings/player.ts';
import { findOnce } from '../workers/handsSearch.ts';
import { useDocument } from './DocumentContext.tsx';
import { useLook } from './look.tsx';

type Melody = ReturnType<typeof melodyOver>;

const noMelody: Melody = new Map();

/** What the search of the hands depends on besides the chords and the tune: the player, and what was decided. */
function decidedOptions(
  hands: SongHands,
  { reach, keys, lineup, handGrade }: Omit<PlayerSettings, 'tuneOnTop'>,
  numbers: NumberStyle,
): Omit<VoiceOptions, 'melody'> {
  return {
    reach,
    lineup,
    instrument: instruments[keys],
    grade: handGrade,
    style: hands.school,
    pins: hands.pins,
    palette: hands.palette,
    registers: hands.registers,
    walks: hands.walks,
    lines: hands.lines,
    sections: hands.sections,
    numbers,
  };
}

/** The same options for as long as nothing of them changed, so that nothing is searched anew. */
export function useVoiceOptions(
  hands: SongHands,
  numbers: NumberStyle,
  timeline: Timeline,
): VoiceOptions {
  const settings = player.use('reach', 'keys', 'lineup', 'handGrade', 'tuneOnTop');
  const { tuneOnTop } = settings;
  const melody = useSameMelody(
    useMemo(() => (tuneOnTop ? melodyOver(timeline) : noMelody), [tuneOnTop, timeline]),
  );
  return useMemo(
    () => ({ ...decidedOptions(hands, settings, numbers), melody }),
    [hands, settings, numbers, melody],
  );
}

/** An edit of the chart makes a new timeline; the tune over it mostly stays what it was. */
function useSameMelody(now: Melody): Melody {
  const kept = useRef<{ readonly notes: unknown; readonly melody: Melody } | null>(null);
  /* eslint-disable react-hooks/refs -- whichever render has kept it, it says the same */
  return useMemo(() => {
    const notes = shareParts(kept.current?.notes, [...now]);
    const melody = kept.current?.notes === notes ? kept.current.melody : now;
    kept.current = { notes, melody };
    return melody;
  }, [now]);
  /* eslint-enable react-hooks/refs */
}

/** Finds the hands of the whole song as it is when it is asked, whatever lens is open, with the runs that are placed in it. */
export function useWhole(): () => Promise<Filled> {
  const { store } = useDocument();
  const wholeOf = useWholeOf();
  return useCallback(() => {
    const { read, decisions } = store.getState();
    return wholeOf(read.song, decisions);
  }, [store, wholeOf]);
}

/** The same of another chart with other decisions: the song as it would be. */
export function useWholeOf(): (
  song: Song,
  decisions: Pick<Decisions, 'hands' | 'fills'>,
) => Promise<Filled> {
  const { view, keyboard } = useLook();
  return useCallback(
    async (song, { hands, fills }) => ({
      ...(await findHands(song, hands, view)),
      fills,
      keyboard,
    }),
    [view, keyboard],
  );
}

/** Finds the hands of the open song as somebody else decided them. */
export function useHandsAs(): (hands: SongHands) => Promise<Voiced> {
  const { store } = useDocument();
  const { view } = useLook();
  return useCallback((hands) => findHands(store.getState().read.song, hands, view), [store, view]);
}

type Decide = (hands: SongHands, song: Song) => SongHands;

/**
 * Finds the hands of a song that is not written yet, as this one's; what was decided of single slots is left aside, but for what is
 * decided with it.
 */
export function useProposed(): (song: Song, decide?: Decide) => Promise<Filled> {
  const { store } = useDocument();
  const { view, keyboard } = useLook();
  return useCallback(
    async (song, decide = (hands) => hands) => {
      const { school, palette } = store.getState().decisions.hands;
      const found = await findHands(song, decide({ ...freeHands, school, palette }, song), view);
      return { ...found, keyboard };
    },
    [store, view, keyboard],
  );
}

/** Finds the hands of a song that nobody decided anything of, for this player. */
export function findFreeHands(song: Song, view: Pick<ChartView, 'key' | 'style'>): Promise<Voiced> {
  return findHands(song, freeHands, view);
}

function findHands(
  song: Song,
  hands: SongHands,
  { key, style }: Pick<ChartView, 'key' | 'style'>,
): Promise<Voiced> {
  const timeline = expand(song, { key });
  const settings = player.now();
  return findOnce(timeline, {
    ...decidedOptions(hands, settings, style),
    melody: settings.tuneOnTop ? melodyOver(timeline) : noMelody,
  });
}
