import { degreeOfSemitones, type Degree } from '../pitch/degree.ts';
import { relativeMajor, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { identifyVoicing } from './identify.ts';
import type { VoicingContext, VoicingReading } from './voicingReadings.ts';

/** What a shape is over a bass note. */
export interface OverBass {
  readonly bass: Degree;
  /** The likeliest name; it has a chord. */
  readonly name: VoicingReading;
}

/** Semitones over home in the order in which one asks: the degrees of the key, then those between. */
const inKey = [0, 2, 4, 5, 7, 9, 11];
const between = [10, 8, 3, 6, 1];

/**
 * What held notes are over each bass: one shape, several chords. Basses over which they have no name that somebody would say
 * are left out.
 * @param notes MIDI numbers; an empty shape has no name over anything
 */
export function overBasses(
  notes: readonly number[],
  key: Key,
  context: Omit<VoicingContext, 'written' | 'bassPlayer'> = {},
): OverBass[] {
  if (notes.length === 0) return [];
  const home = pitchClass(relativeMajor(key).tonic);
  // An octave or more below the shape, and where only a bass is: a higher note could be any tone of a rootless chord.
  const lowest = Math.min(Math.min(...notes) - 12, highestBass);
  return [...inKey, ...between].flatMap((semitones) => {
    const bass = lowest - fold(lowest - home - semitones, 12);
    if (bass < 0) return [];
    const [name] = identifyVoicing({ left: [bass], right: notes }, key, {
      ...context,
      namesColours: true,
    });
    // A foreign bass under a chord that it is no root of is no chord that anyone plays.
    const isRoot = name?.chord?.kind === 'named' && name.chord.bass === null;
    const isSaid = name?.chord && name.score >= leastScore && (isRoot || inKey.includes(semitones));
    return isSaid ? [{ bass: degreeOfSemitones(semitones), name }] : [];
  });
}

const highestBass = 46;
/** Names below this only crowd out the likely ones. */
const leastScore = 40;
