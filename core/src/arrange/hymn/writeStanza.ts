import type { LineBar, LineEvent, LineNote } from '../../chart/played.ts';
import { linePitches } from '../../chart/played.ts';
import { fitsMeter } from '../../chart/print/printChart.ts';
import type { ChartResult } from '../../chart/read/parseChart.ts';
import { plainChord, silence, type Slot } from '../../chart/song.ts';
import { sungNotes, type SungNote } from '../../chart/time/sung.ts';
import type { Timeline } from '../../chart/time/timeline.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { ticksOf, type MidiNumber, type Ticks } from '../../kit/ticks.ts';
import type { BarAfter } from '../../moves/fit.ts';
import { takeBars, takeBarsOnce } from '../../moves/takeMove.ts';
import { degreeOfSemitones } from '../../pitch/degree.ts';
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
      const slots = slotsIn(sounding, from, to);
      const meter = old[0]?.meter ?? timeline.song.meter;
      if (!fitsMeter(slots, meter))
        return refused(
          `The metre cannot part bar ${bar + 1} so: let the harmony change on each half bar.`,
        );
      const { key } = timeline;
      const right = [
        tuneIn(notes, from, to, { key, octaves }),
        voiceIn(sounding, from, to, 'right', key),
      ];
      const left = [voiceIn(sounding, from, to, 'left', key), bassIn(sounding, from, to, key)];
      bars.push({
        bar,
        slots,
        lines: [
          { hand: 'right', voices: withoutSilence(right) },
          { hand: 'left', voices: withoutSilence(left) },
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

function noteIn(note: MidiNumber, hand: 'left' | 'right', key: Key): LineNote {
  const degree = degreeOfSemitones(fold(note - pitchClass(relativeMajor(key).tonic), 12));
  const octave = Math.round((note - linePitches(key, hand)({ degree, octave: 0 })) / 12);
  return { degree, octave, finger: null };
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
      notes: [{ ...noteIn(note + 12 * octaves, 'right', key), degree }],
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
    sounding.map(({ onset, to: end, notes: [, alto, tenor], tenor: tenorIn }) => {
      const inner =
        hand === 'right'
          ? tenorIn === 'right'
            ? [alto, tenor]
            : [alto]
          : tenorIn === 'left'
            ? [tenor]
            : [];
      return { onset, to: end, notes: inner.map((note) => noteIn(note, hand, key)) };
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
    sounding.map(({ onset, to: end, notes: [, , , bass] }) => ({
      onset,
      to: end,
      notes: [noteIn(bass, 'left', key)],
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
