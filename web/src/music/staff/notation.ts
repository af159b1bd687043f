import type * as Notation from 'vexflow/bravura';
import type { NoteValue } from '@intervallum/core';

/* What all that is drawn on staves needs: the library, note values by its names, and the page's own ink. */

export type VexFlow = typeof Notation;
export type StaveNote = InstanceType<VexFlow['StaveNote']>;

const lyricFont = "italic 11px 'Fraunces Cut', 'Fraunces Variable'";

let loading: Promise<VexFlow> | null = null;

/**
 * Fetches the notation, and the type it measures with, when it is first asked for: signs measured
 * before their type is there stand beside their stems. What failed is tried again the next time.
 */
export function loadNotation(): Promise<VexFlow> {
  loading ??= import('vexflow/bravura')
    .then(async (vexflow) => {
      await Promise.all(['30px Bravura', lyricFont].map((font) => document.fonts.load(font)));
      return vexflow;
    })
    .catch((error: unknown) => {
      loading = null;
      throw error;
    });
  return loading;
}

const durations: Readonly<Record<NoteValue['type'], string>> = {
  whole: 'w',
  half: 'h',
  quarter: 'q',
  eighth: '8',
  '16th': '16',
  '32nd': '32',
  '64th': '64',
};

/** A note value by the notation's own name for it. */
export function durationOf({ type }: NoteValue): string {
  return durations[type];
}

/** Three thirds of a beat, or of half of one, are a triplet. */
const tripletTicks = 240;

/** The triplets among notes that stand one after the other. Notes have their time by them: they are made before anything is set out. */
export function tripletsOf(
  { Tuplet }: VexFlow,
  notes: readonly { readonly note: StaveNote; readonly value: NoteValue }[],
): InstanceType<VexFlow['Tuplet']>[] {
  const triplets: InstanceType<VexFlow['Tuplet']>[] = [];
  let some: StaveNote[] = [];
  let ticks = 0;
  for (const { note, value } of notes) {
    if (!value.triplet) continue;
    some.push(note);
    ticks += value.ticks;
    if (ticks % tripletTicks !== 0) continue;
    // However many notes it has: three thirds in the time of two.
    triplets.push(new Tuplet(some, { numNotes: 3, notesOccupied: 2 }));
    some = [];
    ticks = 0;
  }
  return triplets;
}

/** What was drawn has the colour of the text around it, and is looked at only. */
export function inInk(into: HTMLElement): void {
  const drawing = into.querySelector('svg');
  const shapes = drawing ? [drawing, ...drawing.querySelectorAll('[fill], [stroke]')] : [];
  for (const shape of shapes)
    for (const paint of ['fill', 'stroke'])
      if (shape.hasAttribute(paint) && shape.getAttribute(paint) !== 'none')
        shape.setAttribute(paint, 'currentColor');
  drawing?.setAttribute('aria-hidden', 'true');
}
