import { ticksOf } from '../../kit/ticks.ts';
import { transposeKey, type Key } from '../../pitch/key.ts';
import type { Ticks } from '../../kit/ticks.ts';
import { feelFrom } from '../feel.ts';
import { parseTempo } from '../fields.ts';
import type { Meter } from '../meter.ts';
import type { TextSlot, TimelineIndex } from '../places.ts';
import { sectionOfStep } from '../road.ts';
import { metersOf } from '../sectionMeters.ts';
import {
  pushTicks,
  type Bar,
  type Feel,
  type LiftStep,
  type PhraseWhen,
  type RoadStep,
  type Slot,
  type Song,
} from '../song.ts';
import { linesOfBars, type LineEvent, type LineOfBar } from '../played.ts';
import { cut, type TuneBar } from '../tune.ts';
import { endingOf } from '../when.ts';
import { leadingInto } from './leadingIn.ts';
import { mostPlayedBars } from './length.ts';

/** A slot of the unrolled song, at its time. */
export interface TimedSlot {
  /** Which slot of the text it is, as `placedSlots` counts them; a repeated bar (`%`) has those of the bar it repeats. */
  readonly slot: TextSlot;
  /** The bar of the text it sounds in, counted over the whole song; of a repeated bar, the sign's own. */
  readonly bar: number;
  readonly section: number;
  /** Which time through its section, from 1, counted over the whole song. */
  readonly pass: number;
  /** Ticks from the beginning of the song. */
  readonly start: Ticks;
  readonly meter: Meter;
  /** The key that holds here: lifts change it. */
  readonly key: Key;
  /** How time goes here. */
  readonly feel: Feel;
  /** Felt beats a minute, where they are not the song's; and where a slowing down leads, if that is said. */
  readonly tempo: number | null;
  readonly slowTo: number | null;
  readonly is: Slot;
}

/** One time through a section. */
export interface TimelinePart {
  readonly section: number;
  readonly pass: number;
  /** The slots of the timeline that it begins with, and that it ends before. */
  readonly from: TimelineIndex;
  readonly to: TimelineIndex;
  readonly key: Key;
  /** Semitones that lifts have moved the key since the beginning. */
  readonly lift: number;
  /** The last time through a section that goes on until the signal. */
  readonly open: boolean;
  /** What the roadmap says is done differently here. */
  readonly direction: string;
  /** Its bars in the order they are played. */
  readonly bars: readonly TimelineBar[];
}

/** A bar as it is played. */
export interface TimelineBar {
  /** The bar of the text, counted over the whole song. */
  readonly bar: number;
  /** Which line of bars of its section it stands in, and the words under it, a text for each line of words. */
  readonly line: number;
  readonly words: readonly string[];
  /** As long as the slots together; nothing where no tune is written. */
  readonly tune: TuneBar;
  /** What hands play in it in the place of their chords, or over them. */
  readonly played: readonly LineOfBar[];
  readonly is: Bar;
  readonly slots: readonly { readonly slot: TextSlot; readonly meter: Meter; readonly is: Slot }[];
}

/** The song unrolled: every slot that sounds, in the order of time. */
export interface Timeline {
  readonly song: Song;
  readonly key: Key;
  readonly parts: readonly TimelinePart[];
  readonly slots: readonly TimedSlot[];
  /** Length of the whole, in ticks. */
  readonly ticks: Ticks;
}

interface NumberedPhrase {
  readonly when: PhraseWhen | null;
  readonly bars: readonly TimelineBar[];
}

/** A step of the roadmap with the section it plays, by its place in the chart; -1 where there is none. */
type NumberedStep = LiftStep | (Extract<RoadStep, { kind: 'play' }> & { readonly section: number });

const asItStands = {
  kind: 'play',
  name: '',
  times: null,
  open: false,
  direction: '',
} as const satisfies RoadStep;

/**
 * Unrolls a song in a key by its roadmap, or as its sections stand: as often as they are played, with the endings and
 * changes of each time, repeated bars written out, lifts done. A pickup begins with its first sound; the silence before
 * it takes no time. A section that goes on until the signal is there as often as it says, its last time marked. What
 * would be played beyond `mostPlayedBars` is left out; the chart has that as a problem.
 */
export function expand(song: Song, { key = song.key }: { readonly key?: Key } = {}): Timeline {
  const sections = numberedSections(song);
  const road: readonly NumberedStep[] = song.road
    ? song.road.map((step) =>
        step.kind === 'lift' ? step : { ...step, section: sectionOfStep(song.sections, step.name) },
      )
    : song.sections.map((_, section) => ({ ...asItStands, section }));
  const passes = song.sections.map(() => 0);
  const slots: TimedSlot[] = [];
  const parts: TimelinePart[] = [];
  let start = 0;
  let now = key;
  let lift = 0;
  let barsLeft = mostPlayedBars;

  for (const [place, step] of road.entries()) {
    if (step.kind === 'lift') {
      now = transposeKey(now, step.semitones);
      lift += step.semitones;
      continue;
    }
    const { section } = step;
    const played = song.sections[section];
    if (!played) continue;
    const times = step.times ?? played.times;
    const open = step.open || (step.times === null && played.open);
    for (let time = 1; time <= times; time += 1) {
      const pass = (passes[section]! += 1);
      const from = slots.length;
      const own = barsOfPass(sections[section]!, pass);
      const bars = time === times ? leadingInto(own, liftBehind(road, place)) : own;
      barsLeft -= bars.length;
      if (barsLeft < 0) return { song, key, parts, slots, ticks: start };
      let feel: Feel = 'in time';
      const usual = tempoOfStep(step) ?? played.tempo ?? null;
      let tempo: number | null = usual;
      let slowTo: number | null = null;
      for (const { bar, is: written, slots: inBar } of bars) {
        feel = feelFrom(written, feel);
        if (written.tempo !== undefined)
          tempo = written.tempo === 'a tempo' ? usual : written.tempo;
        slowTo = feel === 'rit' ? (written.slowTo ?? (written.feel ? null : slowTo)) : null;
        for (const { slot, meter, is } of inBar) {
          slots.push({ slot, bar, section, pass, start, meter, key: now, feel, tempo, slowTo, is });
          start += is.ticks;
        }
      }
      const { direction } = step;
      parts.push({
        bars,
        section,
        pass,
        from,
        to: slots.length,
        key: now,
        lift,
        open: open && time === times,
        direction,
      });
    }
  }
  return { song, key, parts, slots, ticks: start };
}

