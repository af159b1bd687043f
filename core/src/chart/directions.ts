import { nothingSaidOfHands, type SaidHands } from './saidHands.ts';

/** What a direction means for the hands that play it. */
export interface Said {
  /** Added to the velocity of every note. */
  readonly louder: number;
  /** The loudness climbs (or, negative, falls) by this much from the beginning of the part to its end. */
  readonly growing: number;
  readonly octaves: number;
  /** The hands that are silent. */
  readonly silent: readonly ('left' | 'right')[];
}

export const nothingSaid: Said = { louder: 0, growing: 0, octaves: 0, silent: [] };

/**
 * The words players write over a section, and what is heard of them (common practice, no published source for the
 * amounts). A direction that says none of these is for people to read.
 */
const words: readonly (readonly [pattern: RegExp, meaning: Partial<Said>])[] = [
  [/\b(?:soft(?:er|ly)?|quiet(?:er|ly)?|gentl[ey]|hushed)\b/, { louder: -18 }],
  [/\b(?:loud(?:er|ly)?|full|strong(?:er|ly)?|forte)\b/, { louder: 16 }],
  [/\b(?:build(?:ing)?|crescendo|growing)\b/, { growing: 28 }],
  [/\b(?:fade|fading|diminuendo|dying away)\b/, { growing: -28 }],
  [
    /\b(?:octave (?:lower|down)|down an octave|both hands low|8vb)\b|(?:^|,)\s*low\s*(?:,|$)/,
    { octaves: -1 },
  ],
  [
    /\b(?:octave (?:higher|up)|up an octave|both hands high|8va)\b|(?:^|,)\s*high\s*(?:,|$)/,
    { octaves: 1 },
  ],
  [/\b(?:right hand only|no left hand)\b/, { silent: ['left'] }],
  [/\b(?:left hand only|no right hand)\b/, { silent: ['right'] }],
  [/\b(?:drop out|tacet|no keys|keys out|keys silent)\b/, { silent: ['left', 'right'] }],
];

/** @example readDirections(['softer, octave lower']) // { louder: -18, octaves: -1, growing: 0, silent: [] } */
export function readDirections(directions: readonly string[]): Said {
  let said = nothingSaid;
  for (const direction of directions) {
    const text = direction.toLowerCase();
    for (const [pattern, meaning] of words) {
      if (!pattern.test(text)) continue;
      said = {
        louder: said.louder + (meaning.louder ?? 0),
        growing: said.growing + (meaning.growing ?? 0),
        octaves: said.octaves + (meaning.octaves ?? 0),
        silent: [...new Set([...said.silent, ...(meaning.silent ?? [])])],
      };
    }
  }
  return said;
}

/** What the directions of a section say of its hands: the same as a line `octave: up`, which counts more where both are written. */
export function handsOfDirections(directions: readonly string[]): SaidHands {
  const { octaves } = readDirections(directions);
  return octaves === 0 ? nothingSaidOfHands : { ...nothingSaidOfHands, octaves };
}
