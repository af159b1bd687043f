import { createStore, type StoreApi } from 'zustand/vanilla';
import { transport } from '../audio/transport.ts';
import { elementVoice, stretchedVoice, type Loop, type Manner, type Voice } from './voices.ts';

/** Longer than so many seconds a recording is not read into memory: a quarter of an hour takes some 300 MB there. */
export const longestRead = 15 * 60;

export interface RecordingState {
  /** `unknown` is a file that this browser cannot play. */
  readonly is: 'opening' | 'open' | 'unknown';
  /** How long it is, in seconds. */
  readonly seconds: number;
  /** The moment that is heard, or was heard last. */
  readonly at: number;
  readonly isPlaying: boolean;
  readonly speed: number;
  readonly steps: number;
  readonly loop: Loop | null;
  /** How far it is with another key: it is read into memory first. */
  readonly shift: 'ready' | 'reading' | 'failed';
}

/** A recording that is listened to: one sounds at a time, and nothing else beside it. */
export interface Recording {
  readonly store: StoreApi<RecordingState>;
  readonly toggle: () => void;
  readonly pause: () => void;
  readonly seek: (at: number) => void;
  readonly setSpeed: (speed: number) => void;
  /** Moves it by half steps. Longer ones than `longestRead` stay in their key. */
  readonly setSteps: (steps: number) => void;
  readonly setLoop: (loop: Loop | null) => void;
  /** Everything that was recorded, at so many samples a second. Rejects where the browser cannot read it. */
  readonly read: (rate: number) => Promise<AudioBuffer>;
  /** Opens it. @returns ends whatever sounds of it */
  readonly open: () => () => void;
}

/** How often, in milliseconds, it is looked where a recording is. */
const looks = 30;
/** A file that does not say how long it is says so when one goes beyond its end. */
const beyond = 1e7;

const unopened: RecordingState = {
  is: 'opening',
  seconds: 0,
  at: 0,
  isPlaying: false,
  speed: 1,
  steps: 0,
  loop: null,
  shift: 'ready',
};

/** @param content a file of this device, which nothing sends anywhere, or the address of one of ours */
export function createRecording(content: Blob | string): Recording {
  const store = createStore<RecordingState>(() => unopened);
  const element = new Audio();
  element.preload = 'metadata';
  const plain = elementVoice(element);
  let shifted: Promise<Voice> | null = null;
  let voice = plain;
  let looking: ReturnType<typeof setInterval> | undefined;
  let isOpen = false;

  const mannerNow = (): Manner => store.getState();
  const opened = () => {
    const { duration } = element;
    if (!Number.isFinite(duration)) {
      element.currentTime = beyond;
      return;
    }
    element.currentTime = 0;
    store.setState({ is: 'open', seconds: duration });
  };
  const closed = () => {
    pause();
    if (isOpen) store.setState({ is: 'unknown' });
  };
  element.addEventListener('loadedmetadata', opened);
  element.addEventListener('durationchange', () => {
    if (store.getState().is === 'opening' && Number.isFinite(element.duration)) opened();
  });
  element.addEventListener('error', closed);

  function look(): void {
    const { loop, seconds } = store.getState();
    const at = voice.position();
    if (loop && at >= loop.to) seek(loop.from);
    else if (at >= seconds - 0.01) {
      pause();
      store.setState({ at: seconds });
    } else store.setState({ at });
  }

  function pause(): void {
    clearInterval(looking);
    if (!store.getState().isPlaying) return;
    voice.stop();
    store.setState({ isPlaying: false, at: voice.position() });
  }

  function play(): void {
    const { at, seconds, loop } = store.getState();
    const from = loop && (at < loop.from || at >= loop.to) ? loop.from : at;
    transport.giveWay(pause);
    store.setState({ isPlaying: true });
    clearInterval(looking);
    looking = setInterval(look, looks);
    sound(from >= seconds - 0.05 ? 0 : from);
  }

  function sound(at: number): void {
    voice.start(at, mannerNow()).catch((error: unknown) => {
      const name = error instanceof DOMException ? error.name : '';
      // Stopped before it had begun is no fault.
      if (name === 'AbortError') return;
      pause();
      if (name === 'NotSupportedError') closed();
      else console.error('The recording does not sound.', error);
    });
  }

  function seek(wanted: number): void {
    const { seconds, isPlaying } = store.getState();
    const at = Math.min(Math.max(0, wanted), seconds);
    // At its end a browser would begin anew.
    if (isPlaying && at >= seconds - 0.05) pause();
    else if (isPlaying) sound(at);
    store.setState({ at });
  }

  /** Sounds by another voice from where it is. */
  function soundBy(next: Voice): void {
    const { isPlaying } = store.getState();
    if (voice === next) return voice.change(mannerNow());
    pause();
    voice = next;
    if (isPlaying) play();
  }

  async function read(rate: number): Promise<AudioBuffer> {
    const source = typeof content === 'string' ? await fetch(content) : content;
    if (source instanceof Response && !source.ok)
      throw new Error(`The recording was not sent: ${source.status}.`);
    const bytes = await source.arrayBuffer();
    return new OfflineAudioContext(1, 1, rate).decodeAudioData(bytes);
  }

  async function openShifted(): Promise<Voice> {
    const context = new AudioContext();
    try {
      return await stretchedVoice(context, await read(context.sampleRate));
    } catch (error) {
      void context.close();
      throw error;
    }
  }

  return {
    store,
    toggle: () => {
      const { isPlaying, is } = store.getState();
      if (isPlaying) pause();
      else if (is === 'open') play();
    },
    pause,
    seek,
    setSpeed: (speed) => {
      store.setState({ speed });
      voice.change(mannerNow());
    },
    setLoop: (loop) => {
      store.setState({ loop });
      const { isPlaying } = store.getState();
      const at = voice.position();
      if (isPlaying && loop && (at < loop.from || at >= loop.to)) seek(loop.from);
      else voice.change(mannerNow());
    },
    setSteps: (steps) => {
      store.setState({ steps });
      if (steps === 0) return soundBy(plain);
      if (!shifted) {
        store.setState({ shift: 'reading' });
        shifted = openShifted();
      }
      shifted.then(
        (made) => {
          store.setState({ shift: 'ready' });
          if (isOpen && store.getState().steps !== 0) soundBy(made);
        },
        (error: unknown) => {
          console.error('The recording cannot be moved to another key.', error);
          shifted = null;
          store.setState({ shift: 'failed', steps: 0 });
        },
      );
    },
    read,
    open: () => {
      const address = typeof content === 'string' ? content : URL.createObjectURL(content);
      isOpen = true;
      store.setState(unopened);
      element.src = address;
      return () => {
        isOpen = false;
        pause();
        plain.end();
        // What failed was told already.
        void shifted?.then((made) => made.end()).catch(() => undefined);
        shifted = null;
        voice = plain;
        if (typeof content !== 'string') URL.revokeObjectURL(address);
      };
    },
  };
}
