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
import { durationOf, inInk, tripletsOf, type StaveNote, type VexFlow } from '../staff/notation.ts';
import { staffHeight } from './staffSize.ts';

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

function partsOf(vexflow: VexFlow, bar: StaffBar) {
  const { StaveNote, StaveTie, Beam, Dot, Annotation, Articulation, Fraction } = vexflow;
  const lines = bar.words.map((line) => setToTune(line, bar.tune));
  const notes: StaveNote[] = [];
  const valued: { readonly note: StaveNote; readonly value: NoteValue }[] = [];
  const ties: InstanceType<VexFlow['StaveTie']>[] = [];
  let sounding = bar.before;
  let at = 0;
  let sung = 0;
  for (const [place, event] of bar.tune.entries()) {
    if (event.kind === 'rest') sounding = null;
    if (event.kind === 'note') sounding = event;
    const values = noteValues(event.ticks, at);
    at += event.ticks;
    for (const [index, value] of values.entries()) {
      const note = new StaveNote({
        keys: [sounding ? keyOf(sounding, bar) : 'b/4'],
        duration: durationOf(value) + (sounding ? '' : 'r'),
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
      valued.push({ note, value });
    }
  }
  const end = notes.at(-1);
  if (bar.goesOn && end && sounding)
    ties.push(
      new StaveTie({ firstNote: end, lastNote: null, firstIndexes: [0], lastIndexes: [0] }),
    );
  const groups = [...new Set(feltBeats(bar.meter))].map((ticks) => new Fraction(ticks / 240, 8));
  const beams = Beam.generateBeams(notes, { groups });
  return { notes, beams, ties, tuplets: tripletsOf(vexflow, valued) };
}

function keyOf(note: TuneNote, { key, lift }: StaffBar): string {
  const { letter, alter } = noteOfDegree(note.degree, key);
  const natural = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[letter];
  const pitch = tunePitch(note, lift?.from ?? key) + (lift?.semitones ?? 0);
  const octave = (pitch - alter - natural) / 12 - 1;
  const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter);
  return `${letter.toLowerCase()}${sign}/${octave}`;
}
