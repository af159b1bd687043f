import { alterOfFigure, type NamedChord } from '../chord/chord.ts';
import { formatChord, nameDegree } from '../chord/formatChord.ts';
import { thirdInKey } from '../chord/leading.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { linePitches, type LineEvent, type LineNote } from '../chart/played.ts';
import { eighth, sixteenth, ticksOf } from '../kit/ticks.ts';
import {
  degreeOfSemitones,
  degreeOver,
  degreeSemitones,
  formatDegree,
  sameDegree,
  type Degree,
} from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import type { Gap } from './gap.ts';
import { lastBar, lineNote, struck, whyNot, type LineFit, type LineIdea } from './lineFit.ts';
import { seriesPaces, type OwnMove, type SeriesPace } from './move.ts';
import { seriesKnown, seriesRoots, type Series } from './series.ts';
import { holdShapes, readShapes, type MoveShape } from './shapes.ts';

/** The series that can be played over the chord of a gap at its end: those of this program and our own, at each pace. */
export function seriesOver(
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
  'half beats': 'in eighths',
  chopped: 'every second step, in eighths',
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
      // Two of one name are told apart by what they are.
      id: `own ${name}: ${hands}`,
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
