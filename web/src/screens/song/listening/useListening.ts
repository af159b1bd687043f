import {
  barAtTime,
  expand,
  formatKey,
  nearestCursor,
  parseKey,
  roadBars,
  tempoMarked,
  type Cursor,
  type Key,
  type LaidOut,
  type RoadBar,
} from '@intervallum/core';
import { useEffect, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import type { Loop } from '../../../device/recording/voices.ts';
import { useDocument, useSong } from '../../../document/DocumentContext.tsx';
import {
  createListening,
  keyOfRecording,
  laidOut,
  type Listening,
  type ListeningState,
} from './listening.ts';
import type { RecordingOfSong } from './listened.ts';
import type { Round } from './rounds.ts';

/** A recording beside the road of the open song. */
export interface ListeningView {
  readonly listening: Listening;
  readonly state: ListeningState;
  readonly bars: readonly RoadBar[];
  readonly laid: LaidOut;
  /** Where the cursor of the chart is; null in a chart without bars. */
  readonly cursor: Cursor | null;
  /** The bar that is worked on, by its place on the road: that of the cursor, the first time through unless another one was chosen. */
  readonly chosen: number | null;
  readonly choose: (place: number) => void;
  /** The key that it was recorded in. */
  readonly recorded: Key;
  /** Felt beats a minute: as marked, as tapped, or as it sounds; null where nobody knows. */
  readonly tempo: number | null;
  readonly round: Round;
  readonly setRound: (round: Round) => void;
}

export function useListening(songId: string, of: RecordingOfSong): ListeningView {
  const songDocument = useDocument();
  const [listening] = useState(() => {
    const { key, tempo } = songDocument.store.getState().read.song;
    return createListening(songId, of, { key, tempo });
  });
  useEffect(() => listening.begin(), [listening]);
  const state = useStore(listening.store);
  const read = useSong((now) => now.read);
  const place = useSong((now) => now.place);
  const { song } = read;
  const bars = useMemo(() => roadBars(expand(song)), [song]);
  const laid = useMemo(() => laidOut(bars, state, song.tempo), [bars, state, song.tempo]);
  const cursor = useMemo(() => nearestCursor(read, place), [read, place]);
  const [picked, setPicked] = useState<number | null>(null);
  const [round, setRound] = useState<Round>({ kind: 'no' });
  const chosen = useMemo(() => {
    if (!cursor) return null;
    if (picked !== null && bars[picked]?.text === cursor.bar) return picked;
    const first = bars.findIndex(({ text }) => text === cursor.bar);
    return first === -1 ? null : first;
  }, [bars, cursor, picked]);
  const loop = useMemo(() => loopOf(round, { bars, laid, chosen }), [round, bars, laid, chosen]);
  const { from, to } = loop ?? {};
  useEffect(() => {
    listening.recording.setLoop(from === undefined || to === undefined ? null : { from, to });
  }, [listening, from, to]);
  // Said as text, so that a key that is the same one is the same value.
  const recordedText = formatKey(keyOfRecording(state, song.key));
  const recorded = useMemo(() => {
    const named = parseKey(recordedText);
    return named.ok ? named.value : song.key;
  }, [recordedText, song.key]);
  return {
    listening,
    state,
    bars,
    laid,
    cursor,
    chosen,
    choose: (to) => {
      const bar = bars[to];
      if (!bar) return;
      setPicked(to);
      songDocument.goTo({ bar: bar.text, slot: 0 });
    },
    recorded,
    tempo: tempoMarked(bars, laid) ?? state.marked.tempo ?? state.tempo,
    round,
    setRound,
  };
}

/** What goes round, in seconds; null where nothing does, or where nobody knows yet when its bars are. */
function loopOf(
  round: Round,
  { bars, laid, chosen }: Pick<ListeningView, 'bars' | 'laid' | 'chosen'>,
): Loop | null {
  if (round.kind === 'no') return null;
  if (round.kind === 'moments') {
    const { from, to } = round;
    return to === null ? null : { from, to };
  }
  if (chosen === null) return null;
  const [first, end] =
    round.kind === 'bars'
      ? [chosen, Math.min(chosen + round.count, bars.length)]
      : sectionAround(bars, chosen);
  const [from, to] = [laid.times[first], laid.times[end]];
  return typeof from === 'number' && typeof to === 'number' && to > from ? { from, to } : null;
}

/** The bars of the time through a section that a bar is of: the first one, and the one behind the last. */
function sectionAround(bars: readonly RoadBar[], place: number): readonly [number, number] {
  const { section, pass } = bars[place]!;
  const isOther = (bar: RoadBar) => bar.section !== section || bar.pass !== pass;
  const before = bars.slice(0, place).findLastIndex(isOther);
  const after = bars.slice(place).findIndex(isOther);
  return [before + 1, after === -1 ? bars.length : place + after];
}

/** Which bar is heard, drawn anew when another one is. */
export function useBarHeard({ listening, laid }: ListeningView): number | null {
  return useStore(listening.recording.store, ({ at }) => barAtTime(laid, at));
}
