import { feels, type Feel } from './song.ts';

/** Other words for a feel, as players write them. */
const alsoCalled: Readonly<Record<string, Feel>> = {
  'half time': 'half-time',
  half: 'half-time',
  'rit.': 'rit',
  ritardando: 'rit',
  rall: 'rit',
  slower: 'rit',
  'free time': 'free',
  rubato: 'free',
  'a tempo': 'in time',
  tempo: 'in time',
};

/** @returns null for what names no feel */
export function readFeel(text: string): Feel | null {
  const said = text.toLowerCase().replace(/\s+/g, ' ').trim();
  return feels.find((feel) => feel === said) ?? alsoCalled[said] ?? null;
}

/** The feels that a mistyped word may mean; all of them where none begins like it. */
export function nearFeels(text: string): readonly Feel[] {
  const near = feels.filter((feel) => feel[0] === text[0]?.toLowerCase());
  return near.length > 0 ? near : feels;
}