/** How the key is lifted behind a step: lifts one after the other are one, by the chords of the last. */
function liftBehind(road: readonly NumberedStep[], place: number): LiftStep {
  let lift: LiftStep = { kind: 'lift', semitones: 0 };
  for (const step of road.slice(place + 1)) {
    if (step.kind !== 'lift') break;
    lift = { ...lift, ...step, semitones: lift.semitones + step.semitones };
  }
  return lift;
}

/** What a step of the roadmap says of its tempo: `Chorus (tempo 60)`; null where it says nothing of it. */
export function tempoOfStep({ direction }: { readonly direction: string }): number | null {
  const said = /(?:^|,)\s*(?:tempo|bpm)\s+(\d{2,3}(?:\.\d)?)\s*(?:,|$)/i.exec(direction);
  const tempo = said ? parseTempo(said[1]!) : null;
  return tempo?.ok ? tempo.value : null;
}

function numberedSections(song: Song): NumberedPhrase[][] {
  let bar = 0;
  let slot = 0;
  return song.sections.map((section) =>
    metersOf(section, song.meter).map(({ phrase, meters }, line) => {
      const lines = linesOfBars(phrase.played ?? [], phrase.bars.length, song.lines);
      const bars = phrase.bars.map((is, place): TimelineBar => {
        const slots =
          is.kind === 'played'
            ? is.slots.map((one) => ({ slot: slot++, meter: meters[place]!, is: one }))
            : [];
        const words = phrase.words.map((cells) => cells[place] ?? '');
        const tune = phrase.tune[place] ?? [];
        const played = lines[place]!;
        return withoutLeadingSilence({ bar: bar++, line, words, tune, played, is, slots });
      });
      return { when: phrase.when, bars };
    }),
  );
}

/**
 * The bars of one time through a section, in the order they are played; a repeated bar has the slots of the one before it.
 * What is played instead stands where the bar it replaces stood, with that bar's words if it has none; an ending goes on
 * in the line before it.
 */
function barsOfPass(phrases: readonly NumberedPhrase[], pass: number): TimelineBar[] {
  const bars = phrases.filter(({ when }) => when === null).flatMap((phrase) => phrase.bars);
  for (const { when, bars: instead } of phrases) {
    if (when?.kind !== 'instead' || !when.times.includes(pass)) continue;
    const placed = instead.map((bar, index) => {
      const replaced = bars[when.bar - 1 + index];
      if (!replaced) return bar;
      return {
        ...bar,
        line: replaced.line,
        words: bar.words.length > 0 ? bar.words : replaced.words,
        tune: bar.tune.length > 0 ? bar.tune : replaced.tune,
      };
    });
    bars.splice(when.bar - 1, instead.length, ...placed);
  }
  const line = bars.at(-1)?.line;
  const ending = endingOf(phrases, pass).flatMap((place) => phrases[place]!.bars);
  bars.push(...ending.map((bar) => ({ ...bar, line: line ?? bar.line })));
  let before: TimelineBar['slots'] = [];
  return bars.map((bar) => {
    if (bar.is.kind === 'same') return { ...bar, slots: before };
    before = bar.slots;
    return bar;
  });
}

/** A pickup begins with its first sound, of the chords or of the tune. */
function withoutLeadingSilence(bar: TimelineBar): TimelineBar {
  const { is, slots, tune, played: lines } = bar;
  if (is.kind === 'same' || !is.pickup) return bar;
  const before = (lengths: readonly { readonly ticks: number }[], count: number) =>
    ticksOf(lengths.slice(0, count));
  const chord = slots.findIndex(({ is }) => is.kind === 'chord' || is.kind === 'unread');
  const note = tune.findIndex(({ kind }) => kind === 'note');
  const voices = lines.flatMap((line) => line.voices);
  const struck = voices.map((voice) => {
    const first = voice.findIndex(({ kind }) => kind === 'notes');
    return first < 0 ? Infinity : before(voice, first);
  });
  if (chord < 0 && note < 0 && struck.every((start) => start === Infinity)) return bar;
  const inBar = slots.map((slot) => slot.is);
  // A pushed chord sounds before it is due.
  const first = inBar[chord];
  const early = first?.kind === 'chord' && first.push ? pushTicks(first.push) : 0;
  const from = Math.min(
    chord < 0 ? Infinity : Math.max(0, before(inBar, chord) - early),
    note < 0 ? Infinity : before(tune, note),
    ...struck,
  );
  let at = 0;
  const sounding = slots.flatMap((slot) => {
    const start = at;
    at += slot.is.ticks;
    const ticks = at - Math.max(start, from);
    return ticks > 0 ? [{ ...slot, is: { ...slot.is, ticks } }] : [];
  });
  const played = bar.played.map((line) => ({
    ...line,
    voices: line.voices.map((voice) => cut<LineEvent>(voice, from, at)),
  }));
  return { ...bar, slots: sounding, tune: cut(tune, from, at), played };
}
