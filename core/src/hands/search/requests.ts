import { Memo } from '../../kit/memo.ts';
import type { TimedSlot, Timeline } from '../../chart/time/timeline.ts';
import { handsOfDirections } from '../../chart/directions.ts';
import type { PaletteShape } from '../../chart/namedShapes.ts';
import {
  nothingSaidOfHands,
  saidFirst,
  usualSchool,
  type RightWish,
  type SaidHands,
  type School,
} from '../../chart/saidHands.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { degreeSemitones, type Degree } from '../../pitch/degree.ts';
import { bassNote } from '../../chord/tones.ts';
import { formatKey, relativeMajor, scale, type Key } from '../../pitch/key.ts';
import { fold, pitchClass } from '../../pitch/note.ts';
import type { VoicingRequest } from './candidates.ts';
import { shapeName, type Candidate } from './cost.ts';
import { soundingClasses } from '../shapes/material.ts';
import { rightsOfShape, shapesFor } from '../shapes/namedShapes.ts';
import { pinnedIn, type Pin } from '../shapes/pins.ts';
import {
  hasBassPlayer,
  instruments,
  usualReach,
  type HandGrade,
  type Instrument,
} from '../shapes/player.ts';
import { climbs, nextTop } from '../shapes/rightWays.ts';
import { weightsOf } from '../shapes/schools.ts';
import { pinProblem } from './troubles.ts';
import type { VoiceOptions, Walk, WalkKind } from './voiced.ts';
import { walkIn } from './walks.ts';

/** Hands that the player has fixed; null for one that is free. */
export interface Hands {
  readonly left: readonly number[] | null;
  readonly right: readonly number[] | null;
}

/** The options with what was left out filled in. */
export type FullOptions = Required<Omit<VoiceOptions, 'numbers'>> & Pick<VoiceOptions, 'numbers'>;

/** As a usual player has it: alone at a full keyboard, plain chords in blocks. */
export function withDefaults(options: VoiceOptions): FullOptions {
  return {
    reach: usualReach,
    lineup: 'keys alone',
    style: null,
    grade: 'plain',
    instrument: instruments[88],
    pins: [],
    palette: [],
    registers: [],
    walks: [],
    lines: [],
    sections: [],
    melody: new Map(),
    ...options,
  };
}

/** Turns what the player set into what is asked of the hands for each chord. */
export class VoicingRequests {
  readonly #options: FullOptions;
  /** What is said of each section: by the player, else by the chart. */
  readonly #saidOf: readonly SaidHands[];
  readonly #pins: ReadonlyMap<number, readonly Pin[]>;
  readonly #timeline: Timeline;
  readonly #walks: ReadonlyMap<number, WalkKind>;
  readonly #lines: ReadonlyMap<number, Degree>;
  /** The chord that the song begins with; null where it has none. */
  readonly #first: string | null;
  readonly #positions = new Memo<LeftPosition>(24);
  /** The palette's hands by the key they are played in, and the chord. */
  readonly #palettes = new Memo<PaletteHands>(200);
  /** The named shapes: the player's own before those of the chart. */
  readonly #shapes: readonly PaletteShape[];
  /** Where the top of each climbing hand goes, by the slot of the timeline. */
  readonly #tops: ReadonlyMap<TimedSlot, number>;

