import { barTicks, type Meter } from '../../chart/meter.ts';
import type { ChordSlot } from '../../chart/song.ts';
import { joined, setToTune } from '../../chart/syllables.ts';
import type { TimelineBar } from '../../chart/time/timeline.ts';
import { noteSpeller } from '../../hands/words/words.ts';
import { ticksOf, type Ticks } from '../../kit/ticks.ts';
import type { Key } from '../../pitch/key.ts';
import { pitchClass, type Letter } from '../../pitch/note.ts';
import type { Filled } from '../../playing/filled.ts';
import { notate, type NotatedChord } from '../../playing/notate.ts';
import { strike, type Hand, type StruckNote } from '../../playing/struck.ts';
import { noteValues, type NoteValue } from './noteValues.ts';

/** A key of a chord on a staff: its letter, how far it is altered, its octave (4 from middle C up), and its ties. */
export interface StaffKey {
  readonly letter: Letter;
  readonly alter: number;
  readonly octave: number;
  readonly tiedFrom: boolean;
  readonly tiedTo: boolean;
}

/** A chord, a note, or (without keys) a rest, as long as one note value. */
export interface StaffChord {
  readonly value: NoteValue;
  /** From the lowest up. */
  readonly keys: readonly StaffKey[];
  /** These stand at the first of its tied values. */
  readonly accent: boolean;
  readonly short: boolean;
  readonly rolled: boolean;
}

/** A bar of a piano part on two staves. */
export interface PianoMeasure {
  /** The part of the timeline it belongs to, and whether that begins with it. */
  readonly part: number;
  readonly begins: boolean;
  readonly meter: Meter;
  readonly key: Key;
  /** It is not as long as its metre says: a pickup. */
  readonly isShort: boolean;
  readonly ticks: Ticks;
  /** The chords that begin in it, with their time in it. */
  readonly chords: readonly (ChordSlot & { readonly ticks: Ticks; readonly at: Ticks })[];
  /** What each hand plays; where it plays two voices, the upper one. */
  readonly staves: Readonly<Record<Hand, readonly StaffChord[]>>;
  /** The lower voice of a hand that plays two, as long as the measure too; absent where it plays one. */
  readonly lower: Readonly<Partial<Record<Hand, readonly StaffChord[]>>>;
  /** What is sung, under the chords and rests of the right hand in which it begins; all words of a bar without a tune under the first. */
  readonly words: readonly MeasureWords[];
}

export interface MeasureWords {
  /** When the chord or rest begins, in ticks from the beginning of the measure. */
  readonly at: Ticks;
  readonly text: string;
}

/**
 * Both hands of a song on two staves, every time through each section written out: what each hand strikes by its texture or holds from
 * chord to chord, pushes where they sound. What rings on is left to the pedal.
 */
export function pianoMeasures(voiced: Filled): readonly PianoMeasure[] {
  const { timeline } = voiced;
  const struck = strike(voiced);
  const written = (hand: Hand, voice?: number) =>
    notate(struck, hand, voice).map((chord) => ({
      ...chord,
      // A line may be played where no chord is held.
      spell: noteSpeller({
        chord: voiced.slots[chord.at]?.chord ?? null,
        key: timeline.slots[chord.at]!.key,
      }),
    }));
  const layers = (hand: Hand) => ({
    all: written(hand),
    upper: written(hand, 0),
    lower: written(hand, 1),
    // Most songs have no second voice: then nothing is asked of each measure.
    notes: struck.notes.some((note) => note.hand === hand && note.voice !== undefined)
      ? struck.notes.filter((note) => note.hand === hand)
      : [],
  });
  const hands = { right: layers('right'), left: layers('left') };
  const measures: PianoMeasure[] = [];
  let at = 0;
  let slot = 0;
  for (const [index, part] of timeline.parts.entries())
    for (const [place, bar] of part.bars.entries()) {
      const length = ticksOf(bar.slots.map(({ is }) => is));
      if (length === 0) continue;
      const meter = bar.slots[0]!.meter;
      const start = at;
      const first = slot;
      slot += bar.slots.length;
      at += length;
      const [right, left] = [staffsOf(hands.right, start, at), staffsOf(hands.left, start, at)];
      measures.push({
        ...{ part: index, begins: place === 0, meter, key: part.key },
        ...{ isShort: length < barTicks(meter), ticks: length },
        chords: bar.slots.flatMap(({ is }, inBar) =>
          is.kind === 'chord' ? [{ ...is, at: timeline.slots[first + inBar]!.start - start }] : [],
        ),
        staves: { right: right.staff, left: left.staff },
        lower: {
          ...(right.lower ? { right: right.lower } : {}),
          ...(left.lower ? { left: left.lower } : {}),
        },
        words: wordsUnder(right.staff, wordsOf(bar, part.pass)),
      });
    }
  return measures;
}

