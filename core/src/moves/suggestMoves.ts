import { grades, type Grade } from '../chord/colourForms.ts';
import { bassOf, rootOf, type Chord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import type { TimelineIndex } from '../chart/places.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { sameDegree } from '../pitch/degree.ts';
import type { Cursor } from '../marks/cursor.ts';
import {
  changesIn,
  fitInto,
  sungTones,
  type FitWishes,
  type BarAfter,
  type Fitted,
} from './fit.ts';
import { bassStep, gapAfter, type Gap } from './gap.ts';
import { inRow } from './formula.ts';
import { ideasBetween, tonesOutside } from './ideas.ts';
import type { LineFit, LineIdea } from './lineFit.ts';
import { lineMoves } from './lineMoves.ts';
import type { Idea, Move, MoveForm, OwnMove } from './move.ts';
import { ownIdeas } from './ownMoves.ts';
import { takeBars, takeBarsOnce } from './takeMove.ts';

export interface MoveWishes extends FitWishes {
  /** The highest grade wanted; all where nothing is said. */
  readonly grade?: Grade;
  /** So many chords go between at most; all that have room where nothing is said. */
  readonly depth?: number;
  readonly numbers?: Partial<NumberStyle>;
  /** Moves of a player's own; those whose chords cannot be read are left out (`readOwnMoves` says which). */
  readonly own?: readonly OwnMove[];
}

/** The gap behind a slot of the timeline, and where it leads if not to what follows. */
export interface MovePlace {
  readonly after: TimelineIndex;
  readonly to?: Chord;
}

/**
 * The moves that lead from the end of a section back to its beginning, best first.
 * @param section counted from 0; none for one that is not played, or does not begin and end on a chord
 */
export function turnarounds(timeline: Timeline, section: number, wishes: MoveWishes = {}): Move[] {
  const part = timeline.parts.findLast((one) => one.section === section);
  if (!part) return [];
  const first = timeline.slots.slice(part.from, part.to).find(({ is }) => is.kind === 'chord');
  if (first?.is.kind !== 'chord') return [];
  return suggestMoves(timeline, { after: part.to - 1, to: first.is.chord }, wishes);
}

/** An idea that does not go here, with the reason. */
export interface Refused {
  readonly idea: Idea;
  readonly why: string;
}

/** What can go into a gap, best first; and what cannot. */
export interface MovesFound {
  readonly moves: readonly Move[];
  readonly refused: readonly Refused[];
  /** Chords that follow instead where the first one is played at other times: a move for all times would not lead to them. */
  readonly elsewhere: readonly Chord[];
  /** Why nothing can; null where something could. */
  readonly why: string | null;
}

/**
 * The moves that fit between two chords, best first: by how often players do so, how the bass and the other voices go, what is
 * sung, and how often the song has it already.
 * @param gap `after` is an index of `timeline.slots`: the gap behind that slot, or behind the chord that is held in it
 * @returns none where nothing fits; `findMoves` says why
 */
export function suggestMoves(timeline: Timeline, gap: MovePlace, wishes: MoveWishes = {}): Move[] {
  return [...findMoves(timeline, gap, wishes).moves];
}

/** The moves for a gap, and those that do not go there with the reason of each. */
export function findMoves(
  timeline: Timeline,
  { after, to }: MovePlace,
  wishes: MoveWishes = {},
): MovesFound {
  const found = gapAfter(timeline, after, to);
  if (!found.ok) return { moves: [], refused: [], elsewhere: [], why: found.why };
  const { gap } = found;
  const most = grades.indexOf(wishes.grade ?? 'altered');
  const ideas = unlike([
    ...ownIdeas(gap.target, wishes.own ?? [], gap.key),
    ...ideasBetween(gap, wishes.numbers),
  ]).filter(
    ({ grade, chords }) =>
      grades.indexOf(grade) <= most && chords.length <= (wishes.depth ?? Infinity),
  );
  const refused: Refused[] = [];
  const ranked: Ranked[] = [];
  for (const idea of ideas) {
    const fit = fitInto(gap, idea, wishes);
    if (!fit.ok) refused.push({ idea, why: fit.why });
    else
      ranked.push({
        form: formOf(gap, idea, fit.fitted),
        score: scoreOf(gap, idea, fit.fitted, wishes),
      });
  }
  for (const fit of lineMoves(gap, wishes.own ?? [], wishes.numbers)) {
    const { idea } = fit;
    if (grades.indexOf(idea.grade) > most) continue;
    if (!fit.ok) refused.push({ idea: { ...idea, chords: [] }, why: fit.why });
    else ranked.push({ form: formOfLine(gap, fit), score: lineScore(gap, idea) });
  }
  const moves = inOrder(ranked);
  const why = moves.length > 0 ? null : (refused[0]?.why ?? 'No rule leads from one to the other.');
  return { moves, refused, elsewhere: gap.elsewhere, why };
}

interface Ranked {
  readonly form: MoveForm;
  readonly score: number;
}

/** One idea of each kind, the best first, with its other forms. */
function inOrder(ranked: readonly Ranked[]): Move[] {
  const best = [...ranked].sort((one, other) => other.score - one.score);
  const kinds = [...new Set(best.map(({ form }) => form.kind))];
  return kinds.map((kind): Move => {
    const [first, ...others] = best.flatMap(({ form }) => (form.kind === kind ? [form] : []));
    return { ...first!, others };
  });
}

/** Of ideas with the same chords the first. */
function unlike(ideas: readonly Idea[]): Idea[] {
  const known = new Set<string>();
  return ideas.filter(({ chords }) => {
    const name = inRow(chords);
    if (known.has(name)) return false;
    known.add(name);
    return true;
  });
}

function formOf(gap: Gap, idea: Idea, { chords, bars }: Fitted): MoveForm {
  const { id, name, kind, grade, why } = idea;
  const [first] = gap.room;
  const place = { bar: first!.bar.bar, slot: first!.slot };
  return {
    id,
    name,
    kind,
    grade,
    why,
    used: usedIn(gap, idea),
    chords,
    hands: idea.hands ?? null,
    bass: chords.map(({ chord }) => bassOf(chord)),
    cost: null,
    place,
    ...editsOf(gap, bars, place),
  };
}

function formOfLine(
  gap: Gap,
  { idea, bar, hands, bass }: Extract<LineFit, { ok: true }>,
): MoveForm {
  const { id, name, kind, grade, why } = idea;
  const place = { bar: bar.bar, slot: 0 };
  return {
    id,
    name,
    kind,
    grade,
    why,
    used: linesUsed(gap, bar),
    chords: [],
    hands: hands.length > 0 ? hands : null,
    bass,
    cost: null,
    place,
    ...editsOf(gap, [bar], place),
  };
}

function editsOf(
  gap: Gap,
  bars: readonly BarAfter[],
  place: Cursor,
): Pick<MoveForm, 'edit' | 'editOnce'> {
  return {
    edit: (read) => takeBars(read, bars, place),
    editOnce: isPlayedOnce(gap) ? null : (read) => takeBarsOnce(read, bars, gap.part.pass),
  };
}

/** In how many bars of the song, as it is played, hands play the very same. */
function linesUsed({ timeline }: Gap, { lines = [] }: BarAfter): number {
  const wanted = JSON.stringify(lines[0]?.voices);
  return timeline.parts
    .flatMap(({ bars }) => bars)
    .filter(({ played }) => played.some(({ voices }) => JSON.stringify(voices) === wanted)).length;
}

function isPlayedOnce({ timeline, part }: Gap): boolean {
  return timeline.parts.filter(({ section }) => section === part.section).length === 1;
}

/**
 * What speaks for an idea, in points (common practice, no published source; tried on the examples of core/test/moves.test.ts): how
 * often players do it; a bass that walks in and out, or stays at first; sung notes that are tones; few tones that change, and few outside of the
 * key, for each chord. Against it: how often the song has it.
 */
const points = {
  often: 2,
  stepIn: 1.5,
  stays: 1.2,
  stepOut: 2,
  sungTone: 0.6,
  sungOther: -0.6,
  changes: -0.35,
  outside: -0.5,
  used: -1,
  each: -0.3,
  /** Single notes of the left hand are the way into an inversion; to a root the bass goes with chords. */
  intoInversion: 0.5,
  intoRoot: -3,
  /** A series is a jewel: it comes last. */
  series: -2,
} as const;

function scoreOf(gap: Gap, idea: Idea, { chords }: Fitted, wishes: FitWishes): number {
  const row = [gap.before, ...idea.chords, gap.target];
  const isStep = (from: (typeof row)[number], to: (typeof row)[number]) => {
    const step = Math.abs(bassStep(from, to));
    return step === 1 || step === 2;
  };
  const { tones, others } = sungTones(gap, chords, wishes.melody);
  const outside = idea.chords.reduce((sum, chord) => sum + tonesOutside(chord), 0);
  return (
    points.often * idea.often +
    (isStep(row[0]!, row[1]!) ? points.stepIn : 0) +
    (bassStep(row[0]!, row[1]!) === 0 ? points.stays : 0) +
    (isStep(row.at(-2)!, row.at(-1)!) ? points.stepOut : 0) +
    points.sungTone * tones +
    points.sungOther * others +
    (points.changes * changesIn(row, gap)) / (row.length - 1) +
    (points.outside * outside) / idea.chords.length +
    points.used * usedIn(gap, idea) +
    points.each * idea.chords.length
  );
}

function lineScore({ target }: Gap, { kind, often }: LineIdea): number {
  const isRoot = sameDegree(bassOf(target), rootOf(target));
  const usual = isRoot ? points.intoRoot : points.intoInversion;
  return points.often * often + (kind === 'left walk' ? usual : points.series);
}

/** How often the song has these chords in a row already. */
function usedIn({ timeline }: Gap, { chords }: Idea): number {
  return timesUsed(timeline, inRow(chords));
}

const rows = new WeakMap<Timeline, string>();

/** Counted as they are played. */
export function timesUsed(timeline: Timeline, chords: string): number {
  let row = rows.get(timeline);
  if (row === undefined) {
    row = ` ${timeline.slots.flatMap(({ is }) => (is.kind === 'chord' ? [formatChord(is.chord)] : [])).join('  ')} `;
    rows.set(timeline, row);
  }
  return row.split(` ${chords.replaceAll(' ', '  ')} `).length - 1;
}
