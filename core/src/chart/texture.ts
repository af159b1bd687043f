import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';
import { commaParts } from './commaParts.ts';
import { isCompound, type Meter } from './meter.ts';
import {
  isForHand,
  printPatternBars,
  readPatternBars,
  stepsInWords,
  type PatternBars,
  type SongPattern,
} from './ownPatterns.ts';
import {
  findPattern,
  patternNamed,
  patternNames,
  type Pattern,
  type PatternName,
} from './patterns.ts';
import { readSteps, stepLengths, type StepLength, type TexturedHand } from './steps.ts';

export const dynamics = ['soft', 'medium', 'loud'] as const;
export type Dynamic = (typeof dynamics)[number];

/** How a hand strikes what it holds: a pattern by its name or one's own, how dense and how loud it is. */
export interface Texture {
  readonly pattern: PatternName | PatternBars;
  /** What the song calls a pattern of its own; null for one without a name. */
  readonly name: string | null;
  /** Null for the length that the pattern is known with; one's own has eighths. */
  readonly step: StepLength | null;
  readonly dynamic: Dynamic;
  /** The last step of each chord is the fifth of the next one. Some patterns of the left hand lead by themselves. */
  readonly leading: boolean;
}

/** What a hand does in a single bar of a section: counted from 1, as the bars are played in each time through it. */
export interface BarTexture {
  readonly hand: TexturedHand;
  readonly bar: number;
  readonly texture: Texture;
}

/** The texture of each hand; null where nothing is said. */
export interface Textures {
  readonly left: Texture | null;
  readonly right: Texture | null;
  /** Single bars in which a hand does something else, in order; a whole song has none. */
  readonly bars: readonly BarTexture[];
}

export const noTextures: Textures = { left: null, right: null, bars: [] };

/** A pattern as it is played where nothing more is said of it. */
export function textureOf(pattern: Texture['pattern']): Texture {
  return { pattern, name: null, step: null, dynamic: 'medium', leading: false };
}

/**
 * Reads what stands after `left:` or `right:`: a pattern's name, the song's own name for one between quotation marks, or steps,
 * then, between commas, how long a step is, how loud it is and whether it leads: `T~ M L M, sixteenths, soft`. Nothing at all is
 * a hand that holds its chords.
 * @param patterns those of the song's own that have names
 */
export function readTexture(
  value: string,
  hand: TexturedHand,
  patterns: readonly SongPattern[] = [],
): Result<Texture | null> {
  if (value.trim() === '') return success(null);
  const [first, ...options] = commaParts(value);
  const begun = begin(first!, hand, patterns);
  if (!begun.ok) return begun;
  let texture = begun.value;
  const isNamed = texture.name !== null;
  for (const { text, start } of options) {
    const said = text.toLowerCase();
    const step = isNamed ? undefined : stepLengths.find((one) => one === said);
    const dynamic = dynamics.find((one) => one === said);
    if (step) texture = { ...texture, step };
    else if (dynamic) texture = { ...texture, dynamic };
    else if (said === 'leading' && hand === 'left' && !isNamed)
      texture = { ...texture, leading: true };
    else {
      const more = isNamed ? [] : [...stepLengths, ...(hand === 'left' ? ['leading'] : [])];
      const words = [...dynamics, ...more];
      const elsewhere = isNamed ? ' The rest stands where the pattern is said.' : '';
      return failure({
        severity: 'problem',
        message: `After the pattern stands how it is played: ${words.join(', ')}; not ${quoted(text)}.${elsewhere}`,
        place: placeInLine(start, Math.max(text.length, 1)),
        repairs: words.filter((word) => word[0] === said[0]).map(replaceWith),
      });
    }
  }
  return success(texture);
}

/** @example printTexture({ pattern: 'block', name: null, step: null, dynamic: 'soft', leading: false }) // 'block, soft' */
export function printTexture({ pattern, name, step, dynamic, leading }: Texture): string {
  const loudness = dynamic === 'medium' ? [] : [dynamic];
  if (name !== null) return [`“${name}”`, ...loudness].join(', ');
  return [
    typeof pattern === 'string' ? pattern : printPatternBars(pattern),
    ...(step ? [step] : []),
    ...loudness,
    ...(leading ? ['leading'] : []),
  ].join(', ');
}

/** What each hand of a section does, a line for each that says something. */
export function printTextures({ left, right, bars }: Textures): string[] {
  return [
    ...(right ? [`right: ${printTexture(right)}`] : []),
    ...(left ? [`left: ${printTexture(left)}`] : []),
    ...bars.map(({ hand, bar, texture }) => `${hand} bar ${bar}: ${printTexture(texture)}`),
  ];
}