/** The words of a bar at the notes of its tune. Of several lines of words each time has its own, the later ones the last. */
function wordsOf({ words, tune }: TimelineBar, pass: number): readonly MeasureWords[] {
  const sung = words[Math.min(pass, words.length) - 1] ?? '';
  const onsets = tune.flatMap(({ kind }, place) =>
    kind === 'note' ? [ticksOf(tune.slice(0, place))] : [],
  );
  const texts = onsets.length > 0 ? setToTune(sung, tune) : [sung];
  return texts.flatMap((text, place) => (text === '' ? [] : [{ at: onsets[place] ?? 0, text }]));
}

/** Words under the chords and rests of a staff in which they begin. */
function wordsUnder(
  staff: readonly StaffChord[],
  words: readonly MeasureWords[],
): readonly MeasureWords[] {
  let at = 0;
  return staff.flatMap(({ value }) => {
    const begins = at;
    at += value.ticks;
    const own = words.filter((one) => one.at >= begins && one.at < at).map(({ text }) => text);
    return own.length > 0 ? [{ at: begins, text: joined(own) }] : [];
  });
}

/** A chord of a hand with the letters of its notes. */
type SpelledChord = NotatedChord & { readonly spell: ReturnType<typeof noteSpeller> };

interface Layers {
  readonly all: readonly SpelledChord[];
  readonly upper: readonly SpelledChord[];
  readonly lower: readonly SpelledChord[];
  readonly notes: readonly StruckNote[];
}

/** One staff in a measure: two voices where all that the hand plays there is of one of them. */
function staffsOf(
  { all, upper, lower, notes }: Layers,
  from: Ticks,
  to: Ticks,
): { readonly staff: readonly StaffChord[]; readonly lower: readonly StaffChord[] | null } {
  const here = notes.filter((note) => note.from < to && note.until > from);
  const isTwo = [0, 1].every((voice) => here.some((note) => note.voice === voice));
  if (!isTwo || here.some(({ voice }) => voice === undefined))
    return { staff: staffOf(all, from, to), lower: null };
  return { staff: staffOf(upper, from, to), lower: staffOf(lower, from, to) };
}

/** The chords and rests of one staff in a measure. */
function staffOf(held: readonly SpelledChord[], from: Ticks, to: Ticks): readonly StaffChord[] {
  const written: StaffChord[] = [];
  let at = from;
  for (const one of held) {
    if (one.to <= from || one.from >= to) continue;
    if (one.from > at) written.push(...rests(at - from, one.from - at));
    const start = Math.max(one.from, at);
    const end = Math.min(one.to, to);
    written.push(...chordsOf(one, start, end, from));
    at = end;
  }
  if (at < to) written.push(...rests(at - from, to - at));
  return written;
}

const plain = { accent: false, short: false, rolled: false } as const;

function rests(inBar: Ticks, ticks: Ticks): StaffChord[] {
  return noteValues(ticks, inBar).map((value) => ({ value, keys: [], ...plain }));
}

/** What a hand holds from `start` to `end`, in as many tied chords as its length needs. */
function chordsOf(held: SpelledChord, start: Ticks, end: Ticks, bar: Ticks): StaffChord[] {
  let at = start;
  return noteValues(end - start, start - bar).map((value): StaffChord => {
    const begins = at === held.from;
    at += value.ticks;
    const stops = at >= held.to;
    return {
      value,
      keys: held.notes.map(({ note, tiedFrom, tiedTo }): StaffKey => {
        const { letter, alter } = held.spell(note);
        return {
          letter,
          alter,
          octave: (note - alter - pitchClass({ letter, alter: 0 })) / 12 - 1,
          tiedFrom: !begins || tiedFrom,
          tiedTo: !stops || tiedTo,
        };
      }),
      accent: begins && held.accent,
      short: begins && held.short,
      rolled: begins && held.rolled,
    };
  });
}
