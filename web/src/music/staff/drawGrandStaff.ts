import {
  feltBeats,
  formatChord,
  formatKey,
  formatMeter,
  sameMeter,
  type Hand,
  type NumberStyle,
  type PianoMeasure,
  type StaffChord,
  type StaffKey,
} from '@intervallum/core';
import { durationOf, inInk, tripletsOf, type StaveNote, type VexFlow } from './notation.ts';

/** How far down the staves begin, without words between them. */
const tops: Readonly<Record<Hand, number>> = { right: 42, left: 142 };
/** What words need between the staves, and how far down they stand on their line, under the stems of one and over those of the other. */
const roomForWords = 44;
const wordsAt = 161;
const systemHeight = 254;

/** How high a row of two staves is, with the numbers over it and the words in it, in pixels. */
export function heightOf(measures: readonly PianoMeasure[]): number {
  return systemHeight + wordsRoom(measures);
}

function wordsRoom(measures: readonly PianoMeasure[]): number {
  return measures.some(({ words }) => words.length > 0) ? roomForWords : 0;
}
const clefs: Readonly<Record<Hand, string>> = { right: 'treble', left: 'bass' };
const hands: readonly Hand[] = ['right', 'left'];
/** What clef, key and metre take at the beginning of a row. */
const headWidth = 92;

/** Rows of measures that fit beside each other. */
export function systemsOf(
  measures: readonly PianoMeasure[],
  width: number,
): readonly (readonly PianoMeasure[])[] {
  const rows: PianoMeasure[][] = [];
  let left = 0;
  for (const measure of measures) {
    const needs = widthOf(measure);
    // A section begins a row of its own.
    if (needs > left || measure.begins) {
      rows.push([]);
      left = width - headWidth;
    }
    rows.at(-1)!.push(measure);
    left -= needs;
  }
  return rows;
}

/** So wide is a note with what stands before it, in pixels. */
const noteWidth = 18;
/** How far down the numbers stand, over what may stand over the notes. */
const numbersAt = 14;
/** So wide is a sign of a number over the staff, in pixels; between two numbers stands half a one. */
const signWidth = 7;

/** So wide is a letter of the words on the average, and the space between two texts. */
const letterWidth = 6.6;
const wordSpace = 7;

/** What a measure needs: room for its notes, for the numbers over it and the words under it, that none runs into the next one. */
function widthOf(measure: PianoMeasure): number {
  const { chords, ticks, words } = measure;
  // What begins at one time in both staves stands at one place.
  const begins = new Set(layersOf(measure).flatMap((layer) => onsetsOf(layer.chords)));
  const notes = noteWidth * begins.size;
  const onsets = [...chords.map(({ at }) => at), ticks];
  const shortest = Math.min(...onsets.slice(1).map((at, place) => at - onsets[place]!));
  const longest = Math.max(0, ...chords.map(({ chord }) => formatChord(chord).length));
  const numbers = chords.length > 1 ? (ticks / shortest) * (longest * signWidth + 3) : 0;
  const sung = words.reduce((sum, { text }) => sum + text.length * letterWidth + wordSpace, 0);
  return Math.max(96, notes + 30, numbers + 14, sung + 20);
}

/** What stands on a staff with stems of its own. */
interface Layer {
  readonly hand: Hand;
  readonly chords: readonly StaffChord[];
  /** Which way its stems go: up for the upper of two voices, down for the lower, as they come for one alone. */
  readonly stems: 'up' | 'down' | 'as they come';
}

function layersOf({ staves, lower }: PianoMeasure): readonly Layer[] {
  return hands.flatMap((hand): Layer[] => {
    const [chords, below] = [staves[hand], lower[hand]];
    if (!below) return [{ hand, chords, stems: 'as they come' }];
    return [
      { hand, chords, stems: 'up' },
      { hand, chords: below, stems: 'down' },
    ];
  });
}

