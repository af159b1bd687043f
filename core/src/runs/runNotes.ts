import type { LineFinger } from '../chart/played.ts';
import { strikeTimes } from '../chart/strikeTimes.ts';
import type { MidiNumber, Ticks } from '../kit/ticks.ts';
import { strikesOf } from './model/readRun.ts';
import type { Register } from './register.ts';
import { voicesOf, type Hand, type Run, type RunTone } from './model/run.ts';
import { runHeight } from './runTones.ts';

/** A key that goes down in a run, in ticks from the beginning of the song. */
export interface RunNote {
  readonly hand: Hand;
  readonly note: MidiNumber;
  readonly onset: Ticks;
  readonly ticks: Ticks;
  /** A short note before another, the key a finger slides from, or what is written. */
  readonly as: 'note' | 'grace' | 'slide';
  readonly finger: LineFinger | null;
}

/** Every key of a run that begins at a tick, hands in their octaves. */
export function runNotes(run: Run, start: Ticks, register: Register): readonly RunNote[] {
  const notes: RunNote[] = [];
  for (const hand of ['right', 'left'] as const) {
    const one = register[hand];
    if (one === undefined) continue;
    for (const voice of voicesOf(run, hand))
      for (const strike of strikesOf(voice)) {
        const [first] = strike;
        const from = start + first!.start;
        const to = from + first!.ticks;
        const times = strikeTimes(from, to, first!.grace?.length ?? 0);
        const key = (tone: RunTone) => one + runHeight(tone);
        for (const [place, tone] of (first!.grace ?? []).entries())
          notes.push({
            hand,
            note: key(tone),
            onset: times.grace[place]!,
            ticks: times.short,
            as: 'grace',
            finger: null,
          });
        if (first!.slide)
          notes.push({
            hand,
            note: key(first!.slide),
            onset: times.main,
            ticks: times.short,
            as: 'slide',
            finger: first!.finger ?? null,
          });
        for (const [place, event] of strike.entries()) {
          const onset = times.main + (place === 0 && first!.slide ? times.short : 0);
          notes.push({
            hand,
            note: key(event),
            onset,
            ticks: to - onset,
            as: 'note',
            finger: event.finger ?? null,
          });
        }
      }
  }
  return notes.sort((one, other) => one.onset - other.onset || one.note - other.note);
}
