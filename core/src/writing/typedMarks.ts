import type { ChordSlot, Push } from '../chart/song.ts';

/** Marks that are typed with a chord; those that are not said are as they were. */
export type TypedMarks = Partial<Pick<ChordSlot, 'push' | 'ring' | 'stop' | 'accent' | 'fermata'>>;

/**
 * Parts a chord that is typed in its slot from the marks around it, as chart text has them.
 * @example partMarks('<4!') // the chord '4', pushed by an eighth and stopped
 */
export function partMarks(typed: string): { readonly chord: string; readonly marks: TypedMarks } {
  const [, before, hand, chord, after] = /^(<{0,2})(r?)(.*?)([~!>^]*)$/su.exec(typed.trim())!;
  // Without a push an r is what was typed for a chord.
  const push: Push | null = before
    ? { by: before === '<' ? 'eighth' : 'sixteenth', hands: hand ? 'right' : 'both' }
    : null;
  const marks: TypedMarks = {
    ...(push ? { push } : {}),
    ...(after!.includes('~') ? { ring: { bars: null }, stop: false } : {}),
    ...(after!.includes('!') ? { stop: true, ring: null } : {}),
    ...(after!.includes('>') ? { accent: true } : {}),
    ...(after!.includes('^') ? { fermata: true } : {}),
  };
  return { chord: ((push ? '' : hand) ?? '') + chord!, marks };
}
