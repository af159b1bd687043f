import type { LineBar, LineEvent, LineNote } from '../../chart/played.ts';
import { linePitches } from '../../chart/played.ts';
import { barTicks } from '../../chart/meter.ts';
import { fitsMeter } from '../../chart/print/printChart.ts';
import type { ChartResult } from '../../chart/read/parseChart.ts';
import { plainChord, silence, type Slot } from '../../chart/song.ts';
import { sungNotes, type SungNote } from '../../chart/time/sung.ts';
import type { Timeline } from '../../chart/time/timeline.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { chordTones } from '../../chord/tones.ts';
import { ticksOf, type MidiNumber, type Ticks } from '../../kit/ticks.ts';
import type { BarAfter } from '../../moves/fit.ts';
import { takeBars, takeBarsOnce } from '../../moves/takeMove.ts';
import { degreeOfSemitones, type Degree } from '../../pitch/degree.ts';
import { relativeMajor, type Key } from '../../pitch/key.ts';
import { fold, pitchClass } from '../../pitch/note.ts';
import { refused, type Edit } from '../../writing/edit.ts';
import type { Stanza, StanzaChord } from './harmonize.ts';

/** A chord with where it ends: at the next one, or where nobody sings. */
interface Sounding extends StanzaChord {
  readonly to: Ticks;
}

/**
 * The edit that writes a stanza into its section: a chord where the harmony changes, and under the bars what the hands play: soprano and
 * alto in the right one, the tune as it is sung; tenor and bass in the left one, the tenor in the right one where that reaches it.
 * @param timeline in the key that the stanza was found in
 * @param which the last time through the section only, as players keep other chords for the last stanza; each time where it comes once
 */
export function writeStanza(
  timeline: Timeline,
  section: number,
  { chords, octaves }: Stanza,
  which: 'each time' | 'last time' = 'each time',
): (read: ChartResult) => Edit {
  const part = timeline.parts.find((one) => one.section === section);
  const last = timeline.parts.findLast((one) => one.section === section);
  const sounding = chords.flatMap((one): Sounding[] =>
    one ? [{ ...one, to: one.onset + one.ticks }] : [],
  );
  const notes = sungNotes(timeline);
  return (read) => {
    if (!part) return refused('This section is not played.');
    let from = timeline.slots[part.from]?.start ?? 0;
    const bars: BarAfter[] = [];
    for (const { bar, slots: old } of part.bars) {
      const to = from + ticksOf(old.map(({ is }) => is));
      const meter = old[0]?.meter ?? timeline.song.meter;
      // A pickup sounds at the end of its bar.
      const before = Math.max(0, barTicks(meter) - (to - from));
      const slots = [...(before > 0 ? [silence(before)] : []), ...slotsIn(sounding, from, to)];
      if (!fitsMeter(slots, meter))
        return refused(
          `The metre cannot part bar ${bar + 1} so: let the harmony change on each half bar.`,
        );
      const { key } = timeline;
      const line = (...voices: readonly (readonly LineEvent[])[]) =>
        withoutSilence(voices.map((events) => behindSilence(before, events)));
      bars.push({
        bar,
        slots,
        lines: [
          {
            hand: 'right',
            voices: line(
              tuneIn(notes, from, to, { key, octaves }),
              voiceIn(sounding, from, to, 'right', key),
            ),
          },
          {
            hand: 'left',
            voices: line(voiceIn(sounding, from, to, 'left', key), bassIn(sounding, from, to, key)),
          },
        ],
      });
      from = to;
    }
    return which === 'last time' && last && last !== part
      ? takeBarsOnce(read, bars, last.pass)
      : takeBars(read, bars, { bar: bars[0]?.bar ?? 0, slot: 0 });
  };
}

/** The chords of a bar, each as long as it stands; silence where nobody sings. What goes on from the bar before is held. */
function slotsIn(sounding: readonly Sounding[], from: Ticks, to: Ticks): Slot[] {
  const slots: Slot[] = [];
  let at = from;
  let before = sounding.findLast(({ onset }) => onset < from);
  for (const one of sounding.filter((chord) => chord.to > from && chord.onset < to)) {
    const begins = Math.max(one.onset, from);
    if (begins > at) slots.push(silence(begins - at));
    const ticks = Math.min(one.to, to) - begins;
    const last = slots.at(-1);
    const isSame =
      before !== undefined &&
      before.to === one.onset &&
      formatChord(before.chord) === formatChord(one.chord);
    if (last && isSame && last.kind !== 'rest')
      slots[slots.length - 1] = { ...last, ticks: last.ticks + ticks };
    else if (one.onset < from) slots.push({ kind: 'held', ticks });
    else slots.push(plainChord(one.chord, ticks));
    before = one;
    at = begins + ticks;
  }
  if (at < to) slots.push(silence(to - at));
  return slots;
}

