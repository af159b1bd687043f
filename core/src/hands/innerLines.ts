import type { Chord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import { chordTones, type ChordTone } from '../chord/tones.ts';
import { sameDegree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { fold } from '../pitch/note.ts';
import type { TextSlot } from '../chart/places.ts';
import type { HandsPlace } from './decide.ts';
import type { LineMark } from './search/voiced.ts';
import type { SongHands } from './songHands.ts';

/*
 * An inner voice that walks: in a row of chords of which neighbours share two tones one finger goes by steps from tone to
 * tone, and the others stay (common practice, no published source).
 */

/** A line, chord by chord. */
export type InnerLine = readonly LineMark[];

/** A line of two chords is a step; these are offered at most for one chord. */
const fewestChords = 3;
const mostOffered = 3;
/** As far as a line is followed to either side. */
const mostChords = 12;

/** A tone at a place of the row. */
interface Stand {
  readonly at: number;
  readonly tone: ChordTone;
}

/**
 * The lines that go through a chord: always up or always down, by half and whole steps, as far as the chords let them.
 * @param row the chords of a section in their order
 * @param slot the slot of the text that they must go through
 * @returns the longest first; none where no line has three notes
 */
export function innerLines(row: readonly HandsPlace[], slot: TextSlot, key: Key): InnerLine[] {
  const at = row.findIndex((place) => place.slot === slot);
  const here = row[at];
  if (!here) return [];
  const chords = new Row(row, key);
  const found: (readonly Stand[])[] = [];
  for (const tone of chords.tonesAt(at)!)
    for (const direction of [-1, 1] as const) {
      const back = longest({ at, tone }, -1, direction, chords);
      const ahead = longest({ at, tone }, 1, direction, chords);
      const line = [...back.slice(1).reverse(), ...ahead];
      if (new Set(line.map((one) => one.tone.pitchClass)).size >= fewestChords) found.push(line);
    }
  const lines = found
    .sort((one, other) => other.length - one.length)
    .map((line): InnerLine =>
      line.map(({ at: place, tone }) => ({ slot: row[place]!.slot, tone: tone.degree })),
    );
  return lines.slice(0, mostOffered);
}

/**
 * The longest way on from a tone, itself first.
 * @param towards 1 to the chords after it, -1 to those before it
 * @param direction 1 for a line that rises in time, -1 for one that falls
 */
function longest(
  from: Stand,
  towards: 1 | -1,
  direction: 1 | -1,
  chords: Row,
  left = mostChords,
): readonly Stand[] {
  const at = from.at + towards;
  const next = chords.tonesAt(at);
  if (!next || left === 0) return [from];
  const now = chords.tonesAt(from.at)!;
  const isSameChord = chords.nameAt(at) === chords.nameAt(from.at);
  let best: readonly Stand[] = [];
  for (const tone of next) {
    const step = fold(towards * direction * (tone.pitchClass - from.tone.pitchClass), 12);
    const walks = isSameChord
      ? step === 0
      : (step === 1 || step === 2) && staying(now, next, from.tone, tone) >= 2;
    if (!walks) continue;
    const on = longest({ at, tone }, towards, direction, chords, left - 1);
    if (on.length > best.length) best = on;
  }
  return [from, ...best];
}

/** The chords of a section, each looked into once it is come to: a line is short, and a section may be long. */
class Row {
  readonly #places: readonly HandsPlace[];
  readonly #key: Key;
  readonly #tones: (readonly ChordTone[])[] = [];
  readonly #names: string[] = [];

  constructor(places: readonly HandsPlace[], key: Key) {
    this.#places = places;
    this.#key = key;
  }

  /** Null beyond the ends. A bass that is no tone of its chord is the left hand's alone. */
  tonesAt(at: number): readonly ChordTone[] | null {
    const place = this.#places[at];
    if (!place) return null;
    return (this.#tones[at] ??= chordTones(place.chord, this.#key).filter(
      ({ role }) => role !== 'bass',
    ));
  }

  nameAt(at: number): string {
    return (this.#names[at] ??= formatChord(this.#places[at]!.chord));
  }
}

/** How many tones two chords share besides those of a line. */
function staying(
  now: readonly ChordTone[],
  next: readonly ChordTone[],
  from: ChordTone,
  to: ChordTone,
): number {
  const others = now.filter(
    ({ pitchClass }) => pitchClass !== from.pitchClass && pitchClass !== to.pitchClass,
  );
  return others.filter((tone) => next.some(({ pitchClass }) => pitchClass === tone.pitchClass))
    .length;
}

/** Whether all of a line is asked for. */
export function hasLine({ lines }: Pick<SongHands, 'lines'>, line: InnerLine): boolean {
  return line.every(({ slot, tone }) =>
    lines.some((mark) => mark.slot === slot && sameDegree(mark.tone, tone)),
  );
}

/** A line asked for, in place of another one at its chords; gone again where all of it is there. */
export function withLine(hands: SongHands, line: InnerLine): SongHands {
  const others = hands.lines.filter(({ slot }) => !line.some((mark) => mark.slot === slot));
  return { ...hands, lines: hasLine(hands, line) ? others : [...others, ...line] };
}

/**
 * Without the line that goes through a chord: its marks before and after it in the row, up to the first chord that has none.
 * @param row the chords of its section in their order
 */
export function withoutLine(
  hands: SongHands,
  row: readonly { readonly slot: TextSlot; readonly chord: Chord }[],
  slot: TextSlot,
): SongHands {
  const marked = new Set(hands.lines.map((mark) => mark.slot));
  const at = row.findIndex((place) => place.slot === slot);
  if (!marked.has(slot)) return hands;
  const gone = new Set([slot]);
  for (const by of [-1, 1])
    for (let place = at + by; marked.has(row[place]?.slot ?? -1); place += by)
      gone.add(row[place]!.slot);
  return { ...hands, lines: hands.lines.filter((mark) => !gone.has(mark.slot)) };
}
