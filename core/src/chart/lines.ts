import { ownNameLine } from '../chord/readOwnNames.ts';
import { readFieldName, type FieldName } from './fields.ts';
import { shapeNamed } from './namedShapes.ts';
import { patternLineNamed } from './ownPatterns.ts';
import { lineLineNamed, playLineNamed, type HandLine } from './played.ts';
import { handsLineNamed, type HandsLine } from './saidHands.ts';
import type { PhraseWhen } from './song.ts';
import type { TexturedHand } from './steps.ts';
import { textureLineNamed } from './texture.ts';
import { readWhen } from './when.ts';

/** One line of chart text, told apart by how it begins and ends. Starts count from 0 in the line. */
export type Line =
  | { readonly kind: 'blank' }
  | {
      readonly kind: 'field';
      readonly name: FieldName;
      readonly value: string;
      readonly valueStart: number;
    }
  /** What a named hand shape is, for everybody. */
  | {
      readonly kind: 'shape';
      readonly name: string;
      readonly value: string;
      readonly start: number;
    }
  /** What a named pattern of the song is. */
  | {
      readonly kind: 'pattern';
      readonly name: string;
      readonly value: string;
      readonly start: number;
    }
  /** What a named line of a hand is. */
  | {
      readonly kind: 'named line';
      readonly name: string;
      readonly value: string;
      readonly start: number;
    }
  /** What a hand plays in the bars above. */
  | {
      readonly kind: 'play';
      readonly head: Omit<HandLine, 'cells'>;
      readonly text: string;
      readonly start: number;
    }
  /** A player's own name for a shape. */
  | {
      readonly kind: 'own name';
      readonly name: string;
      readonly value: string;
      readonly start: number;
    }
  | { readonly kind: 'unknown field'; readonly name: string; readonly value: string }
  | {
      readonly kind: 'heading';
      readonly name: string;
      readonly times: number;
      readonly open: boolean;
    }
  | { readonly kind: 'heading with bars'; readonly name: string; readonly rest: string }
  | { readonly kind: 'late field'; readonly name: FieldName }
  | { readonly kind: 'words'; readonly text: string; readonly start: number }
  | { readonly kind: 'direction'; readonly text: string }
  /** What a hand of the section does, or the tune of the bars above; `start` is where that begins in the line. */
  | {
      readonly kind: 'texture';
      readonly hand: TexturedHand;
      /** The one bar that it is about, counted from 1; null for the section. */
      readonly bar: number | null;
      readonly value: string;
      readonly start: number;
    }
  /** Something that is said of what the hands of the section hold. */
  | {
      readonly kind: 'hands';
      readonly about: HandsLine;
      readonly value: string;
      readonly start: number;
    }
  | { readonly kind: 'tune'; readonly text: string; readonly start: number }
  /** The tempo of the section. */
  | { readonly kind: 'section tempo'; readonly value: string; readonly start: number }
  | { readonly kind: 'section range'; readonly value: string; readonly start: number }
  | { readonly kind: 'bars' }
  /** Bars that are not played every time, and where they begin in the line. */
  | { readonly kind: 'bars at times'; readonly when: PhraseWhen; readonly start: number };

/** Fields by the names that others have for them, which are said with the same sign. */
const saidWithSign = /^(?:bpm|time|metre|capo|order|roadmap|artist|author|rhythm)$/i;

/**
 * Says what a line is. Lines above the first section are fields; a line that ends in a colon opens a section,
 * unless it is the name of a field.
 */