/** The hand that a word before a colon names, and the bar it is about; null for a line that says nothing of a hand. */
export function textureLineNamed(
  word: string,
): { readonly hand: TexturedHand; readonly bar: number | null } | null {
  const found = /^(?<hand>left|right)(?:\s+bar\s+(?<bar>\d{1,3}))?$/i.exec(word.trim())?.groups;
  if (!found) return null;
  const hand = found['hand']!.toLowerCase() === 'left' ? 'left' : 'right';
  return { hand, bar: found['bar'] === undefined ? null : Number(found['bar']) };
}

/** Textures with what a hand does in one bar; null where it does what it does in the others. */
export function withBarTexture(
  textures: Textures,
  hand: TexturedHand,
  bar: number,
  texture: Texture | null,
): Textures {
  const others = textures.bars.filter((one) => one.hand !== hand || one.bar !== bar);
  const bars = [...others, ...(texture ? [{ hand, bar, texture }] : [])];
  return { ...textures, bars: bars.sort(inOrder) };
}

/** From the first bar on, the right hand before the left. */
export function inOrder(one: BarTexture, other: BarTexture): number {
  return one.bar - other.bar || (one.hand === other.hand ? 0 : one.hand === 'right' ? -1 : 1);
}

/** What a hand of a section is to do: the section's own word, else the song's. */
export function texturesOf(song: Textures, section: Textures): Textures {
  return {
    left: section.left ?? song.left,
    right: section.right ?? song.right,
    bars: section.bars,
  };
}

/** What a hand does in a bar of a section (counted from 1): the bar's own word, else the section's. */
export function textureInBar(textures: Textures, hand: TexturedHand, bar: number): Texture | null {
  const own = textures.bars.find((one) => one.hand === hand && one.bar === bar);
  return own?.texture ?? textures[hand];
}

/** What a texture comes to in a metre: its bars (of no steps for a hand that strikes and holds), how long each step is, and whether it leads. */
export function patternOf(
  { pattern, step, leading }: Texture,
  hand: TexturedHand,
  meter: Meter,
): Pattern {
  if (typeof pattern !== 'string') {
    const leads = leading && hand === 'left';
    return { bars: pattern, step: step ?? 'eighths', leading: leads, isKnown: false };
  }
  const named = patternNamed(pattern, hand, isCompound(meter));
  return { ...named, step: step ?? named.step, leading: leading || named.leading };
}

/** A texture by its pattern, before anything more is said of it. */
function begin(
  { text, start }: { readonly text: string; readonly start: number },
  hand: TexturedHand,
  patterns: readonly SongPattern[],
): Result<Texture> {
  const name = /^["“](?<name>[^"“”]*)["”]$/u.exec(text)?.groups?.['name']?.trim();
  if (name !== undefined) return ofSong(name, { text, start }, hand, patterns);
  const known = findPattern(text, hand);
  if (known) return success(textureOf(known));
  const [word = ''] = text.split(/[\s|]+/).filter((one) => one !== '');
  // A word that looks like a step, and more after it, was meant for steps.
  const meantSteps = /[\s|]/.test(text) && readSteps(word, hand).ok;
  if (meantSteps || readSteps(text, hand).ok) {
    const bars = readPatternBars(text, hand, start);
    return bars.ok ? success(textureOf(bars.value)) : bars;
  }
  const names = patternNames(hand);
  const own = patterns.length > 0 ? `, those of the song between quotation marks` : '';
  return failure({
    severity: 'problem',
    message: `${quoted(text)} is no pattern of the ${hand} hand. There are ${names.join(', ')}${own}; or write its steps. ${stepsInWords[hand]}`,
    place: placeInLine(start, Math.max(text.length, 1)),
    repairs: names.filter((one) => one[0] === text[0]?.toLowerCase()).map(replaceWith),
  });
}

/** One of the song's own patterns by its name. */
function ofSong(
  name: string,
  { text, start }: { readonly text: string; readonly start: number },
  hand: TexturedHand,
  patterns: readonly SongPattern[],
): Result<Texture> {
  const usable = patterns.filter(({ bars }) => isForHand(bars, hand));
  const found = usable.find((pattern) => pattern.name.toLowerCase() === name.toLowerCase());
  if (found) {
    const { bars, step, leading } = found;
    const leads = leading && hand === 'left';
    return success({
      pattern: bars,
      name: found.name,
      step,
      dynamic: 'medium',
      leading: leads,
    });
  }
  const isLeftOnly = patterns.some((pattern) => pattern.name === name);
  return failure({
    severity: 'problem',
    message: isLeftOnly
      ? `${quoted(name)} has the fifth or the octave above the lowest note, which only a left hand adds.`
      : `The song has no pattern called ${quoted(name)}. Say above the first section what it is: pattern ${name || 'lilt'}: T M L M.`,
    place: placeInLine(start, Math.max(text.length, 1)),
    repairs: usable.map((pattern) => replaceWith(`“${pattern.name}”`)),
  });
}
