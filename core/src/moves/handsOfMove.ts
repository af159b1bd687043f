import { barTicks } from '../chart/meter.ts';
import { plainChord, plainSection, type Song } from '../chart/song.ts';
import { expand, type Timeline } from '../chart/time/timeline.ts';
import type { TimelineIndex } from '../chart/places.ts';
import type { Chord } from '../chord/chord.ts';
import { voice } from '../hands/search/voice.ts';
import type { VoicedSlot, VoiceOptions } from '../hands/search/voiced.ts';
import { handMovement } from '../hands/shapes/movement.ts';
import { gapAfter } from './gap.ts';
import type { MoveForm } from './move.ts';
import { playedBar } from './sectionMoves.ts';

/** Both hands through a move, found by the search, beside those that go straight on. */
export interface MoveHands {
  /** What is held at the chord before, at each chord of the move, and at the chord it leads to. */
  readonly slots: readonly VoicedSlot[];
  /** Half steps that the fingers of both hands move together, through the move; and from the one chord to the other without it. */
  readonly semitones: number;
  readonly straight: number;
}

/**
 * What two hands do in a move, within the player's reach.
 * @param after the gap that the move was offered for
 * @returns null where the gap is gone, or a chord of it cannot be held by these hands
 */
export function handsOfMove(
  timeline: Timeline,
  after: TimelineIndex,
  { chords }: Pick<MoveForm, 'chords'>,
  options: VoiceOptions = {},
): MoveHands | null {
  const found = gapAfter(timeline, after);
  if (!found.ok) return null;
  const { before, target, key, part } = found.gap;
  const section = timeline.song.sections[part.section]!;
  const held = (row: readonly Chord[]): VoicedSlot[] | null => {
    const bars = row.map((chord) => playedBar([plainChord(chord, barTicks(timeline.song.meter))]));
    const song: Song = {
      ...timeline.song,
      road: null,
      sections: [
        {
          ...plainSection,
          name: section.name,
          hands: section.hands,
          phrases: [{ when: null, bars, tune: [], words: [] }],
        },
      ],
    };
    const slots = voice(expand(song, { key }), { ...options, ...nothingOfSlots }).slots;
    const all = slots.filter((slot) => slot !== null);
    return all.length === row.length ? all : null;
  };
  const slots = held([before, ...chords.map(({ chord }) => chord), target]);
  const straight = held([before, target]);
  if (!slots || !straight) return null;
  return { slots, semitones: movementOf(slots), straight: movementOf(straight) };
}

/** What was decided of slots of the song is of none of these. */
const nothingOfSlots = {
  pins: [],
  registers: [],
  sections: [],
  walks: [],
  lines: [],
  melody: new Map(),
} satisfies Partial<VoiceOptions>;

function movementOf(slots: readonly VoicedSlot[]): number {
  const steps = slots.slice(1).map((slot, index) => {
    const before = slots[index]!;
    const moved = (hand: 'left' | 'right') => handMovement(before[hand], slot[hand]).semitones;
    return moved('left') + moved('right');
  });
  return steps.reduce((sum, one) => sum + one, 0);
}
