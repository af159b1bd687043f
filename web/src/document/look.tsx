import {
  expand,
  formatKey,
  keyboardSet,
  playedKey,
  sameKey,
  unroll,
  type Key,
  type Song,
  type UnrolledSong,
} from '@intervallum/core';
import {
  createContext,
  useContext,
  useDeferredValue,
  useMemo,
  useRef,
  useState,
  type ReactNode,
  type RefObject,
} from 'react';
import { useSearchParams } from 'react-router';
import { canUnroll } from '../music/rails/Road.tsx';
import { keyNamed, letterStyle, numberStyle, type ChartView } from '../music/rails/view.ts';
import { chartSettings, reader } from '../settings/reader.ts';
import { useSong } from './DocumentContext.tsx';

/**
 * How the open song is looked at: it changes with a key or a setting, never with an edit. What an edit changes is read from
 * the document by whoever needs it: a context that changed would have the whole chart walked through for those who use it.
 */
export interface Look {
  /** In the key that the hands play in. */
  readonly view: ChartView;
  /** The key that is looked at; the hands play in it too, unless their keyboard makes up for another one. */
  readonly sounding: Key;
  /** Half steps that the keyboard is set higher, 0 where the hands play in the key that sounds. */
  readonly keyboard: number;
  /** Looks at the song in another key; null for the one it is written in. */
  readonly setViewKey: (key: Key | null) => void;
  /** The chart on the screen, which has the keys while it has the focus. */
  readonly chartRef: RefObject<HTMLDivElement | null>;
  readonly asPlayed: boolean;
  readonly setAsPlayed: (asPlayed: boolean) => void;
  /** The chart is drawn when there is time: the lens does much with it. */
  readonly waits: boolean;
}

/** What is looked at. */
export interface Shown {
  /** The chart as it is drawn; where a lens needs the hands it may be drawn a moment late. */
  readonly shown: Song;
  /** The song as it is played, where it is looked at so. */
  readonly unrolled: UnrolledSong | null;
}

const LookContext = createContext<Look | null>(null);

export function useLook(): Look {
  const look = useContext(LookContext);
  if (!look) throw new Error('Only under a LookProvider is a song looked at.');
  return look;
}

export function useShown(): Shown {
  const { view, asPlayed, waits } = useLook();
  const song = useSong((state) => state.read.song);
  const later = useDeferredValue(waits ? song : null);
  const shown = later ?? song;
  return { shown, unrolled: asPlayed && canUnroll(shown) ? unrolledIn(shown, view.key) : null };
}

const unrolledSongs = new WeakMap<Song, { readonly key: Key; readonly unrolled: UnrolledSong }>();

/** The song as it is played, worked out once for all who look at it. */
function unrolledIn(song: Song, key: Key): UnrolledSong {
  const kept = unrolledSongs.get(song);
  if (kept && sameKey(kept.key, key)) return kept.unrolled;
  const unrolled = unroll(expand(song, { key }));
  unrolledSongs.set(song, { key, unrolled });
  return unrolled;
}

export function LookProvider({ waits, children }: { waits: boolean; children: ReactNode }) {
  const [parameters, setParameters] = useSearchParams();
  const chartRef = useRef<HTMLDivElement | null>(null);
  const written = useSong(({ read }) => read.song.key);
  const { view, sounding } = useView(parameters.get('key'));
  const [asPlayed, setAsPlayed] = useState(false);
  const look = useMemo<Look>(
    () => ({
      view,
      sounding,
      keyboard: keyboardSet(sounding, view.key),
      chartRef,
      asPlayed,
      setAsPlayed,
      waits,
      setViewKey: (wanted) =>
        setParameters(!wanted || sameKey(wanted, written) ? {} : { key: formatKey(wanted) }, {
          replace: true,
        }),
    }),
    [view, sounding, asPlayed, waits, written, setParameters],
  );
  return <LookContext.Provider value={look}>{children}</LookContext.Provider>;
}

/** The view of the song's readers: made anew only where a key or a setting changes. */
function useView(keyText: string | null): { readonly view: ChartView; readonly sounding: Key } {
  const playedIn = useSong(({ decisions }) => decisions.keyboard.playedIn);
  const key = useSong(({ read }) => read.song.key);
  const reading = useSong(({ read }) => read.song.reading);
  const minor = useSong(({ read }) => read.song.minor);
  // The same names however often the text is read.
  const namesText = useSong(({ read }) => JSON.stringify(read.song.names));
  const names = useMemo(() => JSON.parse(namesText) as Song['names'], [namesText]);
  const settings = reader.use(...chartSettings);
  return useMemo(() => {
    const sounding = keyNamed(keyText, { key }) ?? key;
    const view: ChartView = {
      key: playedKey(sounding, playedIn),
      style: numberStyle({ key, reading, minor, names }, settings),
      letterStyle: letterStyle(settings),
      hero: 'numbers',
      letters: settings.letters,
      dictation: settings.dictation,
      words: settings.words,
      wordsOnBeats: settings.wordsOnBeats,
      tune: settings.tune,
    };
    return { view, sounding };
  }, [key, playedIn, reading, minor, names, keyText, settings]);
}
