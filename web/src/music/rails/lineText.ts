import {
  countedOctave,
  nameDegree,
  type LineEvent,
  type LineNote,
  type LineOfBar,
  type NumberStyle,
} from '@intervallum/core';

/** The hands that play a line, the right one first. */
export function handsOfLine(hand: LineOfBar['hand']): readonly ('left' | 'right')[] {
  return hand === 'both' ? ['right', 'left'] : [hand];
}

/** An arrow for each octave that a line is played away from where it is written. */
export function octaveSigns(octaves: number): string {
  return (octaves > 0 ? '↑' : '↓').repeat(Math.abs(octaves));
}

/** How long a voice lasts, in ticks. */
export function voiceTicks(voice: readonly LineEvent[]): number {
  return voice.reduce((sum, { ticks }) => sum + ticks, 0);
}

/**
 * How wide what is struck at once is: its degrees with what stands beside them.
 * @param small how large that is, in CSS pixels
 */
export function strikeWidth(
  event: LineEvent,
  style: NumberStyle,
  small: number,
  measure: (text: string, isSmall: boolean) => number,
): number {
  if (event.kind !== 'notes') return small + 3;
  const { grace, slide, notes, accent } = event;
  const note = (one: LineNote, isSmall: boolean) => {
    const dots = Math.abs(countedOctave(one, style.minor)) * small * 0.45;
    const finger = one.finger === null ? 0 : small * 0.6 + 3;
    return Math.max(dots, measure(nameDegree(one.degree, style), isSmall)) + finger + 3;
  };
  const sum = (widths: readonly number[]) => widths.reduce((total, width) => total + width, 0);
  return (
    sum([...grace, ...(slide ? [slide] : [])].map((one) => note(one, true))) +
    sum(notes.map((one) => note(one, false))) +
    (notes.length - 1 + (slide ? 1 : 0) + (accent ? 1 : 0)) * (small + 5) +
    6
  );
}
