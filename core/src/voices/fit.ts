import type { SungPitch, SungRange } from './range.ts';
import type { Voice } from './singers.ts';

/** A pitch that lies where it should not: which, how far beyond, how often it is sung. */
export interface Outside {
  /** MIDI number as it is sung. */
  readonly note: number;
  /** Half steps beyond, above or (negative) below. */
  readonly by: number;
  readonly times: number;
}

/** How a tune lies for one voice. */
export interface VoiceFit {
  readonly name: string;
  /** Octaves above (or, negative, below) where the tune is written, in which this voice sings it. */
  readonly octave: number;
  /** As it is sung. */
  readonly low: number;
  readonly high: number;
  readonly usual: number;
  /** The worst long note outside of comfort, and the worst note of all that cannot even be touched. */
  readonly long: Outside | null;
  readonly beyond: Outside | null;
  /** Shares of the sung time, from 0 to 1: of long notes outside of comfort, and of short ones there. */
  readonly longShare: number;
  readonly shortShare: number;
  /** Where the usual note lies: 0 at the middle of comfort, 1 at its upper end, -1 at its lower end. */
  readonly lies: number;
}

/** How a tune lies for a voice when it is moved by some half steps, in the octave in which it lies best. */
export function fitVoice(range: SungRange, shift: number, voice: Voice): VoiceFit {
  const middle = (voice.low + voice.high) / 2;
  const near = Math.round((middle - (range.usual + shift)) / 12);
  const fits = [near - 1, near, near + 1].map((octave) => fitIn(range, shift, octave, voice));
  return fits.reduce((best, one) => (isBetter(one, best) ? one : best));
}

function fitIn(range: SungRange, shift: number, octave: number, voice: Voice): VoiceFit {
  const by = shift + 12 * octave;
  const all = range.pitches.reduce((sum, { ticks }) => sum + ticks, 0);
  let [longTicks, shortTicks] = [0, 0];
  let long: Outside | null = null;
  let beyond: Outside | null = null;
  for (const pitch of range.pitches) {
    const note = pitch.note + by;
    const over = distance(note, voice.low, voice.high);
    if (over !== 0) {
      longTicks += pitch.longTicks;
      shortTicks += pitch.ticks - pitch.longTicks;
      if (pitch.longTimes > 0) long = worse(long, { note, by: over, times: pitch.longTimes });
    }
    const far = distance(note, voice.extremeLow, voice.extremeHigh);
    if (far !== 0) beyond = worse(beyond, { note, by: far, times: pitch.times });
  }
  const half = Math.max(1, (voice.high - voice.low) / 2);
  return {
    name: voice.name,
    octave,
    low: range.low + by,
    high: range.high + by,
    usual: range.usual + by,
    long,
    beyond,
    longShare: longTicks / all,
    shortShare: shortTicks / all,
    lies: (range.usual + by - (voice.low + voice.high) / 2) / half,
  };
}

/** Half steps that a note lies above the upper or (negative) below the lower end; 0 between them. */
export function distance(note: number, low: number, high: number): number {
  return note > high ? note - high : note < low ? note - low : 0;
}

function worse(one: Outside | null, other: Outside): Outside {
  return one && Math.abs(one.by) >= Math.abs(other.by) ? one : other;
}

/** Long notes first, then what cannot be touched, then the short ones, then where the tune spends its time. */
function isBetter(one: VoiceFit, other: VoiceFit): boolean {
  const order = [
    Number(one.long !== null) - Number(other.long !== null),
    one.longShare - other.longShare,
    Math.abs(one.beyond?.by ?? 0) - Math.abs(other.beyond?.by ?? 0),
    one.shortShare - other.shortShare,
    Math.abs(one.lies) - Math.abs(other.lies),
  ];
  return (order.find((part) => part !== 0) ?? 0) < 0;
}

/** The pitches of a range that lie outside of what a voice can sing, as they are written. */
export function outsideOf(range: SungRange, by: number, voice: Voice): readonly SungPitch[] {
  return range.pitches.filter(({ note, longTimes }) =>
    longTimes > 0
      ? distance(note + by, voice.low, voice.high) !== 0
      : distance(note + by, voice.extremeLow, voice.extremeHigh) !== 0,
  );
}
