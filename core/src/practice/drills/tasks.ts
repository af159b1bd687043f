import type { Chord } from '../../chord/chord.ts';
import { closeVoicing } from '../../chord/equivalents.ts';
import { bassNote, chordTones } from '../../chord/tones.ts';
import { fingerTravel } from '../../hands/shapes/movement.ts';
import type { MidiNumber } from '../../kit/ticks.ts';
import { chordsOf } from '../../moves/formula.ts';
import { pitchClass } from '../../pitch/note.ts';
import { simplestKey, type Key } from '../../pitch/key.ts';
import type { CalledChord } from '../waiting.ts';
import { numbersLike } from './choices.ts';
import type { Drill } from './drill.ts';
import type { DrillGrade } from './memory.ts';

/** One chord of a drill that is to be played. */
export interface DrillTask {
  readonly key: Key;
  readonly chord: Chord;
  readonly called: CalledChord;
}

/** What a drill asks for. */
export type DrillAsks =
  | {
      readonly kind: 'play';
      readonly tasks: readonly DrillTask[];
      /** Notes that lie there before; what is played is to lie as near to them as can be. */
      readonly near: readonly MidiNumber[] | null;
      /** Milliseconds after which it ends; null where it ends with its last chord. */
      readonly ends: number | null;
    }
  | {
      readonly kind: 'choose';
      readonly options: readonly Chord[];
      readonly right: number;
      /** Heard before one chooses, chord after chord; null where it is read. */
      readonly heard: readonly (readonly MidiNumber[])[] | null;
    };

const fiveMinutes = 300_000;
/** Twelve keys by fourths: C, F, Bb and so on, as a dominant leads into the next (common practice, no published source). */
const byFourths = Array.from({ length: 12 }, (_, place) => simplestKey((place * 5) % 12, 'major'));
const [home] = chordsOf('1');

/** What a drill asks for; null for bars of a song, which are practised where the song is. */
export function asksOf(drill: Drill): DrillAsks | null {
  const play = (
    tasks: readonly DrillTask[],
    rest: Partial<Extract<DrillAsks, { kind: 'play' }>> = {},
  ): DrillAsks => ({ kind: 'play', tasks, near: null, ends: null, ...rest });
  switch (drill.kind) {
    case 'to chord':
      return play([taskOf(drill.chord, drill.key, 0)]);
    case 'to number':
      return { kind: 'choose', ...numbersLike(drill), heard: null };
    case 'heard': {
      const heard = [home!, drill.chord].map((chord) => lying(chord, drill.key));
      return { kind: 'choose', ...numbersLike(drill), heard };
    }
    case 'resolve':
      return play([drill.from, drill.to].map((chord, at) => taskOf(chord, drill.key, at)));
    case 'nearest':
      return play([taskOf(drill.to, drill.key, 0)], { near: rightOf(drill.from, drill.key) });
    case 'bass': {
      const note = pitchClass(bassNote(drill.to, drill.key));
      const called = { at: 0, notes: [note], tones: [note] };
      return play([{ key: drill.key, chord: drill.to, called }]);
    }
    case 'keys':
      return play(byFourths.map((key, at) => taskOf(drill.chord, key, at)));
    case 'five minutes':
      return play(
        byFourths
          .flatMap((key) => drill.chords.map((chord) => ({ key, chord })))
          .map(({ key, chord }, at) => taskOf(chord, key, at)),
        { ends: fiveMinutes },
      );
    case 'change':
      return null;
  }
}

function taskOf(chord: Chord, key: Key, at: number): DrillTask {
  const tones = chordTones(chord, key);
  const needed = tones.filter(({ weight }) => weight === 'essential');
  // Of a plain triad no tone is left out, though its fifth could be.
  const asked = tones.length <= mostAsked ? tones : needed;
  const called: CalledChord = {
    at,
    notes: asked.map((tone) => tone.pitchClass),
    tones: tones.map((tone) => tone.pitchClass),
  };
  return { key, chord, called };
}

/** Up to so many tones all of them are asked for. */
const mostAsked = 4;

/** A chord as it is heard: bass and hand. */
function lying(chord: Chord, key: Key): MidiNumber[] {
  const { left, right } = closeVoicing(chord, key);
  return [...left, ...right];
}

/** The tones of a chord in the right hand, close together, from about middle C. */
function rightOf(chord: Chord, key: Key): MidiNumber[] {
  const classes = new Set(chordTones(chord, key).map((tone) => tone.pitchClass));
  return [...classes].map((tone) => 60 + tone).sort((one, other) => one - other);
}

/** The notes with these pitch classes, each once, to which fingers travel least from some others. */
export function nearestTo(from: readonly MidiNumber[], classes: readonly number[]): MidiNumber[] {
  let found: MidiNumber[][] = [[]];
  for (const tone of new Set(classes))
    found = found.flatMap((notes) =>
      octavesAround(from, tone).map((note) => [...notes, note].sort((one, other) => one - other)),
    );
  return found.reduce((best, notes) =>
    fingerTravel(from, notes) < fingerTravel(from, best) ? notes : best,
  );
}

function octavesAround(from: readonly MidiNumber[], tone: number): MidiNumber[] {
  const [low, high] = [Math.min(...from) - 7, Math.max(...from) + 7];
  const notes: MidiNumber[] = [];
  for (let note = tone; note <= high; note += 12) if (note >= low) notes.push(note);
  return notes;
}

/** So long, in milliseconds, a chord may be looked for and still be known, or be known at once. */
const atOnce = 2_000;
const known = 6_000;

/** By how many half steps fingers went farther than they had to. */
export function fartherThanNeeded(
  from: readonly MidiNumber[],
  played: readonly MidiNumber[],
): number {
  const least = nearestTo(
    from,
    played.map((note) => note % 12),
  );
  return Math.max(0, fingerTravel(from, inOrder(played)) - fingerTravel(from, least));
}

const inOrder = (notes: readonly MidiNumber[]) => [...notes].sort((one, other) => one - other);

/**
 * How a drill went.
 * @param of how many chords were played
 * @param ms how long each was looked for, in the middle
 * @param wrong how many keys or choices were wrong
 */
export function gradeOfDrill({
  of,
  ms,
  wrong,
}: {
  readonly of: number;
  readonly ms: number;
  readonly wrong: number;
}): DrillGrade {
  if (of === 0 || wrong > of / 4) return 'again';
  if (wrong > 0 || ms > known) return 'hard';
  return ms <= atOnce ? 'easy' : 'good';
}
