import { alterOfFigure, bassOf, type Chord, type NamedChord } from '../chord/chord.ts';
import type { Grade } from '../chord/colourForms.ts';
import { formatChord, nameDegree } from '../chord/formatChord.ts';
import { thirdInKey } from '../chord/leading.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { linePitches, type LineEvent, type LineNote } from '../chart/played.ts';
import { eighth, sixteenth, ticksOf, type Ticks } from '../kit/ticks.ts';
import {
  degreeOfSemitones,
  degreeOver,
  degreeSemitones,
  formatDegree,
  sameDegree,
  type Degree,
} from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { majorScale } from '../pitch/note.ts';
import { inBeats, type BarAfter } from './fit.ts';
import { bassStep, type Gap, type RoomSlot } from './gap.ts';
import { seriesPaces, type MoveKind, type OwnMove, type SeriesPace } from './move.ts';
import { seriesKnown, seriesRoots, type Series } from './series.ts';
import { holdShapes, readShapes, type HeldShape, type MoveShape } from './shapes.ts';

/* Moves that leave the chords as they are: what hands play on the way to the next one, written as played lines. */

/** Something that hands could play at the end of a chord. */
export interface LineIdea {
  readonly id: string;
  readonly name: string;
  readonly kind: Extract<MoveKind, 'series' | 'left walk' | 'own'>;
  readonly grade: Grade;
  readonly often: number;
  readonly why: string;
}

export type LineFit =
  | {
      readonly ok: true;
      readonly idea: LineIdea;
      readonly bar: BarAfter;
      readonly hands: readonly HeldShape[];
      readonly bass: readonly Degree[];
    }
  | { readonly ok: false; readonly idea: LineIdea; readonly why: string };

/** All that hands can play in a gap on the chord that stands there, and what they cannot for want of time or room. */
export function lineMoves(
  gap: Gap,
  own: readonly OwnMove[],
  numbers?: Partial<NumberStyle>,
): LineFit[] {
  const { before, target } = gap;
  if (before.kind !== 'named' || target.kind !== 'named') return [];
  return [...seriesOver(gap, before, own, numbers), ...walksInto(gap, before, target, numbers)];
}

/** The bar in which a gap ends, and the slots of the gap in it. */
function lastBar({ room }: Gap) {
  const { bar } = room.at(-1)!;
  return { bar, slots: room.filter((slot) => slot.bar === bar) };
}

/** Why hands cannot play something of their own at the end of a gap, whatever it is; null where they can. */
function whyNot(gap: Gap, tail: Ticks): string | null {
  const { bar, slots } = lastBar(gap);
  const time = ticksOf(slots.map(({ is }) => is));
  if (tail >= time)
    return `It needs ${inBeats(tail, gap)} and something before it; this bar has ${inBeats(time, gap)}.`;
  if (gap.push > 0) return 'The next chord comes in early, and cuts it off.';
  if (bar.played.length > 0) return 'A hand plays a line of its own in this bar already.';
  return null;
}

function seriesOver(
  gap: Gap,
  over: NamedChord,
  own: readonly OwnMove[],
  numbers?: Partial<NumberStyle>,
): LineFit[] {
  if (over.bass !== null && !sameDegree(over.bass, over.root)) return [];
  const sort = isMinor(over) ? 'minor' : 'major';
  const known = [
    ...(seriesRoots.split(' ').includes(formatDegree(over.root)) ? seriesKnown : []),
    ...own.flatMap(ownSeries),
  ].filter(({ target }) => target === 'any' || target === sort);
  return known.flatMap((series) => {
    const shapes = readShapes(series.shapes);
    if (!shapes) return [];
    const plain = withoutBorrowed(shapes, over.root);
    return paces(series).flatMap((pace) => [
      seriesFit(gap, over, { series, pace, shapes, isPlain: false }, numbers),
      ...(plain
        ? [seriesFit(gap, over, { series, pace, shapes: plain, isPlain: true }, numbers)]
        : []),
    ]);
  });
}

interface AskedSeries {
  readonly series: KnownSeries;
  readonly pace: SeriesPace;
  readonly shapes: readonly MoveShape[];
  /** Nothing in it is borrowed that was before. */
  readonly isPlain: boolean;
}

type KnownSeries = Series & { readonly kind?: 'own'; readonly pace?: SeriesPace };

const paces = ({ pace }: KnownSeries): readonly SeriesPace[] => (pace ? [pace] : seriesPaces);

const paceWords: Readonly<Record<SeriesPace, string>> = {
  sixteenths: 'in sixteenths',
  'half beats': 'in half beats',
  chopped: 'every second step, in half beats',
};

