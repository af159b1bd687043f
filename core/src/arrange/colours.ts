import type { TextSlot } from '../chart/places.ts';
import { melodyOver } from '../chart/time/sung.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { alterOfFigure, type Chord, type NamedChord } from '../chord/chord.ts';
import { grades, type Grade } from '../chord/colourForms.ts';
import { suggestColours, type Colour } from '../chord/colours.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { ArcPart } from './arc.ts';
import { leftAsItIs, type Locks, type Unkept } from './choice.ts';
import { askedOf, type Level } from './levels.ts';
import type { Bars } from './moves.ts';
import type { Style } from './styles.ts';

/** A colour for all the same plain chords of a section. */
export interface TakenColour {
  readonly id: string;
  readonly value: string;
  readonly section: number;
  readonly before: NamedChord;
  readonly chord: NamedChord;
  readonly slots: readonly { readonly slot: TextSlot; readonly bar: number }[];
  readonly colour: Colour;
}

interface Wishes {
  readonly style: Style;
  readonly level: Level;
  readonly locks: Locks;
  /** Bars that moves write anew: what stands there stays. */
  readonly moved: readonly Bars[];
}

interface Place {
  readonly slot: TextSlot;
  readonly bar: number;
  readonly chord: NamedChord;
  readonly colours: readonly Colour[];
}

/**
 * Colours for plain triads, the same for the same chord throughout a section: the four and the six first, the five last; in the
 * key, against no sung note, with their third. A fuller section gets more of them.
 */
export function takeColours(
  timeline: Timeline,
  arc: readonly ArcPart[],
  { style, level, locks, moved }: Wishes,
): { readonly taken: readonly TakenColour[]; readonly unkept: readonly Unkept[] } {
  const grade = lower(style.colourGrade, askedOf[level].grade);
  const taken: TakenColour[] = [];
  const unkept: Unkept[] = [];
  if (grade === 'plain') return { taken, unkept };
  for (const [section, places] of placesBySection(timeline, grade)) {
    const levels = arc.filter((one) => one.section === section).map(({ wanted }) => wanted);
    const full = levels.reduce((sum, one) => sum + one, 0) / levels.length;
    const symbols = [...new Set(places.map(({ chord }) => formatChord(chord)))].sort(
      (one, other) => orderOf(one) - orderOf(other) || (one < other ? -1 : 1),
    );
    let left = Math.round(symbols.length * style.colours * (0.4 + 0.6 * full));
    for (const symbol of symbols) {
      const id = `colour ${section} ${symbol}`;
      const lock = locks[id];
      if (lock === leftAsItIs || (lock === undefined && left <= 0)) continue;
      const free = places.filter(
        (one) =>
          formatChord(one.chord) === symbol &&
          !moved.some(({ from, to }) => from <= one.bar && one.bar <= to),
      );
      const chosen = mostShared(free, lock);
      if (!chosen) {
        if (lock !== undefined)
          unkept.push({
            id,
            why: 'This colour does not go there any more, or a move stands there.',
          });
        continue;
      }
      left -= 1;
      const slots = free.filter(({ colours }) =>
        colours.some(({ numbers }) => numbers === chosen.numbers),
      );
      taken.push({
        ...{ id, section, before: free[0]!.chord, value: chosen.numbers, chord: chosen.chord },
        ...{ slots, colour: chosen },
      });
    }
  }
  return { taken, unkept };
}

const lower = (one: Grade, other: Grade) =>
  grades[Math.min(grades.indexOf(one), grades.indexOf(other))]!;

/** Chords that are coloured first: those under which nothing is expected to be plain (common practice, no published source). */
const order = ['4', '6m', '1', '2m', '3m', '5'];

function orderOf(symbol: string): number {
  const at = order.indexOf(symbol);
  return at < 0 ? order.length : at;
}

/** The plain triads of each section that is played, each with the colours that go there. */
function placesBySection(timeline: Timeline, grade: Grade): ReadonlyMap<number, readonly Place[]> {
  const melody = melodyOver(timeline);
  const found = new Map<number, Place[]>();
  const seen = new Set<TextSlot>();
  for (const [at, { slot, bar, section, key, is }] of timeline.slots.entries()) {
    if (seen.has(slot) || is.kind !== 'chord' || !isPlain(is.chord)) continue;
    seen.add(slot);
    const { chord } = is;
    const next = timeline.slots.slice(at + 1, at + 9).find((one) => one.is.kind === 'chord')?.is;
    const context = { key, grade, melody: melody.get(slot) ?? null };
    const colours = suggestColours(chord, {
      ...context,
      next: next?.kind === 'chord' ? next.chord : null,
    }).filter(
      (colour) =>
        colour.grade !== 'plain' &&
        colour.inKey &&
        colour.clash === null &&
        alterOfFigure(colour.chord.figures, 3) !== null,
    );
    const places = found.get(section) ?? [];
    places.push({ slot, bar, chord, colours });
    found.set(section, places);
  }
  return found;
}

function isPlain(chord: Chord): chord is NamedChord {
  if (chord.kind !== 'named') return false;
  const { figures, bass } = chord;
  return (
    bass === null &&
    figures.length === 3 &&
    [1, 3, 5].every((wanted) => figures.some(({ figure }) => figure === wanted))
  );
}

/** The first colour that most of the places take, or the one that stands fast. */
function mostShared(places: readonly Place[], lock: string | undefined): Colour | null {
  const all = places.flatMap(({ colours }) => colours);
  if (lock !== undefined) return all.find(({ numbers }) => numbers === lock) ?? null;
  const names = [...new Set(all.map(({ numbers }) => numbers))];
  const count = (name: string) =>
    places.filter(({ colours }) => colours.some(({ numbers }) => numbers === name)).length;
  const rank = (name: string) =>
    Math.min(
      ...places.map(({ colours }) => {
        const at = colours.findIndex(({ numbers }) => numbers === name);
        return at < 0 ? Infinity : at;
      }),
    );
  names.sort((one, other) => count(other) - count(one) || rank(one) - rank(other));
  return all.find(({ numbers }) => numbers === names[0]) ?? null;
}
