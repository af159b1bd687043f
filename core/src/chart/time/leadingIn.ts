import { withDegrees, type NamedChord } from '../../chord/chord.ts';
import { ticksOf } from '../../kit/ticks.ts';
import { degreeOfSemitones, degreeOver, degreeSemitones, type Degree } from '../../pitch/degree.ts';
import { barTicks, feltBeats, type Meter } from '../meter.ts';
import { plainChord, shortened, type LiftStep, type Slot } from '../song.ts';
import type { TextSlot } from '../places.ts';

/** A bar as it is played, as far as it matters here. */
interface PlayedSlots {
  readonly slots: readonly { readonly slot: TextSlot; readonly meter: Meter; readonly is: Slot }[];
}

/**
 * Bars that lead into another key: in the last felt beats stand the chords by which one lifts, a beat each; one alone two beats,
 * where a beat is left to what stood there (common practice, no published source). Of more chords than the last bar has beats
 * the last ones are played. A bar that is not as long as its metre stays as it is.
 */
export function leadingInto<Bar extends PlayedSlots>(
  bars: readonly Bar[],
  { semitones, by }: LiftStep,
): readonly Bar[] {
  const last = bars.at(-1);
  const meter = last?.slots[0]?.meter;
  if (!by || !last || !meter) return bars;
  const beats = feltBeats(meter);
  const length = ticksOf(last.slots.map(({ is }) => is));
  if (length !== barTicks(meter)) return bars;
  const chords = by.slice(-beats.length).map((chord) => oldDegrees(chord, semitones));
  const alone = chords.length === 1 ? Math.max(1, Math.min(2, beats.length - 1)) : null;
  const taken = beats.slice(-(alone ?? chords.length));
  const lengths = alone ? [sumOf(taken)] : taken;
  const from = length - sumOf(taken);
  const slots: PlayedSlots['slots'][number][] = [];
  let at = 0;
  for (const slot of last.slots) {
    const kept = Math.min(slot.is.ticks, Math.max(0, from - at));
    at += slot.is.ticks;
    if (kept > 0) slots.push({ ...slot, is: shortened(slot.is, kept) });
  }
  // They stand where the last slot of the bar stood: what sounds there is seen there.
  const { slot } = last.slots.at(-1)!;
  for (const [place, chord] of chords.entries())
    slots.push({ slot, meter, is: plainChord(chord, lengths[place]!) });
  return [...bars.slice(0, -1), { ...last, slots }];
}

function sumOf(lengths: readonly number[]): number {
  return lengths.reduce((sum, one) => sum + one, 0);
}

/** A chord of the new key in the degrees of the old one: 4/5 a half step up is b5/b6. */
function oldDegrees(chord: NamedChord, semitones: number): NamedChord {
  const home = degreeOfSemitones(semitones);
  const old = (degree: Degree) => {
    const spelled = degreeOver(home, degree);
    return Math.abs(spelled.alter) < 2 ? spelled : degreeOfSemitones(degreeSemitones(spelled));
  };
  return withDegrees(chord, old);
}