/** A series in the last of a bar that has one chord: the hands hold that chord until it begins. */
function seriesFit(
  gap: Gap,
  over: NamedChord,
  { series, pace, shapes, isPlain }: AskedSeries,
  numbers?: Partial<NumberStyle>,
): LineFit {
  const { timeline, sung } = gap;
  const { key } = timeline.song;
  // The last step is where it comes to rest: it stays.
  const steps =
    pace === 'chopped' ? shapes.filter((_, step) => (shapes.length - 1 - step) % 2 === 0) : shapes;
  const unit = pace === 'sixteenths' ? sixteenth : eighth;
  const tail = unit * steps.length;
  const borrowed = borrowedIn(steps, over.root);
  const idea: LineIdea = {
    id: `series ${series.id} ${pace}${isPlain ? ' plain' : ''}`,
    name: `${series.name}, ${paceWords[pace]}${isPlain ? ', nothing borrowed' : ''}`,
    kind: series.kind ?? 'series',
    grade: borrowed.length > 0 ? 'rich' : series.grade,
    often: series.often,
    why:
      series.why.replace('{over}', formatChord(over, numbers)) +
      (borrowed.length > 0
        ? ` Borrowed: ${borrowed.map((degree) => nameDegree(degree, numbers)).join(', ')}.`
        : ''),
  };
  const no = (why: string): LineFit => ({ ok: false, idea, why });
  const { bar, slots } = lastBar(gap);
  const why = whyNot(gap, tail);
  if (why) return no(why);
  if (slots.length < bar.slots.length)
    return no('The bar has another chord before this one; both hands would leave it out.');
  const end = timeline.slots[gap.at]!.start + gap.ticks;
  if (sung.some(({ onset }) => onset >= end - tail && onset < end))
    return no('Something long is sung there; it goes where the singer breathes.');
  const rest = ticksOf(bar.slots.map(({ is }) => is)) - tail;
  const start = readShapes(isMinor(over) ? minorStart : majorStart)!;
  const held = holdShapes([...start, ...steps], over.root, key);
  const events = (hand: 'left' | 'right'): LineEvent[] =>
    held.map((shape, place): LineEvent => {
      const ticks = place === 0 ? rest : unit;
      const notes = shape[hand].map((midi) => noteOfLine(midi, hand, over.root, key));
      return notes.length === 0 ? { kind: 'rest', ticks } : struck(notes, ticks);
    });
  const lines = (['right', 'left'] as const).map((hand) => ({ hand, voices: [events(hand)] }));
  return {
    ok: true,
    idea,
    bar: { bar: bar.bar, slots: bar.slots.map(({ is }) => is), lines },
    hands: holdShapes(steps, over.root, gap.key),
    bass: steps.flatMap(({ left }) => (left[0] ? [degreeOver(over.root, left[0].degree)] : [])),
  };
}

/** What the hands hold until a series begins: it comes from there. */
const majorStart = "1 5 / 3 5 1'";
const minorStart = "1 5 / b3 5 1'";

function isMinor(chord: NamedChord): boolean {
  return (alterOfFigure(chord.figures, 3) ?? thirdInKey(chord.root)) === -1;
}

function struck(notes: readonly LineNote[], ticks: Ticks): LineEvent {
  return { kind: 'notes', notes, grace: [], slide: null, accent: false, ticks };
}

/** A key of a hand as a note of its line: spelled as the chord under it spells it. */
function noteOfLine(midi: number, hand: 'left' | 'right', root: Degree, key: Key): LineNote {
  const home = linePitches(key, hand)({ degree: { step: 1, alter: 0 }, octave: 0 });
  const inKey = degreeOfSemitones(midi - home);
  const overRoot = degreeOver(
    root,
    degreeOfSemitones(degreeSemitones(inKey) - degreeSemitones(root)),
  );
  const degree = Math.abs(overRoot.alter) < 2 ? overRoot : inKey;
  return lineNote(midi, hand, degree, key);
}

function lineNote(midi: number, hand: 'left' | 'right', degree: Degree, key: Key): LineNote {
  const octave = (midi - linePitches(key, hand)({ degree, octave: 0 })) / 12;
  return { degree, octave, finger: null };
}

/** The notes of shapes over a root that are not in the key. */
function borrowedIn(shapes: readonly MoveShape[], root: Degree): Degree[] {
  const all = shapes
    .flatMap(({ left, right }) => [...left, ...right])
    .map(({ degree }) => degreeOver(root, degree))
    .filter(({ alter }) => alter !== 0);
  return all.filter((one, place) => all.findIndex((other) => sameDegree(one, other)) === place);
}

/** The shapes with the key's own notes in the place of borrowed ones; null where none is borrowed, or two would be one key. */
function withoutBorrowed(shapes: readonly MoveShape[], root: Degree): readonly MoveShape[] | null {
  if (borrowedIn(shapes, root).length === 0) return null;
  const own = shapes.map(({ left, right }) => ({ left: left.map(inKey), right: right.map(inKey) }));
  const isClear = own.every(({ left, right }) => {
    const all = [...left, ...right].map(
      ({ degree, octave }, place) =>
        `${place < left.length ? 'left' : 'right'} ${octave} ${degreeSemitones(degree)}`,
    );
    return new Set(all).size === all.length;
  });
  return isClear ? own : null;

  /** The root itself stays where it is borrowed: the whole series is over it. */
  function inKey<Note extends { readonly degree: Degree }>(note: Note): Note {
    const there = degreeOver(root, note.degree);
    if (there.alter === 0 || sameDegree(there, root)) return note;
    return { ...note, degree: { ...note.degree, alter: note.degree.alter - there.alter } };
  }
}

