import type { NamedChord } from '../../chord/chord.ts';
import { ticksOf } from '../../kit/ticks.ts';
import { degreeOfSemitones, degreeOver, degreeSemitones, type Degree } from '../../pitch/degree.ts';
import { feltBeats, type Meter } from '../meter.ts';
import { plainChord, type LiftStep, type Slot } from '../song.ts';
import type { TextSlot } from '../places.ts';

/** A bar as it is played, as far as it matters here. */
interface PlayedSlots {
  readonly slots: readonly { readonly slot: TextSlot; readonly meter: Meter; readonly is: Slot }[];
}

/**
 * Bars that lead into another key: in the last of their time stand the chords by which one lifts, a beat each, one alone two
 * beats (common practice, no published source). What stood there keeps the rest of its bar; where the last bar has no such
 * time, a chord of it at least stays and they share what is left.
 */
export function leadingInto<Bar extends PlayedSlots>(
  bars: readonly Bar[],
  { semitones, by }: LiftStep,
): readonly Bar[] {
  const last = bars.at(-1);
  const meter = last?.slots[0]?.meter;
  if (!by || by.length === 0 || !last || !meter) return bars;
  const length = ticksOf(last.slots.map(({ is }) => is));
  const beat = feltBeats(meter).at(-1)!;
  const wanted = beat * Math.max(2, by.length);
  const time = wanted <= length ? wanted : by.length * beat <= length ? by.length * beat : length;
  const chords = by.map((chord) => oldDegrees(chord, semitones));
  const from = length - time;
  const slots: PlayedSlots['slots'][number][] = [];
  let at = 0;
  for (const slot of last.slots) {
    const kept = Math.min(slot.is.ticks, Math.max(0, from - at));
    at += slot.is.ticks;
    if (kept > 0) slots.push({ ...slot, is: withTicks(slot.is, kept) });
  }
  // They stand where the last slot of the bar stood: what sounds there is seen there.
  const { slot } = last.slots.at(-1)!;
  for (const chord of chords) {
    slots.push({ slot, meter, is: plainChord(chord, time / chords.length) });
  }
  return [...bars.slice(0, -1), { ...last, slots }];
}

/** What is cut short ends with nothing: no fermata, no ringing on. */
function withTicks(slot: Slot, ticks: number): Slot {
  if (slot.ticks === ticks) return slot;
  return slot.kind === 'chord'
    ? { ...slot, ticks, ring: null, fermata: false }
    : { ...slot, ticks };
}

/** A chord of the new key in the degrees of the old one: 4/5 a half step up is b5/b6. */
function oldDegrees(chord: NamedChord, semitones: number): NamedChord {
  const home = degreeOfSemitones(semitones);
  const old = (degree: Degree) => {
    const spelled = degreeOver(home, degree);
    return Math.abs(spelled.alter) < 2 ? spelled : degreeOfSemitones(degreeSemitones(spelled));
  };
  return { ...chord, root: old(chord.root), bass: chord.bass && old(chord.bass) };
}
