import type { StageBeat } from '@intervallum/core';

/** So far ahead beats are given to the sound card, and so often it is looked, in milliseconds. */
const aheadMs = 250;
const everyMs = 100;

/**
 * Clicks at moments that others know too, so that several devices click together as far as their clocks agree.
 * @param now the clock of all of them, in milliseconds
 * @param beats those between two moments by that clock, in order
 * @returns ends it
 */
export function clickAlong(
  now: () => number,
  beats: (from: number, to: number) => readonly StageBeat[],
): () => void {
  if (typeof AudioContext === 'undefined') return () => undefined;
  const sound = new AudioContext({ latencyHint: 'interactive' });
  // After a reload a browser waits for a touch; the click goes on in time until then.
  void sound.resume();
  let done = now();
  const look = () => {
    const here = now();
    const to = here + aheadMs;
    // After a sleep what was missed is not made up for.
    for (const { at, isStrong } of beats(Math.max(done, here), to))
      strike(sound, sound.currentTime + (at - here) / 1_000, isStrong);
    done = to;
  };
  look();
  const timer = setInterval(look, everyMs);
  return () => {
    clearInterval(timer);
    void sound.close();
  };
}

/** A short tone, higher where a bar begins. */
function strike(sound: AudioContext, at: number, isStrong: boolean): void {
  const tone = sound.createOscillator();
  const level = sound.createGain();
  tone.frequency.value = isStrong ? 1_568 : 1_047;
  level.gain.setValueAtTime(isStrong ? 0.5 : 0.3, at);
  level.gain.exponentialRampToValueAtTime(0.001, at + 0.05);
  tone.connect(level).connect(sound.destination);
  tone.start(at);
  tone.stop(at + 0.06);
}