function ownSeries(move: OwnMove): KnownSeries[] {
  const { name, target, hands, pace } = move;
  if (!hands || !pace) return [];
  return [
    {
      id: `own ${name}`,
      name,
      kind: 'own',
      grade: 'rich',
      often: 5,
      target,
      shapes: hands,
      pace,
      why: 'A series of our own over {over}.',
    },
  ];
}

/** So far the bass goes where single notes walk between, in half steps. */
const walked = [3, 4, 5];

/**
 * The left hand walks into the next bass by two single notes, a half beat each, while the right hand holds on (common practice, no
 * published source): 2 #2 into 3, 2 3 into 4, 6 b6 into 5.
 */
function walksInto(
  gap: Gap,
  before: NamedChord,
  target: NamedChord,
  numbers?: Partial<NumberStyle>,
): LineFit[] {
  const bass = bassOf(target);
  const distance = bassStep(before, target);
  if (!walked.includes(Math.abs(distance)) || bass.alter !== 0) return [];
  const way = distance > 0 ? 1 : -1;
  const notes = walkNotes(bass, way);
  if (sameDegree(notes[0], bassOf(before))) return [];
  const said = [...notes, bass].map((degree) => nameDegree(degree, numbers)).join(' ');
  const isChromatic = notes.some(({ alter }) => alter !== 0);
  const idea: LineIdea = {
    id: `left walk ${way > 0 ? 'up' : 'down'}`,
    name: `The left hand walks ${said}`,
    kind: 'left walk',
    grade: isChromatic ? 'warm' : 'plain',
    often: isChromatic ? 3 : 4,
    why: `Two single notes before ${formatChord(target, numbers)}, a half beat each; the right hand holds on.`,
  };
  const no = (why: string): LineFit => ({ ok: false, idea, why });
  const tail = 2 * eighth;
  const why = whyNot(gap, tail);
  if (why) return [no(why)];
  const { key } = gap.timeline.song;
  const from = lowPitch(bassOf(before), key);
  const lands = from + distance;
  const walk = notes.map((degree, place) =>
    lineNote(lands - way * stepsTo(bass, notes, place), 'left', degree, key),
  );
  const { bar } = lastBar(gap);
  const events = basses(bar.slots, from, tail, key);
  if (!events) return [no('The left hand has no bass to play before it in this bar.')];
  const line = [...events, ...walk.map((note) => struck([note], eighth))];
  const slots = bar.slots.map(({ is }) => is);
  return [
    {
      ok: true,
      idea,
      bar: { bar: bar.bar, slots, lines: [{ hand: 'left', voices: [line] }] },
      hands: [],
      bass: notes,
    },
  ];
}

/** Half steps from a note of a walk to where it lands. */
function stepsTo(bass: Degree, notes: readonly Degree[], place: number): number {
  const apart = degreeSemitones(bass) - degreeSemitones(notes[place]!);
  return Math.min((apart + 12) % 12, (12 - apart) % 12);
}

/** The two notes into a bass: by steps of the key where a half step leads into it, else by half steps. */
function walkNotes(bass: Degree, way: 1 | -1): readonly [Degree, Degree] {
  const beside = degreeSemitones(bass) - way;
  const isOfKey = majorScale.some((degree) => degree === (beside + 12) % 12);
  const next = (degree: Degree): Degree => ({
    step: (((degree.step - 1 - way + 7) % 7) + 1) as Degree['step'],
    alter: 0,
  });
  const one = next(bass);
  return isOfKey ? [next(one), one] : [one, { ...one, alter: way }];
}

/** The basses of a bar's chords as single notes, up to a tail; each as near to where it walks from as it can be. Null where the bar begins without one. */
function basses(
  slots: readonly { readonly is: RoomSlot['is'] }[],
  near: number,
  tail: Ticks,
  key: Key,
): LineEvent[] | null {
  const events: LineEvent[] = [];
  for (const [place, { is }] of slots.entries()) {
    const ticks = place === slots.length - 1 ? is.ticks - tail : is.ticks;
    if (ticks <= 0 || is.kind === 'unread' || (is.kind === 'held' && place === 0)) return null;
    if (is.kind === 'held') events.push({ kind: 'held', ticks });
    else if (is.kind === 'rest') events.push({ kind: 'rest', ticks });
    else events.push(struck([nearest(is.chord, near, key)], ticks));
  }
  return events;
}

/** A bass where a left hand usually has it: nearest to C3. */
function lowPitch(degree: Degree, key: Key): number {
  const pitch = linePitches(key, 'left')({ degree, octave: 0 });
  return pitch - 12 * Math.round((pitch - 48) / 12);
}

function nearest(chord: Chord, near: number, key: Key): LineNote {
  const degree = bassOf(chord);
  const middle = linePitches(key, 'left')({ degree, octave: 0 });
  const octave = Math.round((near - middle) / 12);
  return { degree, octave, finger: null };
}
