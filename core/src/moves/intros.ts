import { roleOfSection } from '../chart/roles.ts';
import {
  plainChord,
  shortened,
  type Bar,
  type PlayedBar,
  type Section,
  type Slot,
  type Song,
} from '../chart/song.ts';
import { sungNotes } from '../chart/time/sung.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { rootOf, type Chord } from '../chord/chord.ts';
import { nameDegree } from '../chord/formatChord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { sameDegree, type Degree } from '../pitch/degree.ts';
import { noteOfDegree, type Key } from '../pitch/key.ts';
import { formatNote } from '../pitch/note.ts';
import { fitsMeter } from '../chart/print/printChart.ts';
import { feltBeats, sameMeter } from '../chart/meter.ts';
import { ticksOf } from '../kit/ticks.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import { formulaOver } from './formula.ts';
import { introSchemes } from './schemes.ts';
import {
  barOf,
  playedBar,
  sectionMove,
  type SectionIdea,
  type SectionMove,
} from './sectionMoves.ts';

export interface IntroWishes {
  /** How many bars: 2, 4 or 8. */
  readonly bars: number;
  readonly numbers?: Partial<NumberStyle>;
}

/**
 * Intros for a song, from its own chords first: the last line of the chorus, the first line of the verse, then shapes that fit
 * any song (common practice, no published source). Each leads to the first chord, and says the note that the singer begins on.
 * @returns none for a song without chords
 */
export function intros(timeline: Timeline, { bars, numbers }: IntroWishes): SectionMove[] {
  const { song } = timeline;
  const first = firstChord(timeline);
  if (!first || bars < 1) return [];
  const begins = firstNote(timeline, numbers);
  const said = (why: string) => (begins ? `${why} ${begins}` : why);
  const made: SectionIdea[] = [];
  const lastLine = lineOf(chorusOf(song), song, 'last', bars);
  if (lastLine)
    made.push({
      id: 'last line',
      name: 'The last line of the chorus',
      grade: 'plain',
      why: said('The ear hears what it will come home to, and where it begins again.'),
      bars: leadingTo(first, lastLine, song),
    });
  const firstLine = lineOf(song.sections.find(isVerse) ?? song.sections[0], song, 'first', bars);
  if (firstLine)
    made.push({
      id: 'first line',
      name: 'The first line of the verse',
      grade: 'plain',
      why: said('The first line once without words, so that the singer hears the way in.'),
      bars: leadingTo(first, firstLine, song),
    });
  for (const scheme of introSchemes[song.key.mode]) {
    const formulas = inBars(scheme.bars, bars, feltBeats(song.meter).length);
    if (!formulas) continue;
    const whole = formulas.map((formula) => barOf(formula, song.meter));
    const { id, name, grade, why, open, directions } = scheme;
    const ended = scheme.open ? whole : leadingTo(first, whole, song);
    made.push({
      id,
      name,
      grade,
      why: said(why),
      bars: ended,
      ...(open ? { open } : {}),
      ...(directions ? { directions } : {}),
    });
  }
  return made.map((idea) => sectionMove(timeline, 'intro', idea));
}

/**
 * Formulas of bars for a length: two bars in one, or all of them again and again; null where they do not come out even, or a bar
 * has no room for them.
 */
function inBars(row: readonly string[], bars: number, mostChords: number): string[] | null {
  if (bars * 2 === row.length) {
    const both = Array.from({ length: bars }, (_, at) => `${row[2 * at]} ${row[2 * at + 1]}`);
    return both.every((bar) => bar.split(' ').length <= mostChords) ? both : null;
  }
  if (bars % row.length !== 0) return null;
  return Array.from({ length: bars }, (_, at) => row[at % row.length]!);
}

/**
 * Bars that lead to a chord: where the last of them stands on that chord already, or on home, the second half of their last bar is
 * the soft five of it. A bar that the metre does not part so stays.
 */