/** When each chord or rest of a staff begins in its measure. */
function onsetsOf(chords: readonly StaffChord[]): number[] {
  let at = 0;
  return chords.map(({ value }) => {
    const begins = at;
    at += value.ticks;
    return begins;
  });
}

/** Draws a row of a piano part into an element, as wide as it is told, in the colour of its text. */
export function drawGrandStaff(
  vexflow: VexFlow,
  into: HTMLDivElement,
  measures: readonly PianoMeasure[],
  {
    width,
    style,
    meterBefore,
  }: {
    readonly width: number;
    readonly style: Partial<NumberStyle>;
    /** The metre of the row before; null for the first row. */
    readonly meterBefore: PianoMeasure['meter'] | null;
  },
): void {
  const { Renderer, Stave, StaveConnector } = vexflow;
  into.replaceChildren();
  const context = new Renderer(into, Renderer.Backends.SVG)
    .resize(width, heightOf(measures))
    .getContext();
  const leftTop = tops.left + wordsRoom(measures);
  const widths = measures.map(widthOf);
  const room = width - headWidth - 2;
  const total = widths.reduce((sum, one) => sum + one, 0);
  // A last row that is half empty is not drawn out.
  const stretch = Math.min(room / total, 1.5);
  let x = 12;
  let meter = meterBefore;
  for (const [place, measure] of measures.entries()) {
    const isFirst = place === 0;
    const own = widths[place]! * stretch + (isFirst ? headWidth - 12 : 0);
    const name = formatKey(measure.key).replace(' minor', 'm');
    const changes = !meter || !sameMeter(meter, measure.meter);
    ({ meter } = measure);
    const staves = hands.map((hand) => {
      const stave = new Stave(x, hand === 'left' ? leftTop : tops.right, own, {
        spaceAboveStaffLn: 2,
      });
      if (isFirst) stave.addClef(clefs[hand]).addKeySignature(name);
      if (changes) stave.addTimeSignature(formatMeter(measure.meter).split(' ')[0]!);
      return stave.setContext(context);
    });
    const [right, left] = staves as [(typeof staves)[number], (typeof staves)[number]];
    const start = Math.max(right.getNoteStartX(), left.getNoteStartX());
    for (const stave of staves) stave.setNoteStartX(start).draw();
    for (const type of isFirst
      ? (['brace', 'singleLeft', 'singleRight'] as const)
      : (['singleRight'] as const))
      new StaveConnector(right, left).setType(type).setContext(context).draw();
    drawNotes(vexflow, context, measure, { staves: { right, left }, name, style });
    x += own;
  }
  inInk(into);
}

interface Drawn {
  readonly staves: Readonly<Record<Hand, InstanceType<VexFlow['Stave']>>>;
  readonly name: string;
  readonly style: Partial<NumberStyle>;
}