  constructor(timeline: Timeline, options: FullOptions) {
    this.#options = options;
    this.#timeline = timeline;
    this.#shapes = shapesFor(timeline.song, options.palette);
    this.#walks = new Map(options.walks.map(({ slot, kind }) => [slot, kind]));
    this.#lines = new Map(options.lines.map(({ slot, tone }) => [slot, tone]));
    const [first] = timeline.slots.flatMap(({ is }) => (is.kind === 'chord' ? [is.chord] : []));
    this.#first = first ? formatChord(first) : null;
    const sectionOf = new Map(timeline.slots.map((timed) => [timed.slot, timed.section]));
    const own = new Map<number, SaidHands>();
    const say = (slot: number, said: Partial<SaidHands>) => {
      const section = sectionOf.get(slot);
      if (section === undefined) return;
      own.set(section, { ...(own.get(section) ?? nothingSaidOfHands), ...said });
    };
    for (const { slot, ...said } of options.sections) say(slot, said);
    for (const { slot, octaves } of options.registers) say(slot, { octaves });
    const { song } = timeline;
    this.#saidOf = song.sections.map((section, at) =>
      saidFirst(
        own.get(at) ?? nothingSaidOfHands,
        section.hands,
        handsOfDirections(section.directions),
        // The player's own school counts more than the chart's for the whole song.
        { ...song.hands, school: options.style ?? song.hands.school },
      ),
    );
    const pins = new Map<number, Pin[]>();
    for (const pin of options.pins) pins.set(pin.slot, [...(pins.get(pin.slot) ?? []), pin]);
    this.#pins = pins;
    this.#tops = this.#climbs();
  }

  /** The tops of all hands that climb: each time through a section they begin anew. */
  #climbs(): Map<TimedSlot, number> {
    const tops = new Map<TimedSlot, number>();
    for (const { section, from, to } of this.#timeline.parts) {
      const { right } = this.#said(section);
      if (right?.kind !== 'way' || right.way !== 'climbing') continue;
      const by = 12 * this.#octaves(section);
      const range = { lowest: climbs.lowest + by, highest: climbs.highest + by };
      let last: ReturnType<typeof nextTop> | null = null;
      for (const slot of this.#timeline.slots.slice(from, to)) {
        if (slot.is.kind !== 'chord') continue;
        last = nextTop(last, soundingClasses(slot.is.chord, slot.key), range);
        tops.set(slot, last.top);
      }
    }
    return tops;
  }

  #said(section: number): SaidHands {
    return this.#saidOf[section] ?? nothingSaidOfHands;
  }

  #octaves(section: number): number {
    return this.#said(section).octaves ?? 0;
  }

  #palette(chord: Chord, key: Key): PaletteHands {
    const { instrument } = this.#options;
    const palette = this.#shapes;
    if (palette.length === 0) return noPalette;
    // Only what goes with the root is another one on another chord.
    const name = palette.some(({ over }) => over) ? formatChord(chord) : '';
    return this.#palettes.get(`${formatKey(key)} ${name}`, () =>
      paletteHands(palette, chord, key, instrument),
    );
  }

  /** The shape that a section asks for by its name, at every height. */
  #named(right: RightWish | null, chord: Chord, key: Key): readonly (readonly number[])[] {
    if (right?.kind !== 'shape') return [];
    const { instrument } = this.#options;
    const shape = this.#shapes.find(({ name }) => name === right.name);
    return shape ? rightsOfShape(shape, chord, key, instrument) : [];
  }

  /** A beginner's left hand stays on five neighbouring keys of the scale, where all basses of a key are among five. */
  #leftPosition(school: School, key: Key): LeftPosition {
    if (school !== 'beginner' || hasBassPlayer(this.#options.lineup)) return null;
    const name = formatKey(key);
    return this.#positions.get(name, () => {
      const basses = new Set<number>();
      for (const { is, key: here } of this.#timeline.slots)
        if (is.kind === 'chord' && formatKey(here) === name)
          basses.add(pitchClass(bassNote(is.chord, key)));
      return fiveFingers(basses, key, weightsOf[school].leftPlace - 2);
    });
  }

  at(slot: TimedSlot, chord: Chord, next: Chord | null): VoicingRequest {
    const { grade, lineup, instrument, reach, melody } = this.#options;
    const palette = this.#palette(chord, slot.key);
    const said = this.#said(slot.section);
    const school = said.school ?? usualSchool;
    const sung = melody.get(slot.slot);
    const home = pitchClass(relativeMajor(slot.key).tonic);
    const line = this.line(slot);
    return {
      chord,
      key: slot.key,
      next: grade === 'altered' ? next : null,
      grade: gradeIn(school, grade),
      lineup,
      instrument,
      fixed: null,
      left: said.left,
      walk: this.#walks.get(slot.slot) ?? null,
      // What is said of a chord counts more than what is said of its section.
      right: line ? { kind: 'line', tone: fold(home + degreeSemitones(line), 12) } : said.right,
      top: this.#tops.get(slot) ?? null,
      named: this.#named(said.right, chord, slot.key),
      shapes: palette.hands,
      taste: {
        school,
        weights: weightsOf[school],
        reach,
        middleFilled: lineup === 'with pad' || lineup === 'with bass and guitar',
        opens: school === 'beginner' && formatChord(chord) === this.#first,
        leftPosition: this.#leftPosition(school, slot.key),
        octaves: this.#octaves(slot.section),
        melody: sung ? fold(home + degreeSemitones(sung), 12) : null,
        palette: palette.names,
      },
    };
  }

  /** That a section is told two things of which only one can be; at the first chord of each time through it. */
  contradiction({ section }: TimedSlot, at: number): string | null {
    const { left, right } = this.#said(section);
    if (!left || right?.kind !== 'way' || right.way !== 'bells') return null;
    const { parts, slots } = this.#timeline;
    const part = parts.find(({ from, to }) => at >= from && at < to)!;
    if (slots.slice(part.from, at).some(({ is }) => is.kind === 'chord')) return null;
    return `The section asks for bells and for a left hand of ${left.shape}. Under bells the left hand has the chords: let one of the two go.`;
  }

  /** How loud a section is to be played; null where nothing is said. */
  loudness({ section }: TimedSlot): SaidHands['loudness'] {
    return this.#said(section).loudness;
  }

  /** The tone of an inner line that a slot is marked with; null where it is not. */
  line({ slot }: TimedSlot): Degree | null {
    return this.#lines.get(slot) ?? null;
  }

  /** When the pedal goes down anew in a section; null where nothing is said. */
  pedalling({ section }: TimedSlot): SaidHands['pedalling'] {
    return this.#said(section).pedalling;
  }

  /** The walk-in that is marked at a slot, as notes; or why it cannot be played. */
  walk(
    { slot, key }: TimedSlot,
    chord: Chord,
    { left, right }: Candidate,
    isFixed: boolean,
  ): Walk | string | null {
    const kind = this.#walks.get(slot);
    if (!kind) return null;
    const held = { left: left.notes, right: right.notes, chord };
    return walkIn(held, kind, key, this.#options.reach, isFixed);
  }

  /** What is pinned at a slot, as notes; or why it is not. */
  pinned(slot: TimedSlot, chord: Chord): { hands: Hands | null; problem: string | null } {
    const { instrument, reach, numbers } = this.#options;
    const pins = this.#pins.get(slot.slot) ?? [];
    if (pins.length === 0) return { hands: null, problem: null };
    const written = pins.filter((pin) => pin.chord === formatChord(chord));
    const notes = written.map((pin) => pinnedIn(pin, slot.key, instrument));
    const problem = pinProblem({ pins, written, notes, chord, key: slot.key, reach, numbers });
    return { hands: notes[0] ?? null, problem };
  }
}

