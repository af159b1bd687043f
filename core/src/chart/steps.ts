export type TexturedHand = 'left' | 'right';

/** How long a step of a pattern is: a felt beat, or a part of a quarter (in compound time the written eighth). */
export const stepLengths = ['beats', 'eighths', 'sixteenths', 'triplets'] as const;
export type StepLength = (typeof stepLengths)[number];

/**
 * Which note of what a hand holds: the top one, what lies between, the lowest; and for a left hand the fifth of the
 * chord and the octave above its lowest note, whether it holds them or not.
 */
export type StepVoice = 'top' | 'middle' | 'low' | 'fifth' | 'octave';

/** One step of a pattern. */
export type Step =
  | {
      readonly kind: 'strike';
      /** From the top down, each once; `rings` sounds on until it is struck again or the chord goes. */
      readonly notes: readonly { readonly voice: StepVoice; readonly rings: boolean }[];
      readonly weight: 'ghost' | 'plain' | 'accent';
      /** Left at once. */
      readonly short: boolean;
    }
  /** What was struck before goes on. */
  | { readonly kind: 'hold' }
  | { readonly kind: 'silence' };
export type StrikeStep = Extract<Step, { kind: 'strike' }>;

/** Longest pattern, in steps: a bar of 12/8 in sixteenths is 24, one of 4/4 in triplets of sixteenths would be 48. */
export const mostSteps = 48;

/** The voices of each hand from the top down, with the letters that stand for them. */
export const voicesOf: Readonly<Record<TexturedHand, readonly StepVoice[]>> = {
  right: ['top', 'middle', 'low'],
  left: ['octave', 'fifth', 'top', 'middle', 'low'],
};
const letters: Readonly<Record<StepVoice, string>> = {
  top: 'T',
  middle: 'M',
  low: 'L',
  fifth: '5',
  octave: '8',
};
const held: readonly StepVoice[] = ['top', 'middle', 'low'];

/** The steps of a text, or the first word that is none and how many were read before it. */
export function readSteps(
  text: string,
  hand: TexturedHand,
):
  | { readonly ok: true; readonly value: readonly Step[] }
  | { readonly ok: false; readonly text: string; readonly start: number; readonly read: number } {
  const steps: Step[] = [];
  for (const { 0: word, index: start } of text.matchAll(/\S+/g)) {
    const step = readStep(word, hand);
    if (!step) return { ok: false, text: word, start, read: steps.length };
    steps.push(step);
  }
  return { ok: true, value: steps };
}

function readStep(word: string, hand: TexturedHand): Step | null {
  if (word === '.') return { kind: 'hold' };
  if (word === '_') return { kind: 'silence' };
  const found = /^(\()?((?:[TMLA58]~?)+)(>)?(!)?(\))?$/i.exec(word);
  if (!found || Boolean(found[1]) !== Boolean(found[5]) || (found[1] && found[3])) return null;
  const rings = new Map<StepVoice, boolean>();
  for (const [, letter, ring] of found[2]!.matchAll(/([TMLA58])(~?)/gi)) {
    const voices =
      letter!.toUpperCase() === 'A'
        ? held
        : voicesOf[hand].filter((voice) => letters[voice] === letter!.toUpperCase());
    if (voices.length === 0) return null;
    for (const voice of voices) rings.set(voice, ring === '~');
  }
  return {
    kind: 'strike',
    notes: notesInOrder(hand, rings),
    weight: found[1] ? 'ghost' : found[3] ? 'accent' : 'plain',
    short: Boolean(found[4]),
  };
}

/** A strike of these voices, from the top down. */
export function notesInOrder(
  hand: TexturedHand,
  rings: ReadonlyMap<StepVoice, boolean>,
): StrikeStep['notes'] {
  return voicesOf[hand].flatMap((voice) => {
    const ring = rings.get(voice);
    return ring === undefined ? [] : [{ voice, rings: ring }];
  });
}

/** @example printStep({ kind: 'hold' }) // '.' */
export function printStep(step: Step): string {
  if (step.kind === 'hold') return '.';
  if (step.kind === 'silence') return '_';
  const all = held.map((voice) => step.notes.find((note) => note.voice === voice));
  const same = all.every((note) => note && note.rings === all[0]!.rings);
  const inLetters = step.notes
    .filter(({ voice }) => !same || !held.includes(voice))
    .map(({ voice, rings }) => letters[voice] + (rings ? '~' : ''));
  const text = [...inLetters, ...(same ? [all[0]!.rings ? 'A~' : 'A'] : [])].join('');
  const marked = text + (step.weight === 'accent' ? '>' : '') + (step.short ? '!' : '');
  return step.weight === 'ghost' ? `(${marked})` : marked;
}
