import { bassOf, rootOf, type Chord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import { clashWith } from '../chord/sungOver.ts';
import { pitchClassesOf } from '../chord/tones.ts';
import type { LineBar } from '../chart/played.ts';
import { plainChord, shortened, type Slot } from '../chart/song.ts';
import { fitsMeter } from '../chart/print/printChart.ts';
import { eighth, sixteenth, ticksOf, type Ticks } from '../kit/ticks.ts';
import { degreeSemitones, sameDegree, type Degree } from '../pitch/degree.ts';
import type { Gap } from './gap.ts';
import { holds } from './ideas.ts';
import type { Idea, MoveChord } from './move.ts';

/** A bar with what a move makes of it. */
export interface BarAfter {
  readonly bar: number;
  readonly slots: readonly Slot[];
  /** What hands play in it in the place of its chords; absent where they play them. */
  readonly lines?: readonly LineInBar[];
}

/** What one hand plays in a bar. */
export interface LineInBar {
  readonly hand: 'left' | 'right';
  readonly voices: LineBar;
}

/** An idea with its time. */
export interface Fitted {
  readonly chords: readonly MoveChord[];
  readonly bars: readonly BarAfter[];
}

export type Fit =
  { readonly ok: true; readonly fitted: Fitted } | { readonly ok: false; readonly why: string };

export interface FitWishes {
  /** Felt beats that the move takes in all; where nothing is said as many as are usual. */
  readonly beats?: number;
  /** A note that is sung over the gap; the tune's own where nothing is said, none for null. */
  readonly melody?: Degree | null;
}

const no = (why: string): Fit => ({ ok: false, why });

/** Whether an idea has its place in a gap: the beats it takes, what the metre can carry, and what is sung over it. */
export function fitInto(gap: Gap, idea: Idea, wishes: FitWishes): Fit {
  const { chords } = idea;
  const [first, last] = [chords[0]!, chords.at(-1)!];
  if (formatChord(first) === formatChord(gap.before))
    return no('It begins with the chord that stands there.');
  if (isLike(last, gap.target)) return no('It ends on the chord that follows.');
  let why = '';
  for (const unit of unitsOf(gap, idea, wishes.beats)) {
    if (unit * chords.length > gap.free) {
      why ||= `It takes ${inBeats(unit * chords.length, gap)}; ${inBeats(gap.free, gap)} are free.`;
      continue;
    }
    if (unit <= gap.push) {
      why ||= 'The next chord comes in early, and leaves its last one no time.';
      continue;
    }
    const timed = chords.map((chord): MoveChord => ({ chord, ticks: unit }));
    const bars = barsWith(gap, timed);
    if (!bars) {
      why ||= 'The metre does not let this bar be parted so.';
      continue;
    }
    const clash = clashIn(gap, timed, wishes.melody);
    if (clash === null) return { ok: true, fitted: { chords: timed, bars } };
    why = clash;
  }
  return no(why || 'There is no time for it here.');
}

/** The same root, bass and third: nobody hears one go to the other. */
function isLike(one: Chord, other: Chord): boolean {
  if (one.kind !== 'named' || other.kind !== 'named')
    return formatChord(one) === formatChord(other);
  const third = ({ figures }: typeof one) =>
    figures.find(({ figure }) => figure === 3)?.alter ?? null;
  return (
    sameDegree(rootOf(one), rootOf(other)) &&
    sameDegree(bassOf(one), bassOf(other)) &&
    third(one) === third(other)
  );
}

/** So many chords go by half beats at most. */
const mostQuick = 4;

/**
 * How long each of so many chords may last, the usual first: a beat; one chord in the second half of a bar of four; where there
 * is no room for that, half a beat, unless they are many, or their bass walks: one hears it walk on the beat.
 */
function unitsOf(
  { ticks, free, beat }: Gap,
  { chords: { length: count }, kind }: Idea,
  beats?: number,
): Ticks[] {
  if (beats !== undefined) return [(beats * beat) / count];
  const usual = count === 1 && ticks === 4 * beat ? [2 * beat, beat] : [beat];
  // What fills the time of a chord that has been heard already may be slower.
  const whole = free === ticks && count * 2 * beat === ticks ? [2 * beat] : [];
  return [...whole, ...usual, ...(count <= mostQuick && kind !== 'bass line' ? [beat / 2] : [])];
}

/** @example '1 1/2 beats', '4 eighths' */
export function inBeats(ticks: Ticks, { beat }: Pick<Gap, 'beat'>): string {
  const beats = ticks / beat;
  // In metres of three eighths a beat, half a beat is nothing that one counts.
  for (const [unit, name] of [
    [eighth, 'eighths'],
    [sixteenth, 'sixteenths'],
  ] as const)
    if (!Number.isInteger(2 * beats) && ticks % unit === 0) return `${ticks / unit} ${name}`;
  if (beats < 0.5) return 'less than half a beat';
  const whole = Math.floor(beats);
  const half = beats - whole >= 0.5 ? (whole === 0 ? '1/2' : ' 1/2') : '';
  const number = `${whole === 0 && half ? '' : whole}${half}`;
  return `${number} ${beats > 0 && beats <= 1 ? 'beat' : 'beats'}`;
}

/**
 * The bars of a gap with chords in the last of its time; the first chord keeps the rest. Null where a metre cannot carry them.
 */
export function barsWith(gap: Gap, chords: readonly MoveChord[]): BarAfter[] | null {
  const begins = gap.ticks - ticksOf(chords);
  const queue = chords.map((one) => ({ ...one, isNew: true }));
  const after = new Map<number, Slot[]>();
  let at = 0;
  for (const { bar, slot, is } of gap.room) {
    const slots = after.get(bar.bar) ?? bar.slots.slice(0, slot).map((one) => one.is);
    after.set(bar.bar, slots);
    const kept = Math.min(is.ticks, Math.max(0, begins - at));
    if (kept > 0) slots.push(shortened(is, kept));
    let left = is.ticks - kept;
    while (left > 0 && queue.length > 0) {
      const [next] = queue as [(typeof queue)[number]];
      const ticks = Math.min(left, next.ticks);
      slots.push(next.isNew ? plainChord(next.chord, ticks) : { kind: 'held', ticks });
      left -= ticks;
      if (ticks === next.ticks) queue.shift();
      else queue[0] = { ...next, ticks: next.ticks - ticks, isNew: false };
    }
    at += is.ticks;
  }
  const last = gap.room.at(-1)!;
  after.get(last.bar.bar)!.push(...last.bar.slots.slice(last.slot + 1).map((one) => one.is));
  const meters = new Map(gap.room.map(({ bar, meter }) => [bar.bar, meter]));
  const bars = [...after].map(([bar, slots]): BarAfter => ({ bar, slots }));
  return bars.every(({ bar, slots }) => fitsMeter(slots, meters.get(bar)!)) ? bars : null;
}

/** What rubs against a sung note while the chords last, in a sentence; null where nothing does. */
function clashIn(gap: Gap, chords: readonly MoveChord[], melody?: Degree | null): string | null {
  if (melody === null) return null;
  for (const { chord, degree } of sungOver(gap, chords, melody)) {
    const clash = chord.kind === 'named' ? clashWith(chord, degree) : null;
    if (clash) return `${formatChord(chord)}: ${clash}`;
  }
  return null;
}

/** The sung notes over each of some chords. */
function sungOver(gap: Gap, chords: readonly MoveChord[], melody?: Degree | null) {
  const start = gap.timeline.slots[gap.at]!.start;
  let at = start + gap.ticks - ticksOf(chords);
  return chords.flatMap(({ chord, ticks }) => {
    const [from, to] = [at, at + ticks];
    at = to;
    if (melody) return [{ chord, degree: melody }];
    return gap.sung
      .filter(({ onset, ticks: length }) => onset < to && onset + length > from)
      .map(({ degree }) => ({ chord, degree }));
  });
}

/** How many sung notes are tones of the chords under them, and how many are not. */
export function sungTones(gap: Gap, chords: readonly MoveChord[], melody?: Degree | null) {
  const over = melody === null ? [] : sungOver(gap, chords, melody);
  const tones = over.filter(
    ({ chord, degree }) => chord.kind === 'named' && holds(chord, degreeSemitones(degree)),
  ).length;
  return { tones, others: over.length - tones };
}

/** How many tones change from chord to chord, through a row. */
export function changesIn(row: readonly Chord[], gap: Gap): number {
  return row.slice(1).reduce((sum, chord, index) => {
    const before = pitchClassesOf(row[index]!, gap.key);
    return sum + [...pitchClassesOf(chord, gap.key)].filter((tone) => !before.has(tone)).length;
  }, 0);
}
