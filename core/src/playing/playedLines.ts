import {
  linePitches,
  printPlayHead,
  type LineEvent,
  type LineNote,
  type LineStrike,
} from '../chart/played.ts';
import type { TimelineIndex } from '../chart/places.ts';
import { strikeTimes } from '../chart/strikeTimes.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { sixteenth, ticksOf, type MidiNumber, type Ticks } from '../kit/ticks.ts';
import type { Hand } from './struckNotes.ts';

/** A note of a line that a hand plays, in ticks from the beginning of the song. */
export interface LineStruck {
  readonly hand: Hand;
  readonly note: MidiNumber;
  readonly from: Ticks;
  readonly to: Ticks;
  /** The slot of the timeline in whose time it is written. */
  readonly at: TimelineIndex;
  readonly accented: boolean;
  /** Written in triplets, or before its beat: it does not swing. */
  readonly even: boolean;
  /** A line of the chart, or a run that the player placed. */
  readonly source: 'line' | 'run';
  /** Where a hand plays two voices: 0 for the upper one, 1 for the lower. */
  readonly voice?: number;
}

/** A stretch in which a hand plays a line in the place of its chords. */
export interface LineStretch {
  readonly hand: Hand;
  readonly from: Ticks;
  readonly to: Ticks;
}

/** What the hands of a song play besides their chords or in the place of them. */
export interface PlayedLines {
  readonly notes: readonly LineStruck[];
  /** For each hand in the order of time, none beside another. */
  readonly instead: readonly LineStretch[];
}

/** The keys of a piano. */
export const [lowest, highest] = [21, 108] as const;

/**
 * Every line of a song that hands play: notes with their short notes before them, slides on the beat; held over bar lines as long
 * as the line says. A lift raises them with the key.
 */
export function playedLines({ key, parts, slots }: Timeline): PlayedLines {
  const notes: LineStruck[] = [];
  const instead: LineStretch[] = [];
  for (const { bars, from, lift } of parts) {
    let at = from;
    let start = slots[from]?.start ?? 0;
    /** What each voice struck last in the bar before, by its places in `notes`. */
    let before = new Map<string, readonly number[]>();
    for (const bar of bars) {
      const end = start + ticksOf(bar.slots.map(({ is }) => is));
      const now = new Map<string, readonly number[]>();
      for (const line of bar.played)
        for (const hand of line.hand === 'both' ? bothHands : [line.hand]) {
          if (!line.over) stretch(instead, { hand, from: start, to: end });
          const pitchOf = linePitches(key, hand);
          const place: VoicePlace = {
            hand,
            start,
            end,
            at,
            // What both hands play lies an octave below in the left one, as its own lines do.
            pitchOf: (note) => onKeys(pitchOf(note) + lift + 12 * line.octaves),
            slots,
          };
          for (const [voice, events] of line.voices.entries()) {
            const name = `${printPlayHead(line)} ${hand} ${voice}`;
            const own = line.voices.length > 1 ? { ...place, voice } : place;
            now.set(name, strikeVoice(events, own, before.get(name) ?? [], notes));
          }
        }
      before = now;
      at += bar.slots.length;
      start = end;
    }
  }
  return { notes, instead };
}

const bothHands = ['right', 'left'] as const;

/** One stretch goes on in the next. */
function stretch(stretches: LineStretch[], next: LineStretch): void {
  const last = stretches.findLast(({ hand }) => hand === next.hand);
  if (last && last.to >= next.from)
    stretches[stretches.indexOf(last)] = { ...last, to: Math.max(last.to, next.to) };
  else if (next.to > next.from) stretches.push(next);
}

interface VoicePlace {
  readonly hand: Hand;
  readonly start: Ticks;
  readonly end: Ticks;
  /** The first slot of the bar. */
  readonly at: TimelineIndex;
  readonly pitchOf: (note: Pick<LineNote, 'degree' | 'octave'>) => MidiNumber;
  readonly slots: Timeline['slots'];
  readonly voice?: number;
}

/**
 * Puts what a voice strikes in a bar among the notes; what it holds from the bar before is made longer there.
 * @param sounding what the voice struck last, by its places among the notes
 * @returns the same for the bar that follows
 */
function strikeVoice(
  voice: readonly LineEvent[],
  place: VoicePlace,
  sounding: readonly number[],
  notes: LineStruck[],
): readonly number[] {
  let last = sounding;
  let now = place.start;
  for (const event of voice) {
    // A bar that is played instead of another can be shorter than its line.
    const to = Math.min(now + event.ticks, place.end);
    if (now >= place.end) break;
    if (event.kind === 'rest') last = [];
    else if (event.kind === 'held')
      for (const index of last) notes[index] = { ...notes[index]!, to };
    else {
      const struck = strikeOf(event, now, to, place);
      const [{ from: begins }] = struck;
      for (const index of last) {
        const before = notes[index]!;
        if (before.to > begins && before.from < begins) notes[index] = { ...before, to: begins };
      }
      last = struck.flatMap((note, index) => (note.to === to ? [notes.length + index] : []));
      notes.push(...struck);
    }
    now = to;
  }
  return last;
}

/** A strike with what comes before it. */
function strikeOf(
  { notes, grace, slide, accent }: LineStrike,
  from: Ticks,
  to: Ticks,
  { hand, start, at, pitchOf, slots, voice }: VoicePlace,
): [LineStruck, ...LineStruck[]] {
  let slot = at;
  while ((slots[slot + 1]?.start ?? Infinity) <= from) slot += 1;
  const note = (one: LineNote, begins: Ticks, ends: Ticks, isAccented: boolean): LineStruck => ({
    hand,
    note: pitchOf(one),
    from: begins,
    to: ends,
    at: slot,
    accented: isAccented,
    even: (from - start) % sixteenth !== 0 || begins !== from,
    source: 'line',
    ...(voice === undefined ? {} : { voice }),
  });
  const { grace: starts, short, main } = strikeTimes(from, to, grace.length);
  const before = grace.map((one, place) =>
    note(one, starts[place]!, starts[place]! + short, false),
  );
  const slid = slide ? [note(slide, main, main + short, accent)] : [];
  const struck = notes.map((one, place) =>
    note(one, slide && place === 0 ? main + short : main, to, accent),
  );
  return [...before, ...slid, ...struck] as [LineStruck, ...LineStruck[]];
}

/** Moved by octaves onto the keyboard. */
function onKeys(note: number): MidiNumber {
  let moved = note;
  while (moved < lowest) moved += 12;
  while (moved > highest) moved -= 12;
  return moved;
}
