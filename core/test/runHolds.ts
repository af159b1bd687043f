import { Note, Scale } from 'tonal';

/*
 * What must be true of a run where it is played, worked out from the notes alone: nothing here is asked of the code that found it.
 */

/** A chord in C as handbooks have it: what sounds in it, the scale it takes there, and which kinds it is. */
export interface TaughtChord {
  readonly tones: readonly string[];
  readonly scale: string;
  readonly kind: string;
}

/** Chords by their numbers; the scales are tonal's (common practice of chord-scale handbooks, from memory). */
export const taught: Readonly<Record<string, TaughtChord>> = Object.fromEntries(
  (
    [
      ['1', 'C E G', 'C major', 'major'],
      ['1/3', 'C E G', 'C major', 'major'],
      ['1maj7', 'C E G B', 'C major', 'major'],
      ['4', 'F A C', 'F lydian', 'major'],
      ['5', 'G B D', 'G mixolydian', 'major'],
      ['b7', 'Bb D F', 'Bb lydian', 'major'],
      ['b6', 'Ab C Eb', 'Ab lydian', 'major'],
      ['b3', 'Eb G Bb', 'Eb major', 'major'],
      ['2M', 'D F# A', 'D mixolydian', 'major'],
      ['3M', 'E G# B', 'E phrygian dominant', 'major'],
      ['57', 'G B D F', 'G mixolydian', 'dominant'],
      ['17', 'C E G Bb', 'C mixolydian', 'dominant'],
      ['27', 'D F# A C', 'D mixolydian', 'dominant'],
      ['37', 'E G# B D', 'E phrygian dominant', 'dominant'],
      ['b77', 'Bb D F Ab', 'Bb lydian dominant', 'dominant'],
      ['37#9#5', 'E G# B# D F##', 'E altered', 'altered'],
      ['37b9', 'E G# B D F', 'E phrygian dominant', 'altered'],
      ['5(13b9)', 'G B D F Ab E', 'G half-whole diminished', 'altered'],
      ['1sus4', 'C F G', 'C major', 'suspended'],
      ['4sus2', 'F G C', 'F lydian', 'suspended'],
      ['5sus4', 'G C D', 'G mixolydian', 'suspended'],
      ['6msus4', 'A D E', 'A aeolian', 'suspended'],
      ['4/5', 'G F A C', 'G mixolydian', 'soft dominant'],
      ['2m7/5', 'G D F A C', 'G mixolydian', 'soft dominant'],
      ['57sus4', 'G C D F', 'G mixolydian', 'soft dominant'],
      ['1(5)', 'C G', 'C major', 'fifth'],
      ['6(5)', 'A E', 'A aeolian', 'fifth'],
      ['6m', 'A C E', 'A aeolian', 'minor'],
      ['2m7', 'D F A C', 'D dorian', 'minor'],
      ['3m', 'E G B', 'E phrygian', 'minor'],
      ['6m9', 'A C E G B', 'A aeolian', 'minor'],
      ['4m', 'F Ab C', 'F dorian', 'minor'],
      ['4m6', 'F Ab C D', 'F melodic minor', 'minor sixth'],
      ['6m(maj7)', 'A C E G#', 'A melodic minor', 'minor sixth'],
      ['2m6', 'D F A B', 'D dorian', 'minor sixth'],
      ['7m7b5', 'B D F A', 'B locrian', 'half-diminished'],
      ['#4m7b5', 'F# A C E', 'F# locrian', 'half-diminished'],
      ['#4dim7', 'F# A C Eb', 'F# whole-half diminished', 'diminished'],
      ['b3dim7', 'Eb Gb A C', 'Eb whole-half diminished', 'diminished'],
      ['1aug', 'C E G#', 'C whole tone', 'augmented'],
      ['5aug', 'G B D#', 'G whole tone', 'augmented'],
    ] as const
  ).map(([name, tones, scale, kind]) => [name, { tones: tones.split(' '), scale, kind }]),
);

const chromaOf = (name: string) => {
  const chroma = Note.chroma(name);
  if (chroma === undefined || Number.isNaN(chroma)) throw new Error(name);
  return chroma;
};

/** Semitones above C, in a key that lies so many semitones above C. */
const classes = (names: readonly string[], home: number) =>
  new Set(names.map((name) => (chromaOf(name) + home) % 12));

export function scaleNotes(name: string): readonly string[] {
  const { notes, empty } = Scale.get(name);
  if (empty) throw new Error(name);
  return notes;
}

/** A key that goes down, whoever found it. */
interface Played {
  readonly hand: string;
  readonly note: number;
  readonly onset: number;
  readonly ticks: number;
  readonly as: string;
}

