import {
  formatKey,
  noteOfDegree,
  noteValues,
  type GridNote,
  type GridOfRun,
  type Hand,
  type Key,
} from '@intervallum/core';
import { durationOf, inInk, type VexFlow } from '../../../music/staff/notation.ts';

/** One staff is so high, in pixels. */
export const runStaffHeight = 128;

/** Draws a run on a staff for each hand that plays it, as wide as the element is, in the colour of its text. */
export function drawRun(
  vexflow: VexFlow,
  into: HTMLDivElement,
  { columns, step }: GridOfRun,
  key: Key,
  width: number,
): void {
  const { Renderer, Stave, Voice, Formatter, Accidental } = vexflow;
  into.replaceChildren();
  const hands = handsOfGrid({ columns });
  const context = new Renderer(into, Renderer.Backends.SVG)
    .resize(width, runStaffHeight * hands.length)
    .getContext();
  const name = formatKey(key).replace(' minor', 'm');
  const systems = hands.map((hand, place) => {
    const stave = new Stave(0, place * runStaffHeight, width - 1, { spaceAboveStaffLn: 5.5 });
    stave.setBegBarType(vexflow.BarlineType.NONE).setEndBarType(vexflow.BarlineType.NONE);
    stave.addClef(hand === 'right' ? 'treble' : 'bass').addKeySignature(name);
    stave.setContext(context).draw();
    const parts = notesOf(vexflow, { columns, step }, hand, key);
    const voice = new Voice().setMode(Voice.Mode.SOFT).addTickables(parts.notes);
    Accidental.applyAccidentals([voice], name);
    return { stave, voice, ...parts };
  });
  const start = Math.max(...systems.map(({ stave }) => stave.getNoteStartX()));
  for (const { stave } of systems) stave.setNoteStartX(start);
  const voices = systems.map(({ voice }) => voice);
  const formatter = new Formatter();
  for (const voice of voices) formatter.joinVoices([voice]);
  formatter.format(voices, Math.max(60, width - start - 24));
  for (const { voice, stave, beams, tuplets, fingered } of systems) {
    voice.draw(context, stave);
    for (const part of [...beams, ...tuplets]) part.setContext(context).draw();
    context.setFont('Atkinson Cut', 11);
    for (const { note, fingers } of fingered) {
      const highest = Math.min(note.getStemExtents().topY, ...note.getYs());
      const over = Math.min(stave.getYForLine(0), highest) - 8;
      for (const [place, finger] of fingers.entries())
        context.fillText(String(finger), note.getAbsoluteX() + 2, over - 11 * place);
    }
  }
  inInk(into);
}

/** The hands that a run has notes for. */
export function handsOfGrid({ columns }: Pick<GridOfRun, 'columns'>): readonly Hand[] {
  return (['right', 'left'] as const).filter((hand) =>
    columns.some((column) => column[hand].kind === 'struck'),
  );
}

/** A note of a staff, and when it begins. */
interface Drawn {
  readonly note: InstanceType<VexFlow['StaveNote']>;
  readonly at: number;
  readonly ticks: number;
  readonly isRest: boolean;
  readonly isTriplet: boolean;
}

