import type * as Notation from 'vexflow/bravura';
import {
  feltBeats,
  formatKey,
  noteOfDegree,
  noteValues,
  setToTune,
  tunePitch,
  type Key,
  type Meter,
  type NoteValue,
  type TuneBar,
  type TuneNote,
} from '@intervallum/core';
import { staffHeight } from './staffSize.ts';

type VexFlow = typeof Notation;

/** One bar of a tune as it is drawn. */
export interface StaffBar {
  readonly tune: TuneBar;
  readonly meter: Meter;
  readonly key: Key;
  /** Where lifts have moved the key: from which key, by how many semitones. */
  readonly lift: { readonly from: Key; readonly semitones: number } | null;
  /** The note that sounds when the bar begins, where it is tied into it. */
  readonly before: TuneNote | null;
  /** The note at its end sounds on. */
  readonly goesOn: boolean;
  /** Clef and key stand before it. */
  readonly isFirst: boolean;
  /** The lines of words set to it. */
  readonly words: readonly string[];
}

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

/** A note value by the notation's own name for it. */
export function durationOf({ type }: NoteValue): string {
  return durations[type];
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

const top = 6;

/** Draws a bar into an element, as wide as that is, in the colour of its text. */
export function drawStaff(
  vexflow: VexFlow,
  into: HTMLDivElement,
  bar: StaffBar,
  width: number,
): void {
  const { Renderer, Stave, Voice, Formatter, Accidental } = vexflow;
  into.replaceChildren();
  const context = new Renderer(into, Renderer.Backends.SVG)
    .resize(width, staffHeight(bar.words.length))
    .getContext();
  const stave = new Stave(0, top, width - 1, { spaceAboveStaffLn: 2.5 });
  stave.setBegBarType(vexflow.BarlineType.NONE).setEndBarType(vexflow.BarlineType.SINGLE);
  const name = formatKey(bar.key).replace(' minor', 'm');
  if (bar.isFirst) stave.addClef('treble').addKeySignature(name);
  stave.setContext(context).draw();
  const { notes, beams, ties, tuplets } = partsOf(vexflow, bar);
  if (notes.length > 0) {
    const voice = new Voice().setMode(Voice.Mode.SOFT).addTickables(notes);
    Accidental.applyAccidentals([voice], name);
    const room = stave.getNoteEndX() - stave.getNoteStartX() - 12;
    new Formatter().joinVoices([voice]).format([voice], Math.max(40, room));
    voice.draw(context, stave);
    for (const part of [...beams, ...tuplets, ...ties]) part.setContext(context).draw();
  }
  inInk(into);
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

function partsOf(vexflow: VexFlow, bar: StaffBar) {
  const { StaveNote, StaveTie, Beam, Tuplet, Dot, Annotation, Articulation, Fraction } = vexflow;
  const lines = bar.words.map((line) => setToTune(line, bar.tune));
  const notes: InstanceType<VexFlow['StaveNote']>[] = [];
  const ties: InstanceType<VexFlow['StaveTie']>[] = [];
  const tuplets: InstanceType<VexFlow['Tuplet']>[] = [];
  let sounding = bar.before;
  let at = 0;
  let sung = 0;
  let tripled: InstanceType<VexFlow['StaveNote']>[] = [];
  let tripledTicks = 0;
  for (const [place, event] of bar.tune.entries()) {
    if (event.kind === 'rest') sounding = null;
    if (event.kind === 'note') sounding = event;
    const values = noteValues(event.ticks, at);
    at += event.ticks;
    for (const [index, value] of values.entries()) {
      const note = new StaveNote({
        keys: [sounding ? keyOf(sounding, bar) : 'b/4'],
        duration: durations[value.type] + (sounding ? '' : 'r'),
        dots: value.dots,
        autoStem: true,
      });
      if (value.dots === 1) Dot.buildAndAttach([note]);
      if (event.kind === 'note' && index === 0) {
        if (event.accent) note.addModifier(new Articulation('a>').setPosition(3));
        for (const line of lines) {
          const text = line[sung] ?? '';
          const word = new Annotation(text)
            .setVerticalJustification(Annotation.VerticalJustify.BOTTOM)
            .setFont('Fraunces Cut', 11, 'normal', 'italic');
          if (text !== '') note.addModifier(word);
        }
        sung += 1;
      }
      const last = notes.at(-1) ?? null;
      const tied = sounding !== null && (index > 0 || event.kind === 'held');
      if (tied && (last || place === 0))
        ties.push(
          new StaveTie({ firstNote: last, lastNote: note, firstIndexes: [0], lastIndexes: [0] }),
        );
      notes.push(note);
      if (value.triplet) {
        tripled.push(note);
        tripledTicks += value.ticks;
        // Three thirds of a beat, or of half of one, are a triplet.
        if (tripledTicks % 240 === 0) {
          tuplets.push(new Tuplet(tripled));
          tripled = [];
          tripledTicks = 0;
        }
      }
    }
  }
  const end = notes.at(-1);
  if (bar.goesOn && end && sounding)
    ties.push(
      new StaveTie({ firstNote: end, lastNote: null, firstIndexes: [0], lastIndexes: [0] }),
    );
  const groups = [...new Set(feltBeats(bar.meter))].map((ticks) => new Fraction(ticks / 240, 8));
  const beams = Beam.generateBeams(notes, { groups });
  return { notes, beams, ties, tuplets };
}

function keyOf(note: TuneNote, { key, lift }: StaffBar): string {
  const { letter, alter } = noteOfDegree(note.degree, key);
  const natural = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[letter];
  const pitch = tunePitch(note, lift?.from ?? key) + (lift?.semitones ?? 0);
  const octave = (pitch - alter - natural) / 12 - 1;
  const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter);
  return `${letter.toLowerCase()}${sign}/${octave}`;
}