export interface PlayedRun {
  readonly notes: readonly Played[];
  readonly family: string;
  /** Semitones above the run's 1 that leave the key on purpose. */
  readonly outside: readonly number[];
  /** Semitones above C of the run's 1, in this key. */
  readonly one: number;
  readonly from: number;
  readonly ticks: number;
  /** Where it arrives; at its end it is the chord that follows that is struck. */
  readonly lands: number;
}

/** The chord that a run is over and the one that follows, and when. */
export interface PlayedOver {
  readonly chord: TaughtChord;
  readonly next: TaughtChord | null;
  /** Semitones above C of the key. */
  readonly home: number;
  readonly from: number;
  readonly to: number;
  readonly beat: number;
  readonly reach: number;
}

const quarter = 480;

/** Everything that is wrong with a run where it is played, in words; nothing where it is right. */
export function faultsOf(run: PlayedRun, over: PlayedOver): string[] {
  return [...toneFaults(run, over), ...timeFaults(run, over), ...handFaults(run, over)];
}

function toneFaults(run: PlayedRun, { chord, next, home }: PlayedOver): string[] {
  const faults: string[] = [];
  const tones = classes(chord.tones, home);
  const scale = classes(scaleNotes(chord.scale), home);
  const written = run.notes.filter(({ as }) => as === 'note');
  const root = (chromaOf(chord.tones[0]!) + home) % 12;
  const isHeldBack = chord.kind === 'suspended' || chord.kind === 'soft dominant';
  for (const { note, onset, ticks, hand } of run.notes) {
    const apart = (((note - root) % 12) + 12) % 12;
    if (isHeldBack && (apart === 3 || apart === 4) && !tones.has(note % 12))
      faults.push(`the third comes early at ${onset}`);
    if (!written.some((one) => one.note === note && one.onset === onset && one.hand === hand))
      continue;
    const heard = note % 12;
    if (tones.has(heard)) continue;
    const isHeld = ticks >= quarter - 60;
    const rubs = tones.has((heard + 11) % 12);
    if (isHeld && (rubs || !scale.has(heard))) faults.push(`${note} is held at ${onset}`);
    if (scale.has(heard)) continue;
    const after = written.filter((one) => one.hand === hand && one.onset > onset);
    const nextOnset = Math.min(...after.map((one) => one.onset));
    const goesOn = after.some((one) => one.onset === nextOnset && Math.abs(one.note - note) === 1);
    const isLast = after.length === 0 && run.lands >= run.ticks;
    const onPurpose = run.outside.includes((((note - run.one) % 12) + 12) % 12);
    const mayPass = goesOn || isLast || onPurpose || run.family === 'planed shapes';
    if (ticks > quarter / 2 || !mayPass) faults.push(`${note} at ${onset} is of no scale here`);
  }
  const arriving =
    run.lands >= run.ticks
      ? []
      : written.filter(({ onset }) => Math.abs(onset - run.from - run.lands) <= 60);
  if (run.lands < run.ticks && !arriving.some(({ note }) => tones.has(note % 12)))
    faults.push('it arrives at no tone of the chord');
  if (run.lands >= run.ticks && !next) faults.push('it leads to nothing');
  return faults;
}

function timeFaults(run: PlayedRun, { from, to, beat }: PlayedOver): string[] {
  const faults: string[] = [];
  if (run.from < from || run.from + run.ticks > to) faults.push('it is longer than its chord');
  const arrives = run.lands >= run.ticks ? run.from + run.ticks : run.from + run.lands;
  if (run.lands >= run.ticks ? arrives !== to : (arrives - from) % beat !== 0)
    faults.push(`it arrives off the beat, at ${arrives}`);
  for (const { as, onset, ticks, hand } of run.notes) {
    if (ticks <= 0) faults.push(`a note of no length at ${onset}`);
    // A short note ends exactly where another key of the hand goes down.
    if (as === 'grace' || as === 'slide') {
      const ends = onset + ticks;
      if (!run.notes.some((one) => one.hand === hand && one.onset === ends))
        faults.push(`a short note at ${onset} leads to none`);
    }
  }
  return faults;
}

function handFaults(run: PlayedRun, { reach }: PlayedOver): string[] {
  const faults: string[] = [];
  for (const { note, onset } of run.notes)
    if (note < 21 || note > 108) faults.push(`${note} at ${onset} is on no piano`);
  const written = run.notes.filter(({ as }) => as === 'note');
  for (const one of written)
    for (const other of written)
      if (
        one.hand === other.hand &&
        one.onset <= other.onset &&
        other.onset < one.onset + one.ticks &&
        Math.abs(one.note - other.note) > reach
      )
        faults.push(`a hand holds ${one.note} and ${other.note}`);
  const lowestRight = Math.min(
    ...written.filter((one) => one.hand === 'right').map((one) => one.note),
  );
  const highestLeft = Math.max(
    ...written.filter((one) => one.hand === 'left').map((one) => one.note),
  );
  if (lowestRight <= highestLeft) faults.push('the hands are in each other’s way');
  return faults;
}
