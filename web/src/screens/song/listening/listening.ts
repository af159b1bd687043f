import {
  formatKey,
  layOut,
  parseKey,
  withMark,
  withoutMarks,
  type BarName,
  type ChordGuess,
  type Key,
  type Mark,
  type RoadBar,
} from '@intervallum/core';
import { transfer } from 'comlink';
import { z } from 'zod';
import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  createRecording,
  longestRead,
  type Recording,
} from '../../../device/recording/recording.ts';
import { findMarks, putMarks, putRecording } from '../../../device/storage/listeningBox.ts';
import { openListenerThread, type ListenerThread } from '../../../workers/listenerThread.ts';
import { idOfRecording, type RecordingOfSong } from './listened.ts';

/** What somebody marked in a recording, as it is kept. */
const keptShape = z.object({
  version: z.literal(1),
  marks: z.array(
    z.object({
      section: z.string(),
      pass: z.number().int().min(1),
      bar: z.number().int().min(1),
      at: z.number().min(0),
    }),
  ),
  key: z.string().nullable(),
  tempo: z.number().positive().nullable(),
});

export interface Marked {
  readonly marks: readonly Mark[];
  /** The key that it was recorded in, where somebody said it; and how fast it goes, where somebody tapped it. */
  readonly key: string | null;
  readonly tempo: number | null;
}

export interface ListeningState {
  readonly marked: Marked;
  /** What was marked before, the latest last. */
  readonly before: readonly Marked[];
  /** Marks are kept nowhere: the browser does not let them be. */
  readonly isUnkept: boolean;
  /** How far it has been listened to: what is too long is not read, and some files play that cannot be read. */
  readonly hearing: 'waiting' | 'reading' | 'heard' | 'silent' | 'too long' | 'failed';
  readonly outline: readonly number[];
  readonly tempo: number | null;
  readonly key: Key | null;
}

/** Listening to a recording of a song: how it sounds, what was marked in it, what is heard in it. */
export interface Listening {
  readonly recording: Recording;
  readonly store: StoreApi<ListeningState>;
  readonly mark: (bars: readonly RoadBar[], place: number, at: number) => void;
  readonly unmark: (names: readonly BarName[]) => void;
  readonly sayKey: (key: Key) => void;
  readonly sayTempo: (tempo: number) => void;
  readonly undo: () => void;
  /** What a stretch may be; none where it cannot be heard. */
  readonly guess: (from: number, to: number, key: Key) => Promise<readonly ChordGuess[]>;
  /** Opens the recording, and listens to it. @returns ends both */
  readonly begin: () => () => void;
}

const nothingMarked: Marked = { marks: [], key: null, tempo: null };

const unheard: ListeningState = {
  marked: nothingMarked,
  before: [],
  isUnkept: false,
  hearing: 'waiting',
  outline: [],
  tempo: null,
  key: null,
};

/** So many samples a second are enough to tell notes; and in so many parts a recording is drawn. */
const rate = 11_025;
const parts = 1_200;
const mostBefore = 200;

/** @param written the key and tempo of the chart */
export function createListening(
  songId: string,
  of: RecordingOfSong,
  written: { readonly key: Key; readonly tempo: number | null },
): Listening {
  const store = createStore<ListeningState>(() => unheard);
  const recording = createRecording(of.kind === 'own' ? of.file : of.address);
  let thread: ListenerThread | null = null;

  const unkept = (error: unknown) => {
    console.error('What is marked in a recording is not kept.', error);
    store.setState({ isUnkept: true });
  };
  const keep = (marked: Marked) => {
    store.setState({ marked });
    putMarks(songId, idOfRecording(of), { version: 1, ...marked }).catch(unkept);
  };
  const change = (to: Marked) => {
    const { marked, before } = store.getState();
    store.setState({ before: [...before, marked].slice(-mostBefore) });
    keep(to);
  };
  async function hear(isOver: () => boolean): Promise<void> {
    store.setState({ hearing: 'reading' });
    const samples = mixed(await recording.read(rate));
    if (isOver()) return;
    thread = openListenerThread(() => store.setState({ hearing: 'failed' }));
    const { remote } = thread;
    const outline = await remote.hear(transfer(samples, [samples.buffer]), rate, parts);
    if (isOver()) return;
    store.setState(outline === null ? { hearing: 'silent' } : { hearing: 'heard', outline });
    if (outline === null) return;
    const key = await remote.key(written.key);
    if (isOver()) return;
    store.setState({ key });
    const tempo = await remote.tempo(written.tempo);
    if (!isOver()) store.setState({ tempo });
  }

  return {
    recording,
    store,
    mark: (bars, place, at) => {
      const { marked } = store.getState();
      change({ ...marked, marks: withMark(marked.marks, bars, place, at) });
    },
    unmark: (names) => {
      const { marked } = store.getState();
      change({ ...marked, marks: withoutMarks(marked.marks, names) });
    },
    sayKey: (key) => change({ ...store.getState().marked, key: formatKey(key) }),
    sayTempo: (tempo) => change({ ...store.getState().marked, tempo }),
    undo: () => {
      const { before } = store.getState();
      const last = before.at(-1);
      if (!last) return;
      store.setState({ before: before.slice(0, -1) });
      keep(last);
    },
    guess: async (from, to, key) =>
      thread && store.getState().hearing === 'heard' ? thread.remote.chords(from, to, key) : [],
    begin: () => {
      let isOver = false;
      store.setState(unheard);
      const unsubscribe = recording.store.subscribe(({ is, seconds }) => {
        if (is !== 'open' || store.getState().hearing !== 'waiting') return;
        if (seconds > longestRead) store.setState({ hearing: 'too long' });
        else
          hear(() => isOver).catch((error: unknown) => {
            console.error('The recording cannot be listened to.', error);
            if (!isOver) store.setState({ hearing: 'failed' });
          });
        // Whoever opens one of the song's wants to hear it; whoever brings one wants to mark where it begins.
        if (of.kind === 'team') recording.toggle();
      });
      findMarks(songId, idOfRecording(of))
        .then((found) => {
          const kept = keptShape.safeParse(found);
          const isFirst = store.getState().before.length === 0;
          if (!isOver && kept.success && isFirst) store.setState({ marked: kept.data });
        })
        .catch(unkept);
      if (of.kind === 'own') putRecording(songId, of.file).catch(unkept);
      const end = recording.open();
      return () => {
        isOver = true;
        unsubscribe();
        end();
        thread?.end();
        thread = null;
      };
    },
  };
}

/** All channels as one. */
function mixed(sound: AudioBuffer): Float32Array {
  const { numberOfChannels: count } = sound;
  const channels = Array.from({ length: count }, (_, channel) => sound.getChannelData(channel));
  return channels[0]!.map(
    (_, at) => channels.reduce((sum, channel) => sum + channel[at]!, 0) / count,
  );
}

/** The key that a recording is taken to be in: as somebody said, else as it sounds, else as the chart is written. */
export function keyOfRecording({ marked, key }: ListeningState, written: Key): Key {
  const said = marked.key === null ? null : parseKey(marked.key);
  return said?.ok && said.value.mode === written.mode ? said.value : (key ?? written);
}

/** A recording laid along the road, by what is marked and by how fast it goes. */
export function laidOut(
  bars: readonly RoadBar[],
  { marked, tempo }: ListeningState,
  written: number | null,
) {
  return layOut(bars, marked.marks, marked.tempo ?? tempo ?? written);
}