/** A beginner has no colour; and there are no stacks of fourths in a bare triad, so who plays them plays colours. */
function gradeIn(school: School, grade: HandGrade): HandGrade {
  if (school === 'beginner') return 'beginner';
  const isSmall = grade === 'plain' || grade === 'warm';
  return school === 'stacks of fourths' && isSmall ? 'rich' : grade;
}

type LeftPosition = readonly [lowest: number, highest: number] | null;

/** The five neighbouring notes of a key nearest to a place that have all of these basses; null where no five have. */
function fiveFingers(basses: ReadonlySet<number>, key: Key, place: number): LeftPosition {
  const notes = scale(key).map((note) => pitchClass(note));
  let best: LeftPosition = null;
  const middleOf = ([lowest, highest]: readonly [number, number]) => (lowest + highest) / 2;
  for (const [at, low] of notes.entries()) {
    const five = [0, 1, 2, 3, 4].map((step) => notes[(at + step) % 7]!);
    if (![...basses].every((bass) => five.includes(bass))) continue;
    for (let lowest = place - 18 + fold(low - place + 18, 12); lowest < place + 12; lowest += 12) {
      const position = [lowest, lowest + fold(five[4]! - low, 12)] as const;
      const isNearer =
        Math.abs(middleOf(position) - place) < Math.abs(middleOf(best ?? [0, 0]) - place);
      if (isNearer) best = position;
    }
  }
  return best;
}

interface PaletteHands {
  readonly names: ReadonlySet<string>;
  readonly hands: readonly (readonly number[])[];
}

const noPalette: PaletteHands = { names: new Set(), hands: [] };

/** The palette's right hands on a chord, and their shapes by which the search knows them. */
function paletteHands(
  palette: readonly PaletteShape[],
  chord: Chord,
  key: Key,
  instrument: Instrument,
): PaletteHands {
  const hands = palette.flatMap((shape) => rightsOfShape(shape, chord, key, instrument));
  return { names: new Set(hands.map(shapeName)), hands };
}
