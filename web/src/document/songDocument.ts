import type { SongHands } from '@intervallum/core';

/** What is edited and saved of a song: its chart, and what was decided about the hands. */
export interface SongDocument {
  readonly text: string;
  readonly hands: SongHands;
}

export function sameDocument(one: SongDocument, other: SongDocument): boolean {
  return one.text === other.text && sameHands(one.hands, other.hands);
}

/** Hands are plain data whose parts always stand in the order of their type, on both sides of the wire. */
function sameHands(one: SongHands, other: SongHands): boolean {
  return one === other || JSON.stringify(inOrder(one)) === JSON.stringify(inOrder(other));
}

/** The database gives the parts of an object back in an order of its own. */
function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).sort(([one], [other]) => (one < other ? -1 : 1));
  return Object.fromEntries(entries.map(([name, part]) => [name, inOrder(part)]));
}