function behindSilence(ticks: Ticks, events: readonly LineEvent[]): readonly LineEvent[] {
  return ticks === 0 ? events : joinedRests([{ kind: 'rest', ticks }, ...events]);
}

/** A key of a part, by the degree that its chord calls it. */
function noteIn(note: MidiNumber, hand: 'left' | 'right', key: Key, chord: Chord): LineNote {
  const tone = chordTones(chord, key).find(({ pitchClass: one }) => one === fold(note, 12));
  const usual = degreeOfSemitones(fold(note - pitchClass(relativeMajor(key).tonic), 12));
  return { ...octaveOf(tone?.degree ?? usual, note, hand, key), finger: null };
}

function octaveOf(degree: Degree, note: MidiNumber, hand: 'left' | 'right', key: Key) {
  const octave = Math.round((note - linePitches(key, hand)({ degree, octave: 0 })) / 12);
  return { degree, octave };
}

const strike = (notes: readonly LineNote[], ticks: Ticks): LineEvent => ({
  ...{ kind: 'notes', notes, grace: [], slide: null, accent: false },
  ticks,
});

/** The tune as it is sung, where the sopranos have it. */
function tuneIn(
  notes: readonly SungNote[],
  from: Ticks,
  to: Ticks,
  { key, octaves }: { readonly key: Key; readonly octaves: number },
): readonly LineEvent[] {
  return row(
    notes.map(({ onset, ticks, note, degree }) => ({
      onset,
      to: onset + ticks,
      notes: [{ ...octaveOf(degree, note + 12 * octaves, 'right', key), finger: null }],
    })),
    from,
    to,
  );
}

/** Alto, with the tenor where the right hand has it; or the tenor in the left hand. */
function voiceIn(
  sounding: readonly Sounding[],
  from: Ticks,
  to: Ticks,
  hand: 'left' | 'right',
  key: Key,
): readonly LineEvent[] {
  return row(
    sounding.map(({ onset, to: end, chord, notes: [, alto, tenor], tenor: tenorIn }) => {
      const inner =
        hand === 'right'
          ? tenorIn === 'right'
            ? [alto, tenor]
            : [alto]
          : tenorIn === 'left'
            ? [tenor]
            : [];
      return { onset, to: end, notes: inner.map((note) => noteIn(note, hand, key, chord)) };
    }),
    from,
    to,
  );
}

function bassIn(
  sounding: readonly Sounding[],
  from: Ticks,
  to: Ticks,
  key: Key,
): readonly LineEvent[] {
  return row(
    sounding.map(({ onset, to: end, chord, notes: [, , , bass] }) => ({
      onset,
      to: end,
      notes: [noteIn(bass, 'left', key, chord)],
    })),
    from,
    to,
  );
}

/** What a voice does in a bar; what is struck again on the same key is bound, as singers hold a common tone. */
function row(
  all: readonly {
    readonly onset: Ticks;
    readonly to: Ticks;
    readonly notes: readonly LineNote[];
  }[],
  from: Ticks,
  to: Ticks,
): readonly LineEvent[] {
  const events: LineEvent[] = [];
  let at = from;
  for (const one of all) {
    if (one.to <= from || one.onset >= to) continue;
    const begins = Math.max(one.onset, from);
    if (begins > at) events.push({ kind: 'rest', ticks: begins - at });
    const ticks = Math.min(one.to, to) - begins;
    if (one.notes.length === 0) events.push({ kind: 'rest', ticks });
    else if (one.onset < from) events.push({ kind: 'held', ticks });
    else events.push(strike(one.notes, ticks));
    at = begins + ticks;
  }
  if (at < to) events.push({ kind: 'rest', ticks: to - at });
  return joinedRests(events);
}

function joinedRests(events: readonly LineEvent[]): readonly LineEvent[] {
  return events.reduce<LineEvent[]>((all, event) => {
    const last = all.at(-1);
    if (event.kind === 'rest' && last?.kind === 'rest')
      all[all.length - 1] = { kind: 'rest', ticks: last.ticks + event.ticks };
    else all.push(event);
    return all;
  }, []);
}

/** A voice that is silent throughout is left out, but for the last one. */
function withoutSilence(voices: readonly (readonly LineEvent[])[]): LineBar {
  const sung = voices.filter((events) => events.some(({ kind }) => kind !== 'rest'));
  return sung.length > 0 ? sung : voices.slice(0, 1);
}
