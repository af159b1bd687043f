import { bassOf, type Chord } from '../../chord/chord.ts';
import { parseChord } from '../../chord/parseChord.ts';
import { chordTones } from '../../chord/tones.ts';
import { pitchClass } from '../../pitch/note.ts';
import { noteOfDegree, parseKey, relativeMajor, type Key } from '../../pitch/key.ts';
import { heardNotes, type NotesHeard } from './notesHeard.ts';

/** A chord that may be what sounds. */
export interface ChordGuess {
  readonly chord: Chord;
  /** How sure it is among all that are asked, 0 to 1. */
  readonly sure: number;
}

/**
 * What is asked for, the commonest first: in groups, each a little less likely than the one before it (common practice, no published
 * source): triads of the key and what stands on them, over basses, borrowed chords.
 */
const asked: readonly { readonly less: number; readonly chords: string }[] = [
  { less: 0, chords: '1 4 5 6m' },
  { less: 0.015, chords: '2m 3m 5/7 1/3 4/6 1/5' },
  { less: 0.03, chords: '6m7 2m7 4maj7 57 1maj7 3m7 1sus4 5sus4 1add9 4add9 57sus4 4/5 2m/4 6m/5' },
  { less: 0.045, chords: '5add9 6madd9 1sus2 4sus2 5sus2 2m7/5 4/1 5/1 4maj7/5 1/2 5/4 4/2 2m/5' },
  {
    less: 0.06,
    chords: 'b7 4m 2M 2/#4 27 37 3M 3/#5 17 1/b7 b6 b3 67 6M 7dim 5m 4m6 2m7b5 #4m7b5',
  },
  { less: 0.06, chords: '59sus4 5(13) 5(13sus) 59 49 29 1(6) 4(6) 1(6/9) 2m9 6m9' },
  {
    less: 0.07,
    chords:
      '5(13b9) 37#9 67#9 37b9 67b9 57b9 37#5 7dim7 #1dim7 #5dim7 #4dim7 #2dim7 37/#5 67/#1 5aug 1aug',
  },
];

interface Asked {
  readonly chord: Chord;
  readonly less: number;
  /** How much of each note, from that of 1, is expected: of length 1. */
  readonly tones: readonly number[];
  readonly bass: number;
}

const plainKey = (() => {
  const read = parseKey('C');
  if (!read.ok) throw new Error('C is a key.');
  return read.value;
})();

/** Thirds and sevenths say more of a chord than its fifth (common practice, no published source for the amounts). */
const weights: Readonly<Record<string, number>> = { root: 1, fifth: 0.8, bass: 0.7 };
const otherwise = 0.9;

const candidates: readonly Asked[] = asked.flatMap(({ less, chords }) =>
  chords.split(' ').map((text) => {
    const read = parseChord(text);
    if (!read.ok) throw new Error(`${text} is no chord.`);
    const tones = Array.from({ length: 12 }, () => 0);
    for (const { pitchClass, role } of chordTones(read.value, plainKey))
      tones[pitchClass] = Math.max(tones[pitchClass]!, weights[role] ?? otherwise);
    const bass = pitchClass(noteOfDegree(bassOf(read.value), plainKey));
    return { chord: read.value, less, tones: ofLengthOne(tones), bass };
  }),
);

function ofLengthOne(values: readonly number[]): number[] {
  const length = Math.hypot(...values);
  return length === 0 ? [...values] : values.map((value) => value / length);
}

/** How much the bass counts against what sounds over it; and how far one has to be ahead to be sure. Set by hand on renderings. */
const bassCounts = 0.22;
const sharpness = 22;

/**
 * Which chords a stretch may be, the likeliest first; none where nothing sounds.
 * @param key the key that the recording is in @param most how many are told
 */
export function guessChords(heard: NotesHeard, key: Key, most = 4): ChordGuess[] {
  const tonic = pitchClass(relativeMajor(key).tonic);
  const { tones, bass } = pitchClassesHeard(heard, tonic);
  if (tones.every((one) => one === 0)) return [];
  const scored = candidates.map((one) => ({
    chord: one.chord,
    score:
      one.tones.reduce((sum, weight, at) => sum + weight * tones[at]!, 0) +
      bassCounts * bass[one.bass]! -
      one.less,
  }));
  const best = Math.max(...scored.map(({ score }) => score));
  const shares = scored.map(({ chord, score }) => ({
    chord,
    share: Math.exp(sharpness * (score - best)),
  }));
  const all = shares.reduce((sum, { share }) => sum + share, 0);
  return shares
    .sort((one, other) => other.share - one.share)
    .slice(0, most)
    .map(({ chord, share }) => ({ chord, sure: share / all }));
}

/** From here up notes count less and less as a bass, in MIDI numbers. */
const bassRoom = { from: 40, to: 62 } as const;

/** What sounds by pitch class, counted from that of 1: all of it, and of the lowest. */
function pitchClassesHeard(
  heard: NotesHeard,
  tonic: number,
): { readonly tones: readonly number[]; readonly bass: readonly number[] } {
  const tones = Array.from({ length: 12 }, () => 0);
  const bass = [...tones];
  for (const [at, loud] of heard.entries()) {
    const note = heardNotes.low + at;
    const place = (note - tonic + 120) % 12;
    tones[place]! += Math.sqrt(loud);
    const low = Math.min(1, Math.max(0, (bassRoom.to - note) / (bassRoom.to - bassRoom.from)));
    bass[place]! += loud * low;
  }
  const most = Math.max(...bass);
  return {
    tones: ofLengthOne(tones),
    bass: most === 0 ? bass : bass.map((one) => one / most),
  };
}
