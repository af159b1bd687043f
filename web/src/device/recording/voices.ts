/// <reference types="vite/client" />
import stretchFile from 'signalsmith-stretch?url';

/** Where something goes round, in seconds. */
export interface Loop {
  readonly from: number;
  readonly to: number;
}

/** How a recording is played. */
export interface Manner {
  /** 1 is as fast as it was played. */
  readonly speed: number;
  /** Half steps higher. */
  readonly steps: number;
  readonly loop: Loop | null;
}

/** Something that a recording sounds by. Times are seconds of the recording. */
export interface Voice {
  /** Sounds from a moment on. Rejects where the browser does not let it. */
  readonly start: (at: number, manner: Manner) => Promise<void>;
  readonly stop: () => void;
  /** Plays on in another manner. */
  readonly change: (manner: Manner) => void;
  /** The moment that is heard now. */
  readonly position: () => number;
  readonly end: () => void;
}

/** The browser's own player: slow or fast in its pitch, without reading the whole recording into memory. */
export function elementVoice(element: HTMLAudioElement): Voice {
  const change = ({ speed }: Manner) => {
    element.preservesPitch = true;
    element.playbackRate = speed;
  };
  return {
    start: (at, manner) => {
      change(manner);
      element.currentTime = at;
      return element.play();
    },
    stop: () => element.pause(),
    change,
    position: () => element.currentTime,
    end: () => {
      element.pause();
      element.removeAttribute('src');
      element.load();
    },
  };
}

/** What was read into memory, in another key and as fast as one likes; it ends with its context. */
export async function stretchedVoice(context: AudioContext, sound: AudioBuffer): Promise<Voice> {
  const { default: makeStretch } = await import('signalsmith-stretch');
  makeStretch.moduleUrl = stretchFile;
  const node = await makeStretch(context);
  const channels = Array.from({ length: Math.min(2, sound.numberOfChannels) }, (_, channel) =>
    sound.getChannelData(channel).slice(),
  );
  await node.addBuffers(
    channels,
    channels.map(({ buffer }) => buffer),
  );
  node.connect(context.destination);
  let manner: Manner = { speed: 1, steps: 0, loop: null };
  /** Which moment was heard when, by the clock of the context; nothing sounds where it is null. */
  let began: { readonly at: number; readonly when: number } | null = null;
  let stoppedAt = 0;

  const position = () => {
    if (!began) return stoppedAt;
    const at = began.at + Math.max(0, context.currentTime - began.when) * manner.speed;
    const { loop } = manner;
    if (!loop || at < loop.to) return at;
    return loop.from + ((at - loop.from) % (loop.to - loop.from));
  };
  const begin = (at: number) => {
    const when = context.currentTime + 0.02;
    began = { at, when };
    const { speed, steps, loop } = manner;
    void node.schedule({
      active: true,
      input: at,
      output: when,
      rate: speed,
      semitones: steps,
      loopStart: loop?.from ?? 0,
      loopEnd: loop?.to ?? 0,
    });
  };
  return {
    start: async (at, how) => {
      manner = how;
      await context.resume();
      begin(at);
    },
    stop: () => {
      stoppedAt = position();
      began = null;
      void node.schedule({ active: false });
    },
    change: (how) => {
      const at = position();
      manner = how;
      if (began) begin(at);
      else stoppedAt = at;
    },
    position,
    end: () => {
      node.disconnect();
      void context.close();
    },
  };
}
