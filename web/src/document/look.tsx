import {
  expand,
  formatKey,
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

/** How the open song is looked at: it changes with a key or a setting, never with an edit. */
export interface Look {
  readonly view: ChartView;
  /** Looks at the song in another key; null for the one it is written in. */
  readonly setViewKey: (key: Key | null) => void;
  /** The chart on the screen, which has the keys while it has the focus. */
  readonly chartRef: RefObject<HTMLDivElement | null>;
}

/** What is looked at. */
export interface Shown {
  /** The chart as it is drawn; where a lens needs the hands it may be drawn a moment late. */
  readonly shown: Song;
  /** The song as it is played, where it is looked at so. */
  readonly unrolled: UnrolledSong | null;
  readonly asPlayed: boolean;
  readonly setAsPlayed: (asPlayed: boolean) => void;
}

const LookContext = createContext<Look | null>(null);
const ShownContext = createContext<Shown | null>(null);

export function useLook(): Look {
  const look = useContext(LookContext);
  if (!look) throw new Error('Only under a LookProvider is a song looked at.');
  return look;
}

export function useShown(): Shown {
  const shown = useContext(ShownContext);
  if (!shown) throw new Error('Only under a LookProvider is a song looked at.');
  return shown;
}

/** @param waits the chart is drawn when there is time: a lens does much with it */
export function LookProvider({ waits, children }: { waits: boolean; children: ReactNode }) {
  const [parameters, setParameters] = useSearchParams();
  const chartRef = useRef<HTMLDivElement | null>(null);
  const written = useSong(({ read }) => read.song.key);
  const view = useView(parameters.get('key'));
  const look = useMemo<Look>(
    () => ({
      view,
      chartRef,
      setViewKey: (wanted) =>
        setParameters(!wanted || sameKey(wanted, written) ? {} : { key: formatKey(wanted) }, {
          replace: true,
        }),
    }),
    [view, written, setParameters],
  );
  return (
    <LookContext.Provider value={look}>
      <ShownProvider waits={waits} musicKey={view.key}>
        {children}
      </ShownProvider>
    </LookContext.Provider>
  );
}

interface ShownProviderProps {
  waits: boolean;
  musicKey: Key;
  children: ReactNode;
}

function ShownProvider({ waits, musicKey, children }: ShownProviderProps) {
  const song = useSong((state) => state.read.song);
  const later = useDeferredValue(song);
  const shown = waits ? later : song;
  const [asPlayed, setAsPlayed] = useState(false);
  const unrolled = useMemo(
    () => (asPlayed && canUnroll(shown) ? unroll(expand(shown, { key: musicKey })) : null),
    [asPlayed, shown, musicKey],
  );
  const value = useMemo<Shown>(
    () => ({ shown, unrolled, asPlayed, setAsPlayed }),
    [shown, unrolled, asPlayed],
  );
  return <ShownContext.Provider value={value}>{children}</ShownContext.Provider>;
}

/** The view of the song's readers: made anew only where a key or a setting changes. */
function useView(keyText: string | null): ChartView {
  const key = useSong(({ read }) => read.song.key);
  const reading = useSong(({ read }) => read.song.reading);
  const minor = useSong(({ read }) => read.song.minor);
  const settings = reader.use(...chartSettings);
  return useMemo(
    () => ({
      key: keyNamed(keyText, { key }) ?? key,
      style: numberStyle({ key, reading, minor }, settings),
      letterStyle: letterStyle(settings),
      hero: 'numbers',
      letters: settings.letters,
      words: settings.words,
      wordsOnBeats: settings.wordsOnBeats,
      tune: settings.tune,
    }),
    [key, reading, minor, keyText, settings],
  );
}
