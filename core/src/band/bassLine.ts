import { bassOf, type Chord, type NamedChord } from '../chord/chord.ts';
import { withEveryChord } from '../chart/everyChord.ts';
import type { Section, Song } from '../chart/song.ts';
import { degreeSemitones, sameDegree, type Degree } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import { withChordsJoined, withoutHands } from './simpler.ts';

/**
 * The line of a bass player: of each chord the note that is lowest in it, as a bare number, with its pushes, stops and holds.
 * Lines that are written for the left hand stay, the bass may go along.
 */
export function bassSong(song: Song): Song {
  return withChordsJoined(withEveryChord(withoutHands(song, 'left'), bassAlone));
}

/** A note alone has no sign: it is written as a major triad is where numbers are read as written. */
function bassAlone(chord: Chord): NamedChord {
  const alone: Omit<NamedChord, 'root'> = {
    kind: 'named',
    figures: [
      { figure: 1, alter: 0 },
      { figure: 3, alter: 0 },
      { figure: 5, alter: 0 },
    ],
    bass: null,
  };
  return { ...alone, root: bassOf(chord) };
}

/** A stretch in which the bass goes by steps, one after the other, in one direction. */
export interface BassWalk {
  readonly direction: 'up' | 'down';
  readonly degrees: readonly Degree[];
  /** The bar that it begins in, from 1 over the bars that are played every time. */
  readonly bar: number;
}

/** So many notes by step are a line that a bass player brings out (common practice, no published source). */
const fewestOfWalk = 4;

/** The walks of a section's bass, as its bars stand that are played every time. */
export function bassWalks({ phrases }: Pick<Section, 'phrases'>): BassWalk[] {
  const notes: { degree: Degree; bar: number }[] = [];
  let bar = 0;
  for (const { when, bars } of phrases) {
    if (when) continue;
    for (const one of bars) {
      bar += 1;
      if (one.kind === 'same') continue;
      for (const slot of one.slots) {
        if (slot.kind !== 'chord') continue;
        const degree = bassOf(slot.chord);
        if (!sameDegree(notes.at(-1)?.degree ?? null, degree)) notes.push({ degree, bar });
      }
    }
  }
  const walks: BassWalk[] = [];
  let from = 0;
  let going = 0;
  for (let at = 1; at <= notes.length; at += 1) {
    const here = notes[at];
    const step = here ? stepBetween(notes[at - 1]!.degree, here.degree) : 0;
    if (step !== 0 && step === going) continue;
    if (going !== 0 && at - from >= fewestOfWalk) {
      const degrees = notes.slice(from, at).map(({ degree }) => degree);
      walks.push({ direction: going > 0 ? 'up' : 'down', degrees, bar: notes[from]!.bar });
    }
    from = at - 1;
    going = step;
  }
  return walks;
}

/** 1 for a step up, -1 for one down, 0 for anything wider: a step has one or two half steps. */
function stepBetween(one: Degree, other: Degree): number {
  const apart = fold(degreeSemitones(other) - degreeSemitones(one), 12);
  if (apart === 1 || apart === 2) return 1;
  return apart === 10 || apart === 11 ? -1 : 0;
}
