import { feltBeats } from '../../chart/meter.ts';
import { sungNotes } from '../../chart/time/sung.ts';
import type { Timeline, TimelinePart } from '../../chart/time/timeline.ts';
import { ticksOf, type MidiNumber, type Ticks } from '../../kit/ticks.ts';

/** How often the harmony may change: on each felt beat, or on each half of a bar. */
export const harmonyRates = ['each beat', 'each half bar'] as const;
export type HarmonyRate = (typeof harmonyRates)[number];

/** A stretch of the tune under which one chord stands. */
export interface StanzaStep {
  /** Ticks from the beginning of the song. */
  readonly onset: Ticks;
  readonly ticks: Ticks;
  /** What is sung as it begins; null where nobody sings in it. */
  readonly sung: MidiNumber | null;
  /** What is sung in it later. */
  readonly later: readonly MidiNumber[];
  /** How strong its beat is: 2 for the first of a bar, 1 for its middle, 0 for others. */
  readonly strong: number;
  /** A phrase ends on it; the last of the stanza. */
  readonly ends: 'phrase' | 'stanza' | null;
  /** It comes behind a silence or an end: nothing is led into it. */
  readonly begins: boolean;
}

/** So many bars are a phrase where the chart does not part them in lines. */
const barsOfPhrase = 4;

/**
 * The steps of a stanza: its beats (or half bars) with what is sung over them. A phrase ends on the longest note of the last bar of a
 * line of bars (of every four, where there is one line), which is one step however long it is (common practice, no published source).
 */
export function stepsOfStanza(
  timeline: Timeline,
  part: TimelinePart,
  rate: HarmonyRate,
): readonly StanzaStep[] {
  const start = timeline.slots[part.from]?.start ?? 0;
  const end = timeline.slots[part.to]?.start ?? timeline.ticks;
  const notes = sungNotes(timeline).filter(({ onset }) => onset >= start && onset < end);
  const bars = barsWithTime(part, start, timeline);
  const ends = endsOfPhrases(bars, notes);
  const last = Math.max(...ends, -1);
  const steps: StanzaStep[] = [];
  for (const { from, beats } of bars) {
    let at = from;
    for (const { ticks, strong } of rate === 'each beat' ? beats : halved(beats)) {
      const to = at + ticks;
      const sounding = notes.filter(({ onset, ticks: long }) => onset < to && onset + long > at);
      const [first, ...others] = sounding;
      const before = steps.at(-1);
      const isOn = first !== undefined && first.onset < at && before?.ends !== null;
      if (before && isOn && others.length === 0)
        // The last note of a phrase is one step.
        steps[steps.length - 1] = { ...before, ticks: before.ticks + ticks };
      else
        steps.push({
          onset: at,
          ticks,
          strong,
          sung: first?.note ?? null,
          later: others.map(({ note }) => note),
          ends:
            first && ends.has(first.onset) ? (first.onset === last ? 'stanza' : 'phrase') : null,
          begins: !before || before.sung === null || before.ends !== null,
        });
      at = to;
    }
  }
  return steps;
}

interface Beat {
  readonly ticks: Ticks;
  readonly strong: number;
}

interface TimedBar {
  readonly line: number;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly beats: readonly Beat[];
}

function barsWithTime(
  { bars }: TimelinePart,
  start: Ticks,
  { song }: Timeline,
): readonly TimedBar[] {
  let from = start;
  const inLines = new Set(bars.map(({ line }) => line)).size > 1;
  return bars.map(({ slots, line }, place): TimedBar => {
    const length = ticksOf(slots.map(({ is }) => is));
    const felt = feltBeats(slots[0]?.meter ?? song.meter);
    const whole = felt.reduce((sum, ticks) => sum + ticks, 0);
    // A pickup has the last beats of its bar.
    let skipped = whole - length;
    const beats = felt.flatMap((ticks, at): Beat[] => {
      const cut = Math.min(ticks, Math.max(0, skipped));
      skipped -= ticks;
      const strong = at === 0 ? 2 : 2 * at === felt.length ? 1 : 0;
      return ticks > cut ? [{ ticks: ticks - cut, strong }] : [];
    });
    const bar = {
      line: inLines ? line : Math.floor(place / barsOfPhrase),
      from,
      to: from + length,
      beats,
    };
    from += length;
    return bar;
  });
}

/** Two beats in one, as long as they are of a pair. */
function halved(beats: readonly Beat[]): readonly Beat[] {
  if (beats.length % 2 !== 0) return [{ ticks: ticksOf(beats), strong: beats[0]?.strong ?? 0 }];
  const half = beats.length / 2;
  return [beats.slice(0, half), beats.slice(half)]
    .filter((some) => some.length > 0)
    .map((some) => ({ ticks: ticksOf(some), strong: some[0]!.strong }));
}

/** The onsets of the notes on which phrases end. */
function endsOfPhrases(
  bars: readonly TimedBar[],
  notes: readonly { readonly onset: Ticks; readonly ticks: Ticks }[],
): ReadonlySet<Ticks> {
  const ends = new Set<Ticks>();
  for (const [place, { line, from, to }] of bars.entries()) {
    if (bars[place + 1]?.line === line) continue;
    const here = notes.filter(({ onset, ticks }) => onset < to && onset + ticks > from);
    // The next phrase may begin in this bar: its end is the longest note, the last of several.
    const end = here.reduce<(typeof here)[number] | null>(
      (best, note) => (best === null || note.ticks >= best.ticks ? note : best),
      null,
    );
    const isLast = place === bars.length - 1;
    const chosen = isLast ? here.at(-1) : end;
    if (chosen) ends.add(chosen.onset);
  }
  return ends;
}