export function readLine(text: string, inSections: boolean): Line {
  const typed = text.trim();
  if (typed === '') return { kind: 'blank' };
  const start = text.length - text.trimStart().length;
  if (typed.startsWith('>'))
    return { kind: 'words', text: text.slice(start + 1), start: start + 1 };
  if (typed.startsWith('*')) return { kind: 'direction', text: typed.slice(1).trim() };

  const atTimes = inSections ? readWhen(text) : null;
  if (atTimes) return { kind: 'bars at times', when: atTimes.when, start: atTimes.length };
  const own = ownNameLine(text);
  if (own && !readFieldName(own.name) && !saidWithSign.test(own.name))
    return { kind: 'own name', ...own };
  const colon = text.indexOf(':');
  if (colon < 0) return { kind: 'bars' };
  const name = text.slice(0, colon).trim();
  // A colon beside a bar line is a repeat sign of another hand.
  if (/^\|*$/.test(name) && /\||:$/.test(typed) && typed !== ':') return { kind: 'bars' };
  if (name.toLowerCase() === 'tune')
    return { kind: 'tune', text: text.slice(colon + 1), start: colon + 1 };
  const head = inSections ? playLineNamed(name) : null;
  if (head) return { kind: 'play', head, text: text.slice(colon + 1), start: colon + 1 };
  const field = readFieldName(name);
  const texture = inSections ? textureLineNamed(name) : null;
  if (texture)
    return { kind: 'texture', ...texture, value: text.slice(colon + 1), start: colon + 1 };
  const about = inSections ? handsLineNamed(name) : null;
  if (about) return { kind: 'hands', about, value: text.slice(colon + 1), start: colon + 1 };
  const ofSection = inSections && text.slice(colon + 1).trim() !== '';
  if (ofSection && (field === 'tempo' || field === 'range'))
    return { kind: `section ${field}`, value: text.slice(colon + 1), start: colon + 1 };
  if (field && inSections) return { kind: 'late field', name: field };
  // Elsewhere the metre is called so; with nothing like one after it, it is the name of a section.
  const time =
    inSections || name.toLowerCase() !== 'time'
      ? null
      : /^\s*\d+\s*\/\s*\d+/.exec(text.slice(colon + 1));
  if (time) {
    const value = text.slice(colon + 1);
    const valueStart = colon + 1 + value.length - value.trimStart().length;
    return { kind: 'field', name: 'meter', value: value.trim(), valueStart };
  }
  // With nothing after its colon it is a section called so: “Shape of the Hills”.
  const shape = inSections || typed.endsWith(':') ? null : shapeNamed(name);
  const pattern = inSections || typed.endsWith(':') ? null : patternLineNamed(name);
  if (pattern)
    return { kind: 'pattern', name: pattern, value: text.slice(colon + 1), start: colon + 1 };
  const line = inSections || typed.endsWith(':') ? null : lineLineNamed(name);
  if (line)
    return { kind: 'named line', name: line, value: text.slice(colon + 1), start: colon + 1 };
  if (shape) return { kind: 'shape', name: shape, value: text.slice(colon + 1), start: colon + 1 };
  if (field) {
    const value = text.slice(colon + 1);
    const valueStart = colon + 1 + value.length - value.trimStart().length;
    return { kind: 'field', name: field, value: value.trim(), valueStart };
  }
  if (typed.endsWith(':')) return readHeading(typed);
  const rest = text.slice(colon + 1).trim();
  const barsFollow = inSections || /^[b#♭♯]?[1-7<({|_%]/u.test(rest);
  return barsFollow
    ? { kind: 'heading with bars', name, rest }
    : { kind: 'unknown field', name, value: rest };
}

function readHeading(typed: string): Line {
  const named = typed.slice(0, -1).trim();
  const { name, times, open } = /^(?<name>.*?)(?:\s+x(?<times>\d{1,3}))?(?<open>\s+open)?$/is.exec(
    named,
  )!.groups!;
  // A section may be called “Open” or “x2”: without a name before it a word is the name.
  if (!name?.trim()) return { kind: 'heading', name: named, times: 1, open: false };
  return {
    kind: 'heading',
    name: name.trim(),
    times: times === undefined ? 1 : Number(times),
    open: open !== undefined,
  };
}

/** One word of a line of bars. */
export type BarToken = { readonly start: number; readonly text: string } & (
  | { readonly kind: 'bar line' | 'open' | 'close' | 'same' }
  /** What changes before a bar: a metre or a feel. */
  | { readonly kind: 'change'; readonly to: string }
  | { readonly kind: 'hold'; readonly parts: number }
  | { readonly kind: 'rest'; readonly fermata: boolean }
  | {
      readonly kind: 'chord';
      /** What stands before the chord (a push), the chord itself, and what stands after it. */
      readonly push: string;
      readonly chord: string;
      readonly marks: string;
    }
);

/** Parts a line of bars into its words. Every character but white space belongs to one of them. */
export function lexBars(line: string): BarToken[] {
  const tokens: BarToken[] = [];
  const word = /\||\{[^}|]*\}?|[^\s|{]+/gu;
  for (const found of line.matchAll(word)) {
    const text = found[0];
    if (text === '|') tokens.push({ kind: 'bar line', start: found.index, text });
    else if (text.startsWith('{')) {
      tokens.push({
        kind: 'change',
        start: found.index,
        text,
        to: text.replace(/[{}]/g, '').trim(),
      });
    } else tokens.push(...lexWord(text, found.index));
  }
  return tokens;
}

/** A word with the parentheses of a pickup bar split off. */
function lexWord(text: string, start: number): BarToken[] {
  if (text.startsWith('(')) {
    const open: BarToken = { kind: 'open', start, text: '(' };
    return text === '(' ? [open] : [open, ...lexWord(text.slice(1), start + 1)];
  }
  const unbalanced = text.endsWith(')') && count(text, ')') > count(text, '(');
  if (unbalanced) {
    const close: BarToken = { kind: 'close', start: start + text.length - 1, text: ')' };
    return text === ')' ? [close] : [...lexWord(text.slice(0, -1), start), close];
  }
  if (/^\.+$/.test(text)) return [{ kind: 'hold', start, text, parts: text.length }];
  if (text === '/') return [{ kind: 'hold', start, text, parts: 1 }];
  if (text === '%') return [{ kind: 'same', start, text }];
  if (/^_\^?$/.test(text)) return [{ kind: 'rest', start, text, fermata: text.endsWith('^') }];
  const push = /^<+r?/.exec(text)?.[0] ?? '';
  const marks = /(?:~\d*|[!>^])*$/.exec(text.slice(push.length))![0];
  const chord = text.slice(push.length, text.length - marks.length);
  return [{ kind: 'chord', start, text, push, chord, marks }];
}

function count(text: string, character: string): number {
  return text.split(character).length - 1;
}