function leadingTo(first: Chord, bars: readonly Bar[], { meter, key }: Song): Bar[] {
  const last = bars.at(-1);
  if (last?.kind !== 'played' || (last.meter && !sameMeter(last.meter, meter))) return [...bars];
  const sounding = last.slots.findLast(({ kind }) => kind === 'chord');
  const root = sounding?.kind === 'chord' ? rootOf(sounding.chord) : null;
  const stays =
    root !== null &&
    (sameDegree(root, rootOf(first)) || sameDegree(root, homeOf(key))) &&
    last.slots.length <= 2;
  if (!stays) return [...bars];
  const beats = feltBeats(meter);
  const half = beats.slice(Math.ceil(beats.length / 2)).reduce((sum, ticks) => sum + ticks, 0);
  const isMinor =
    first.kind === 'named' &&
    first.figures.some(({ figure, alter }) => figure === 3 && alter === -1);
  const [five] = formulaOver(rootOf(first), isMinor ? '57' : '4/5');
  const slots = [...cut(last, ticksOf(last.slots) - half), plainChord(five!, half)];
  if (half === 0 || !fitsMeter(slots, meter)) return [...bars];
  return [...bars.slice(0, -1), { ...last, slots }];
}

function cut({ slots }: PlayedBar, length: number): Slot[] {
  let at = 0;
  return slots.flatMap((slot) => {
    const left = Math.min(slot.ticks, length - at);
    at += slot.ticks;
    return left > 0 ? [shortened(slot, left)] : [];
  });
}

const isChorus = (section: Section) => roleOfSection(section) === 'chorus';
const isVerse = (section: Section) => roleOfSection(section) === 'verse';

function chorusOf({ sections }: Song): Section | undefined {
  return sections.find(isChorus) ?? sections.findLast(({ phrases }) => phrases.length > 0);
}

/** Some bars of a section that all times share, from its beginning or its end, written out; null where it has not so many. */
export function lineOf(
  section: Section | undefined,
  song: Song,
  which: 'first' | 'last',
  bars: number,
): PlayedBar[] | null {
  if (!section) return null;
  let before: PlayedBar | null = null;
  const all = metersOf(section, song.meter)
    .filter(({ phrase }) => phrase.when === null)
    .flatMap(({ phrase, meters }) =>
      phrase.bars.map((bar, place) => ({ bar, meter: meters[place]! })),
    )
    .flatMap(({ bar, meter }) => {
      const played: PlayedBar | null = bar.kind === 'played' ? bar : before;
      before = played;
      const isPlain = played && !played.pickup && sameMeter(meter, song.meter);
      return isPlain ? [{ ...played, meter: null, feel: null }] : [];
    });
  const some = which === 'first' ? all.slice(0, bars) : all.slice(-bars);
  const begins = some[0]?.slots[0]?.kind;
  return some.length === bars && (begins === 'chord' || begins === 'rest')
    ? some.map(plainly)
    : null;
}

/** A bar for an instrument alone: nobody waits in it, and nothing comes in early from a bar that is not there. */
function plainly(bar: PlayedBar, place: number): PlayedBar {
  const slots = bar.slots.map((slot, index) =>
    slot.kind === 'chord'
      ? { ...slot, fermata: false, push: place === 0 && index === 0 ? null : slot.push }
      : slot,
  );
  return playedBar(slots);
}

/** Home in the degrees of the relative major. */
function homeOf({ mode }: Key): Degree {
  return { step: mode === 'minor' ? 6 : 1, alter: 0 };
}

function firstChord({ slots }: Timeline): Chord | null {
  const first = slots.find(({ is }) => is.kind === 'chord');
  return first?.is.kind === 'chord' ? first.is.chord : null;
}

/** The note that is sung first, in a sentence; null where no tune is written. */
function firstNote(timeline: Timeline, numbers?: Partial<NumberStyle>): string | null {
  const [first] = sungNotes(timeline);
  if (!first) return null;
  const letter = formatNote(noteOfDegree(first.degree, timeline.key), numbers?.signs ?? 'typed');
  return `The singer begins on ${nameDegree(first.degree, numbers)} (${letter}).`;
}
