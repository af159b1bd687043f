import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';
import { isCompound, type Meter } from './meter.ts';
import {
  findPattern,
  patternNamed,
  patternNames,
  type Pattern,
  type PatternName,
} from './patterns.ts';
import {
  mostSteps,
  printStep,
  readSteps,
  stepLengths,
  type Step,
  type StepLength,
  type TexturedHand,
} from './steps.ts';

export const dynamics = ['soft', 'medium', 'loud'] as const;
export type Dynamic = (typeof dynamics)[number];

/** How a hand strikes what it holds: a pattern by its name or one's own, how dense and how loud it is. */
export interface Texture {
  readonly pattern: PatternName | readonly Step[];
  /** Null for the length that the pattern is known with; one's own has eighths. */
  readonly step: StepLength | null;
  readonly dynamic: Dynamic;
  /** The last step of each chord is the fifth of the next one. Some patterns of the left hand lead by themselves. */
  readonly leading: boolean;
}

/** The texture of each hand; null where nothing is said. */
export interface Textures {
  readonly left: Texture | null;
  readonly right: Texture | null;
}

export const noTextures: Textures = { left: null, right: null };

/**
 * Reads what stands after `left:` or `right:`: a pattern's name or its steps, then, between commas, how long a step is,
 * how loud it is and whether it leads: `T~ M L M, sixteenths, soft`. Nothing at all is a hand that holds its chords.
 */
export function readTexture(value: string, hand: TexturedHand): Result<Texture | null> {
  if (value.trim() === '') return success(null);
  const parts = partsOf(value);
  const [first, ...options] = parts;
  const pattern = readPattern(first!, hand);
  if (!pattern.ok) return pattern;
  let texture: Texture = { pattern: pattern.value, step: null, dynamic: 'medium', leading: false };
  for (const { text, start } of options) {
    const said = text.toLowerCase();
    const step = stepLengths.find((one) => one === said);
    const dynamic = dynamics.find((one) => one === said);
    if (step) texture = { ...texture, step };
    else if (dynamic) texture = { ...texture, dynamic };
    else if (said === 'leading' && hand === 'left') texture = { ...texture, leading: true };
    else {
      const words = [...stepLengths, ...dynamics, ...(hand === 'left' ? ['leading'] : [])];
      return failure({
        severity: 'problem',
        message: `After the pattern stands how it is played: ${words.join(', ')}; not ${quoted(text)}.`,
        place: placeInLine(start, Math.max(text.length, 1)),
        repairs: words.filter((word) => word[0] === said[0]).map(replaceWith),
      });
    }
  }
  return success(texture);
}

/** @example printTexture({ pattern: 'block', step: null, dynamic: 'soft', leading: false }) // 'block, soft' */
export function printTexture({ pattern, step, dynamic, leading }: Texture): string {
  return [
    typeof pattern === 'string' ? pattern : pattern.map(printStep).join(' '),
    ...(step ? [step] : []),
    ...(dynamic === 'medium' ? [] : [dynamic]),
    ...(leading ? ['leading'] : []),
  ].join(', ');
}

/** What a hand of a section is to do: the section's own word, else the song's. */
export function texturesOf(song: Textures, section: Textures): Textures {
  return { left: section.left ?? song.left, right: section.right ?? song.right };
}

/** What a texture comes to in a metre: its steps (none for a hand that strikes and holds), how long each is, and whether it leads. */
export function patternOf(
  { pattern, step, leading }: Texture,
  hand: TexturedHand,
  meter: Meter,
): Pattern {
  if (typeof pattern !== 'string') return { steps: pattern, step: step ?? 'eighths', leading };
  const named = patternNamed(pattern, hand, isCompound(meter));
  return { ...named, step: step ?? named.step, leading: leading || named.leading };
}

function readPattern(
  { text, start }: { readonly text: string; readonly start: number },
  hand: TexturedHand,
): Result<Texture['pattern']> {
  const named = findPattern(text, hand);
  if (named) return success(named);
  const steps = readSteps(text, hand);
  if (steps.ok && steps.value.length > mostSteps) {
    return failure({
      severity: 'problem',
      message: `A pattern has up to ${mostSteps} steps; this has ${steps.value.length}.`,
      place: placeInLine(start, text.length),
      repairs: [replaceWith(steps.value.slice(0, mostSteps).map(printStep).join(' '))],
    });
  }
  if (steps.ok) return success(steps.value);
  const names = patternNames(hand);
  const near = names.filter((name) => name[0] === text[0]?.toLowerCase());
  // A word that looks like a step, or more than one, was meant for steps.
  const meantSteps = text.includes(' ') && steps.read > 0;
  const message = meantSteps
    ? `${quoted(steps.text)} is no step. ${stepsInWords[hand]}`
    : `${quoted(text)} is no pattern of the ${hand} hand. There are ${names.join(', ')}; or write its steps. ${stepsInWords[hand]}`;
  const place = meantSteps
    ? placeInLine(start + steps.start, steps.text.length)
    : placeInLine(start, Math.max(text.length, 1));
  const repairs = meantSteps ? [replaceWith('.')] : near.map(replaceWith);
  return failure({ severity: 'problem', message, place, repairs });
}

const marksInWords = '. goes on, _ is silence, ( ) soft, > accented, ~ rings on, ! short.';
const stepsInWords: Readonly<Record<TexturedHand, string>> = {
  right: `Steps are T (top), M (middle), L (low), A (all); ${marksInWords}`,
  left: `Steps are L (lowest), M (middle), T (top), A (all), 5 and 8 above the lowest; ${marksInWords}`,
};

/** The parts between commas, without the space around them, and where each begins. */
function partsOf(value: string): { readonly text: string; readonly start: number }[] {
  let at = 0;
  return value.split(',').map((part) => {
    const start = at + part.length - part.trimStart().length;
    at += part.length + 1;
    return { text: part.trim(), start };
  });
}
