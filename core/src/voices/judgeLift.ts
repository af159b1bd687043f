import { fitVoice, outsideOf } from './fit.ts';
import { inSteps, nameOfPitch } from '../pitch/pitchNames.ts';
import type { SungRange } from './range.ts';
import { voiceOf, type Singer } from './singers.ts';

/** A lift that somebody thinks of: what it makes of the top, for each singer. */
export interface LiftVerdict {
  readonly semitones: number;
  /** Who cannot sing what is lifted, the worst first; nobody where it suits all. */
  readonly against: readonly { readonly who: string; readonly note: number; readonly by: number }[];
  readonly words: string;
}

/**
 * Whether what is sung behind a lift can still be sung by each singer, in the octave in which they sing the rest.
 * @param lifted what is sung behind the lift, not yet lifted, in the key that it stands in
 * @param rest what is sung of the whole song, by which the octave is chosen
 */
export function judgeLift(
  lifted: SungRange,
  rest: SungRange,
  singers: readonly Singer[],
  semitones: number,
): LiftVerdict {
  const against = singers
    .map(voiceOf)
    .flatMap((voice) => {
      const by = semitones + 12 * fitVoice(rest, 0, voice).octave;
      const bad = outsideOf(lifted, by, voice);
      const worst = semitones > 0 ? bad.at(-1) : bad[0];
      if (!worst) return [];
      const note = worst.note + by;
      const isLong = worst.longTimes > 0;
      const limit =
        note > voice.high
          ? isLong
            ? voice.high
            : voice.extremeHigh
          : isLong
            ? voice.low
            : voice.extremeLow;
      return [{ who: voice.name, note, by: note - limit }];
    })
    .sort((one, other) => Math.abs(other.by) - Math.abs(one.by));
  const up = `${inSteps(Math.abs(semitones))} ${semitones > 0 ? 'up' : 'down'}`;
  const words =
    against.length === 0
      ? `Everybody can still sing it ${up}.`
      : `${up[0]!.toUpperCase()}${up.slice(1)}: ${against.map(({ who, note, by }) => `${who} would sing ${nameOfPitch(note, rest.key, { spelling: 'easy' })}, ${inSteps(Math.abs(by))} ${by > 0 ? 'too high' : 'too low'}`).join('; ')}.`;
  return { semitones, against, words };
}