function notesOf(
  vexflow: VexFlow,
  { columns, step }: Pick<GridOfRun, 'columns' | 'step'>,
  hand: Hand,
  key: Key,
) {
  const { StaveNote, Dot } = vexflow;
  const drawn: Drawn[] = [];
  /** From the lowest key up; a grip has them one above the other. */
  const fingered: { readonly note: Drawn['note']; readonly fingers: readonly number[] }[] = [];
  const clef = hand === 'right' ? 'treble' : 'bass';
  const middle = hand === 'right' ? 'b/4' : 'd/3';
  for (let index = 0; index < columns.length;) {
    const cell = columns[index]![hand];
    const goesOn = cell.kind === 'struck' ? 'held' : cell.kind;
    let next = index + 1;
    while (next < columns.length && columns[next]![hand].kind === goesOn) next += 1;
    const struck = cell.kind === 'struck' ? [...cell.notes].reverse() : [];
    let at = columns[index]!.start;
    for (const [place, value] of noteValues((next - index) * step, at).entries()) {
      const isRest = struck.length === 0;
      const note = new StaveNote({
        keys: isRest ? [middle] : struck.map((one) => keyOf(one, key)),
        duration: durationOf(value) + (isRest ? 'r' : ''),
        dots: value.dots,
        clef,
        autoStem: true,
      });
      if (value.dots === 1) Dot.buildAndAttach([note], { all: true });
      if (place === 0) {
        addSmall(vexflow, note, struck, key);
        const fingers = struck.flatMap(({ finger }) => (finger === null ? [] : [finger]));
        fingered.push({ note, fingers });
      }
      drawn.push({ note, at, ticks: value.ticks, isRest, isTriplet: value.triplet });
      at += value.ticks;
    }
    index = next;
  }
  return { notes: drawn.map(({ note }) => note), fingered, ...joinedIn(vexflow, drawn) };
}

/** Short notes and slides before a note. */
function addSmall(
  { GraceNote, GraceNoteGroup }: VexFlow,
  note: InstanceType<VexFlow['StaveNote']>,
  struck: readonly GridNote[],
  key: Key,
): void {
  for (const [place, one] of struck.entries()) {
    const short = [...one.grace, ...(one.slide ? [one.slide] : [])];
    if (short.length === 0) continue;
    const small = short.map(
      (degree) =>
        new GraceNote({
          keys: [keyOf({ degree, note: beside(one, degree, key) }, key)],
          duration: '8',
          slash: one.slide === null,
        }),
    );
    note.addModifier(new GraceNoteGroup(small, one.slide !== null), place);
  }
}

/** Beams within a beat, and triplets. */
function joinedIn({ Beam, Tuplet }: VexFlow, drawn: readonly Drawn[]) {
  const beat = 480;
  const groups = new Map<number, Drawn[]>();
  for (const one of drawn) {
    const group = Math.floor(one.at / beat);
    groups.set(group, [...(groups.get(group) ?? []), one]);
  }
  const beams: InstanceType<VexFlow['Beam']>[] = [];
  const tuplets: InstanceType<VexFlow['Tuplet']>[] = [];
  for (const group of groups.values()) {
    const short = group.filter(({ ticks, isRest }) => ticks < beat && !isRest);
    const inRow = short.length === group.filter(({ ticks }) => ticks < beat).length;
    if (short.length > 1 && inRow)
      beams.push(
        new Beam(
          short.map(({ note }) => note),
          true,
        ),
      );
    const tripled = group.filter(({ isTriplet }) => isTriplet);
    if (tripled.length > 1)
      tuplets.push(
        // Under the notes: over them stand the fingers.
        new Tuplet(
          tripled.map(({ note }) => note),
          { location: Tuplet.LOCATION_BOTTOM, bracketed: true },
        ),
      );
  }
  return { beams, tuplets };
}

/** The key of a short note: the nearest one of its degree. */
function beside({ note }: GridNote, degree: GridNote['degree'], key: Key): number {
  const pitch = pitchIn(degree, key);
  return note + ((((pitch - note) % 12) + 18) % 12) - 6;
}

const naturals = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 } as const;

function pitchIn(degree: GridNote['degree'], key: Key): number {
  const { letter, alter } = noteOfDegree(degree, key);
  return naturals[letter] + alter;
}

function keyOf({ degree, note }: Pick<GridNote, 'degree' | 'note'>, key: Key): string {
  const { letter, alter } = noteOfDegree(degree, key);
  const octave = Math.round((note - alter - naturals[letter]) / 12) - 1;
  const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter);
  return `${letter.toLowerCase()}${sign}/${octave}`;
}