function drawNotes(
  vexflow: VexFlow,
  context: ReturnType<InstanceType<VexFlow['Renderer']>['getContext']>,
  measure: PianoMeasure,
  { staves, name, style }: Drawn,
): void {
  const { Voice, Formatter, Accidental, Beam, Fraction } = vexflow;
  const layers = layersOf(measure).map((layer) => ({
    ...layer,
    notes: layer.chords.map((chord) => noteOf(vexflow, chord, layer)),
  }));
  const triplets = layers.flatMap(({ notes, chords }) =>
    tripletsOf(
      vexflow,
      notes.map((note, place) => ({ note, value: chords[place]!.value })),
    ),
  );
  const voices = layers.map(({ notes }) =>
    new Voice().setMode(Voice.Mode.SOFT).addTickables(notes),
  );
  const formatter = new Formatter();
  for (const hand of hands) {
    // Two voices of a staff stand aside for each other, and share their accidentals.
    const own = voices.filter((_, place) => layers[place]!.hand === hand);
    Accidental.applyAccidentals(own, name);
    formatter.joinVoices(own);
  }
  const stave = staves.right;
  formatter.format(voices, Math.max(40, stave.getNoteEndX() - stave.getNoteStartX() - 14));
  const groups = [...new Set(feltBeats(measure.meter))].map(
    (ticks) => new Fraction(ticks / 240, 8),
  );
  const beams = layers.map(({ notes, stems }) =>
    Beam.generateBeams(notes, { groups, maintainStemDirections: stems !== 'as they come' }),
  );
  for (const [place, { hand }] of layers.entries()) voices[place]!.draw(context, staves[hand]);
  for (const joined of [...beams.flat(), ...triplets]) joined.setContext(context).draw();
  for (const layer of layers) drawTies(vexflow, context, layer);
  context.save();
  context.setFont('Atkinson Hyperlegible Next Variable', 10.5, 600);
  const { notes, chords } = layers[0]!;
  const onsets = onsetsOf(chords);
  for (const { at, chord } of measure.chords) {
    const place = onsets.indexOf(at);
    const x = (notes[place] ?? notes[0])?.getAbsoluteX() ?? stave.getNoteStartX();
    context.fillText(formatChord(chord, style), x - 4, numbersAt);
  }
  context.setFont("'Fraunces Cut', 'Fraunces Variable', Georgia, serif", 13, 'normal', 'italic');
  let free = -Infinity;
  for (const { at, text } of measure.words) {
    const note = notes[onsets.indexOf(at)];
    const x = Math.max(free, (note?.getAbsoluteX() ?? stave.getNoteStartX()) - 3);
    context.fillText(text, x, wordsAt);
    free = x + context.measureText(text).width + 4;
  }
  context.restore();
}

/** Where a rest stands: in the middle, or out of the way of the other voice. */
const restAt: Readonly<Record<Hand, Readonly<Record<Layer['stems'], string>>>> = {
  right: { up: 'e/5', down: 'f/4', 'as they come': 'b/4' },
  left: { up: 'g/3', down: 'a/2', 'as they come': 'd/3' },
};

function noteOf(
  vexflow: VexFlow,
  { value, keys, accent, short, rolled }: StaffChord,
  { hand, stems }: Layer,
) {
  const { StaveNote, Stem, Dot, Articulation, Stroke } = vexflow;
  const isRest = keys.length === 0;
  const note = new StaveNote({
    clef: clefs[hand],
    keys: isRest ? [restAt[hand][stems]] : keys.map(keyOf),
    duration: durationOf(value) + (isRest ? 'r' : ''),
    dots: value.dots,
    ...(stems === 'as they come'
      ? { autoStem: true }
      : { stemDirection: stems === 'up' ? Stem.UP : Stem.DOWN }),
  });
  if (value.dots === 1) Dot.buildAndAttach([note], { all: true });
  if (accent) note.addModifier(new Articulation('a>').setPosition(3));
  if (short) note.addModifier(new Articulation('av').setPosition(3));
  if (rolled && !isRest) note.addStroke(0, new Stroke(Stroke.Type.ROLL_DOWN));
  return note;
}

function keyOf({ letter, alter, octave }: StaffKey): string {
  const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter);
  return `${letter.toLowerCase()}${sign}/${octave}`;
}

/** What is tied to the measure before is led back to its bar line. */
function drawTies(
  { StaveTie }: VexFlow,
  context: ReturnType<InstanceType<VexFlow['Renderer']>['getContext']>,
  { chords, notes }: Layer & { readonly notes: readonly StaveNote[] },
): void {
  for (const [place, { keys }] of chords.entries()) {
    const before = chords[place - 1];
    for (const [at, key] of keys.entries()) {
      if (!key.tiedFrom) continue;
      const there = before ? before.keys.findIndex((one) => keyOf(one) === keyOf(key)) : at;
      if (there < 0) continue;
      new StaveTie({
        firstNote: before ? notes[place - 1]! : null,
        lastNote: notes[place]!,
        firstIndexes: [there],
        lastIndexes: [at],
      })
        .setContext(context)
        .draw();
    }
  }
}
