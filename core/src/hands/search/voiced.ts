import type { MidiNumber } from '../../kit/ticks.ts';
import type { TextSlot, TimelineIndex } from '../../chart/places.ts';
import type { PaletteShape } from '../../chart/namedShapes.ts';
import type { Pedalling, SaidHands, School } from '../../chart/saidHands.ts';
import type { Dynamic } from '../../chart/texture.ts';
import type { Timeline } from '../../chart/time/timeline.ts';
import type { Chord } from '../../chord/chord.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import type { Degree } from '../../pitch/degree.ts';
import type { Key } from '../../pitch/key.ts';
import type { StepCost } from './cost.ts';
import type { Pin } from '../shapes/pins.ts';
import type { HandGrade, Instrument, Lineup, Reach } from '../shapes/player.ts';
import type { LeftFamily, RightFamily } from '../shapes/schools.ts';

/**
 * Ways to make a held left hand move into the seventh: from the octave, the ninth, the sixth or the fifth; a sixth with a sign is
 * the raised one (common practice, no published source).
 */
export const walkKinds = ['8-7', '9-7', '9-8-7', '6-7', '#6-7', '5-6-7', '5-#6-7'] as const;
export type WalkKind = (typeof walkKinds)[number];

/** A walk-in that the player wants at a slot of the text. */
export interface WalkMark {
  readonly slot: TextSlot;
  readonly kind: WalkKind;
}

/** Which tone of the chord at a slot of the text the right thumb has, as part of an inner line. */
export interface LineMark {
  readonly slot: TextSlot;
  readonly tone: Degree;
}

/** What the left hand holds, step by step: two halves of its time, or two quarters and a half. */
export interface Walk {
  readonly kind: WalkKind;
  /** The first step, and the last one. */
  readonly first: readonly number[];
  readonly then: readonly number[];
  readonly steps: readonly (readonly number[])[];
}

/** What a song's hands depend on besides its chords; what is left out is as a usual player has it. */
export interface VoiceOptions {
  readonly reach?: Reach;
  readonly lineup?: Lineup;
  /** Null for what the chart says, else block and plain. */
  readonly style?: School | null;
  readonly grade?: HandGrade;
  readonly instrument?: Instrument;
  readonly pins?: readonly Pin[];
  readonly palette?: readonly PaletteShape[];
  /** Octaves that the section of a slot is played higher or, negative, lower. */
  readonly registers?: readonly { readonly slot: TextSlot; readonly octaves: number }[];
  /** What is said of single sections. */
  readonly sections?: readonly ({ readonly slot: TextSlot } & Partial<SaidHands>)[];
  /** Left hands that walk into the seventh. */
  readonly walks?: readonly WalkMark[];
  /** Inner lines in the right thumb, note by note. */
  readonly lines?: readonly LineMark[];
  /** What is sung over a slot, long or accented: it should be on top. */
  readonly melody?: ReadonlyMap<TextSlot, Degree>;
  /** How chords are written in messages. */
  readonly numbers?: Partial<NumberStyle>;
}

/** What two hands hold at one moment of the song. */
export interface VoicedSlot {
  /** Which of the timeline's slots, and which slot of the text it is. */
  readonly at: TimelineIndex;
  readonly slot: TextSlot;
  readonly chord: Chord;
  /** The key that holds here. */
  readonly key: Key;
  readonly left: readonly MidiNumber[];
  readonly right: readonly MidiNumber[];
  readonly leftFamily: LeftFamily;
  readonly rightFamily: RightFamily;
  readonly pinned: boolean;
  /** What is sung here, long or accented, should be on top, and is not. */
  readonly offTune: boolean;
  /** A hand that cannot hold its notes at once, and rolls them. */
  readonly rolled: { readonly left: boolean; readonly right: boolean };
  /** The left hand walks into its seventh; `left` is what it holds first where it does not. */
  readonly walk: Walk | null;
  /** The tone of an inner line that the right thumb has; null where it has none. */
  readonly line: Degree | null;
  /** How loud the player wants the section; null where nothing is said. */
  readonly loudness: Dynamic | null;
  /** When the pedal goes down anew; null where nothing is said. */
  readonly pedalling: Pedalling | null;
  /** In tenths of a semitone of right-hand movement: what it costs in itself, and the step into it. */
  readonly cost: { readonly own: number; readonly step: StepCost };
}

/** Why a slot is not voiced, or not as it was pinned, and what would help. */
export interface HandsProblem {
  readonly slot: TextSlot;
  readonly message: string;
}

/** Two hands for every chord of a song. */
export interface Voiced {
  readonly timeline: Timeline;
  /** One for each slot of the timeline; null for silence, held time and chords that cannot be played. */
  readonly slots: readonly (VoicedSlot | null)[];
  readonly problems: readonly HandsProblem[];
  readonly cost: number;
  /** Whose hands they are, who else plays, and on which keys: whatever is added to them goes by that. */
  readonly reach: Reach;
  readonly lineup: Lineup;
  readonly instrument: Instrument;
}

/** Another way to play a slot, and what the song as a whole then costs over the best way. */
export interface OtherVoicing {
  readonly left: readonly number[];
  readonly right: readonly number[];
  readonly leftFamily: LeftFamily;
  readonly rightFamily: RightFamily;
  readonly rolled: { readonly left: boolean; readonly right: boolean };
  readonly over: number;
}

/** How far a search has come: parts done of all parts. */
export interface Progress {
  readonly done: number;
  readonly of: number;
}
