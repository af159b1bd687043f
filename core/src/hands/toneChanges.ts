import { formatChord, nameDegree } from '../chord/formatChord.ts';
import type { Chord } from '../chord/chord.ts';
import { identifyVoicing } from '../chord/identify.ts';
import { plainStyle, type NumberStyle } from '../chord/reading.ts';
import { chordTones, leavesKey } from '../chord/tones.ts';
import type { VoicingReading } from '../chord/voicingReadings.ts';
import { degreeOfSemitones } from '../pitch/degree.ts';
import { relativeMajor, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';

interface Held {
  readonly left: readonly number[];
  readonly right: readonly number[];
}

/** What one note that moves, or goes, makes of a chord. */
export interface ToneChange {
  readonly hands: Held;
  readonly chord: Chord;
  readonly reading: VoicingReading;
  /** One sentence: `5 falls to #4.`, `3 goes.` */
  readonly words: string;
}

/** What is played most: names that nobody would say are left out (the score of a reading). */
const leastScore = 62;

/**
 * The chords that are one note away from what is held: a note falls or rises by a half or a whole step, or goes. No two of them
 * are the same chord, and none is the one that is held; chords of the key come first, then what is said most easily. The lowest
 * note stays: it is the bass.
 */
export function singleToneChanges(
  held: Held,
  key: Key,
  context: {
    readonly written: Chord;
    readonly bassPlayer?: boolean;
    readonly next?: Chord | null;
    readonly numbers?: Partial<NumberStyle>;
  },
  most = 6,
): ToneChange[] {
  const home = pitchClass(relativeMajor(key).tonic);
  const style = { ...plainStyle, ...context.numbers };
  // A note is called as the chord calls it: the third of 67 is #1, no b2.
  const name = (note: number, chord: Chord) => {
    const tone = chordTones(chord, key).find((one) => one.pitchClass === fold(note, 12));
    return nameDegree(tone?.degree ?? degreeOfSemitones(fold(note - home, 12)), style);
  };
  const lowest = held.left[0] ?? held.right[0];
  const found = new Map<string, ToneChange>();
  const offer = (hands: Held, words: (chord: Chord) => string) => {
    const [reading] = identifyVoicing(hands, key, {
      bassPlayer: context.bassPlayer ?? false,
      next: context.next ?? null,
      ...(context.numbers ? { numbers: context.numbers } : {}),
    });
    if (!reading?.chord || reading.score < leastScore || reading.rootless) return;
    const known = formatChord(reading.chord);
    if (known === formatChord(context.written) || found.has(known)) return;
    found.set(known, { hands, chord: reading.chord, reading, words: words(reading.chord) });
  };
  for (const hand of ['right', 'left'] as const)
    for (const [at, note] of held[hand].entries()) {
      if (note === lowest) continue;
      for (const by of [-1, 1, -2, 2]) {
        const moved = held[hand].with(at, note + by);
        if (!isInOrder({ ...held, [hand]: moved })) continue;
        const verb = by < 0 ? 'falls' : 'rises';
        offer(
          { ...held, [hand]: moved },
          (chord) => `${name(note, context.written)} ${verb} to ${name(note + by, chord)}.`,
        );
      }
      if (held[hand].length > 1)
        offer(
          { ...held, [hand]: held[hand].toSpliced(at, 1) },
          () => `${name(note, context.written)} goes.`,
        );
    }
  const rank = ({ chord, reading }: ToneChange) => reading.score - (leavesKey(chord) ? 15 : 0);
  return [...found.values()].sort((one, other) => rank(other) - rank(one)).slice(0, most);
}

/** True where no note is on another one or past it. */
function isInOrder({ left, right }: Held): boolean {
  const all = [...left, ...right];
  return all.every((note, at) => at === 0 || note > all[at - 1]!);
}
