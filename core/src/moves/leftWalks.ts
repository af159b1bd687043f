import { bassOf, type Chord, type NamedChord } from '../chord/chord.ts';
import { formatChord, nameDegree } from '../chord/formatChord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { linePitches, type LineEvent, type LineNote } from '../chart/played.ts';
import { eighth, type Ticks } from '../kit/ticks.ts';
import { degreeSemitones, sameDegree, type Degree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { majorScale } from '../pitch/note.ts';
import { bassStep, type Gap, type RoomSlot } from './gap.ts';
import { lastBar, lineNote, struck, whyNot, type LineFit, type LineIdea } from './lineFit.ts';

/** So far the bass goes where single notes walk between, in half steps. */
const walked = [3, 4, 5];

/**
 * The left hand walks into the next bass by two single notes, an eighth each, while the right hand holds on (common practice, no
 * published source): 2 #2 into 3, 2 3 into 4, 6 b6 into 5.
 */
export function walksInto(
  gap: Gap,
  before: NamedChord,
  target: NamedChord,
  numbers?: Partial<NumberStyle>,
): LineFit[] {
  const bass = bassOf(target);
  const distance = bassStep(before, target);
  if (!walked.includes(Math.abs(distance)) || bass.alter !== 0) return [];
  const way = distance > 0 ? 1 : -1;
  const notes = walkNotes(bass, way);
  if (sameDegree(notes[0], bassOf(before))) return [];
  const said = [...notes, bass].map((degree) => nameDegree(degree, numbers)).join(' ');
  const isChromatic = notes.some(({ alter }) => alter !== 0);
  const idea: LineIdea = {
    id: `left walk ${way > 0 ? 'up' : 'down'}`,
    name: `The left hand walks ${said}`,
    kind: 'left walk',
    grade: isChromatic ? 'warm' : 'plain',
    often: isChromatic ? 3 : 4,
    why: `Two single notes before ${formatChord(target, numbers)}, an eighth each; the right hand holds on.`,
  };
  const no = (why: string): LineFit => ({ ok: false, idea, why });
  const tail = 2 * eighth;
  const why = whyNot(gap, tail);
  if (why) return [no(why)];
  const { key } = gap.timeline.song;
  const from = lowPitch(bassOf(before), key);
  const lands = from + distance;
  const walk = notes.map((degree, place) =>
    lineNote(lands - way * stepsTo(bass, notes, place), 'left', degree, key),
  );
  const { bar } = lastBar(gap);
  const events = basses(bar.slots, from, tail, key);
  if (!events) return [no('The left hand has no bass to play before it in this bar.')];
  const line = [...events, ...walk.map((note) => struck([note], eighth))];
  const slots = bar.slots.map(({ is }) => is);
  return [
    {
      ok: true,
      idea,
      bar: { bar: bar.bar, slots, lines: [{ hand: 'left', voices: [line] }] },
      hands: [],
      bass: notes,
    },
  ];
}

/** Half steps from a note of a walk to where it lands. */
function stepsTo(bass: Degree, notes: readonly Degree[], place: number): number {
  const apart = degreeSemitones(bass) - degreeSemitones(notes[place]!);
  return Math.min((apart + 12) % 12, (12 - apart) % 12);
}

/** The two notes into a bass: by steps of the key where a half step leads into it, else by half steps. */
function walkNotes(bass: Degree, way: 1 | -1): readonly [Degree, Degree] {
  const beside = degreeSemitones(bass) - way;
  const isOfKey = majorScale.some((degree) => degree === (beside + 12) % 12);
  const next = (degree: Degree): Degree => ({
    step: (((degree.step - 1 - way + 7) % 7) + 1) as Degree['step'],
    alter: 0,
  });
  const one = next(bass);
  return isOfKey ? [next(one), one] : [one, { ...one, alter: way }];
}

/**
 * The basses of a bar's chords as single notes, up to a tail; each as near to where it walks from as it can be. Null where the bar
 * begins without one.
 */
function basses(
  slots: readonly { readonly is: RoomSlot['is'] }[],
  near: number,
  tail: Ticks,
  key: Key,
): LineEvent[] | null {
  const events: LineEvent[] = [];
  for (const [place, { is }] of slots.entries()) {
    const ticks = place === slots.length - 1 ? is.ticks - tail : is.ticks;
    if (ticks <= 0 || is.kind === 'unread' || (is.kind === 'held' && place === 0)) return null;
    if (is.kind === 'held') events.push({ kind: 'held', ticks });
    else if (is.kind === 'rest') events.push({ kind: 'rest', ticks });
    else events.push(struck([nearest(is.chord, near, key)], ticks));
  }
  return events;
}

/** A bass where a left hand usually has it: nearest to C3. */
function lowPitch(degree: Degree, key: Key): number {
  const pitch = linePitches(key, 'left')({ degree, octave: 0 });
  return pitch - 12 * Math.round((pitch - 48) / 12);
}

function nearest(chord: Chord, near: number, key: Key): LineNote {
  const degree = bassOf(chord);
  const middle = linePitches(key, 'left')({ degree, octave: 0 });
  const octave = Math.round((near - middle) / 12);
  return { degree, octave, finger: null };
}
