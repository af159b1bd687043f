import type { KeyMessage } from '../../device/midi/messages.ts';

/** What is down now, and the chord that is on show: all keys since the hands last came down together. */
export interface HeldNotes {
  readonly down: ReadonlySet<number>;
  readonly chord: ReadonlySet<number>;
}

export const nothingHeld: HeldNotes = { down: new Set(), chord: new Set() };

/**
 * Follows a key going down or up. A chord grows while any key is down and stays on show when all are up;
 * the next key then begins a new one.
 */
export function follow({ down, chord }: HeldNotes, { kind, note }: KeyMessage): HeldNotes {
  if (kind === 'down') {
    const begun = down.size === 0 ? new Set<number>() : chord;
    return { down: new Set([...down, note]), chord: new Set([...begun, note]) };
  }
  return { down: new Set([...down].filter((other) => other !== note)), chord };
}

/** A key chosen by hand joins the chord on show, or leaves it. */
export function toggle({ down, chord }: HeldNotes, note: number): HeldNotes {
  const kept = new Set(chord);
  if (!kept.delete(note)) kept.add(note);
  return { down, chord: kept };
}

/** The keys of a computer that play: a row and the row above it, from C up. */
const computerKeys = 'awsedftgyhujkolp';

/** The note of a computer key in an octave from `from` (a C) up; null for keys that play nothing. */
export function noteOfKey(key: string, from: number): number | null {
  const place = computerKeys.indexOf(key.toLowerCase());
  return key.length === 1 && place >= 0 ? from + place : null;
}
