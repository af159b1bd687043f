import { eighth, ticksOf, type MidiNumber } from '../kit/ticks.ts';
import { barTicks } from '../chart/meter.ts';
import type { TimelineIndex } from '../chart/places.ts';
import type { StepVoice, StrikeStep, TexturedHand } from '../chart/steps.ts';
import { texturesOf, type Dynamic, type Texture } from '../chart/texture.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { bassNote, chordTones, type Role } from '../chord/tones.ts';
import { isMud } from '../hands/shapes/mud.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { usualReach } from '../hands/shapes/player.ts';
import type { Voiced, VoicedSlot } from '../hands/search/voiced.ts';
import { planOf, type Cell, type Plan, type PlannedBar } from './patternPlan.ts';

/** What a hand strikes at one moment, and what becomes of it. */
export interface Strike {
  /** Ticks from the beginning of the song. */
  readonly at: number;
  /** Where the next strike or a silence comes, or the chord goes. */
  readonly until: number;
  /** Each note from the lowest up, and where it ends: one that rings goes on after `until`. */
  readonly notes: readonly { readonly note: number; readonly end: number }[];
  readonly weight: StrikeStep['weight'];
  readonly short: boolean;
}

/** The time that a hand has for a chord, in ticks from the beginning of the song. */
export interface StrikeSpan {
  /** When the chord comes in, and when it is due: earlier where it is pushed. */
  readonly onset: number;
  readonly due: number;
  readonly end: number;
}

/** What a texture adds to the loudness of its notes (common practice, no published source for the amounts). */
export const louderBy: Readonly<Record<Dynamic, number>> = { soft: -14, medium: 0, loud: 14 };
export const louderByWeight: Readonly<Record<Strike['weight'], number>> = {
  ghost: -30,
  plain: 0,
  accent: 20,
};

/** A short note, and the note that leads into the next chord, in ticks. */
const shortTicks = 160;
const leadTicks = eighth;

/** What a fifth is called, whole, lowered or raised. */
const fifths: readonly Role[] = ['fifth', 'b5', '#5'];

/**
 * Finds the notes that patterns add to what the left hand holds: the fifth and the octave above its lowest note. None at a chord
 * of the timeline where they add none.
 */
export function addedByPatterns({
  timeline,
  slots,
  reach,
}: Voiced): (at: TimelineIndex) => readonly MidiNumber[] {
  const strikes = new Strikes(timeline, reach.left.held);
  return (at) => {
    const held = slots[at];
    const part = timeline.parts.findIndex(({ from, to }) => at >= from && at < to);
    return held ? strikes.addedTo(part, held) : [];
  };
}

/** A song's textures, laid out over its timeline: which hand strikes what, when. */
export class Strikes {
  readonly #timeline: Timeline;
  readonly #reach: number;
  /** Of each part, once it is asked for. */
  readonly #plans: (Readonly<Record<TexturedHand, Plan>> | undefined)[] = [];

  /** @param reach semitones that the left hand holds: an octave above is a fifth where that is beyond it */
  constructor(timeline: Timeline, reach: number = usualReach.left.held) {
    this.#timeline = timeline;
    this.#reach = reach;
  }

  #planOf(part: number, hand: TexturedHand): Plan | null {
    const { song, parts, slots } = this.#timeline;
    const here = parts[part];
    if (!here) return null;
    const known = this.#plans[part];
    if (known) return known[hand];
    const textures = texturesOf(song.textures, song.sections[here.section]!.textures);
    let end = slots[here.from]?.start ?? 0;
    const timed = here.bars.flatMap(({ slots: inBar }) => {
      const from = end;
      end += ticksOf(inBar.map(({ is }) => is));
      const meter = inBar[0]?.meter;
      return meter ? [{ meter, start: end - barTicks(meter), from }] : [];
    });
    const plans = {
      left: planOf(textures, 'left', timed),
      right: planOf(textures, 'right', timed),
    };
    this.#plans[part] = plans;
    return plans[hand];
  }

  /** The texture of a hand at a moment of a part of the timeline; null where it just holds its chords. */
  textureAt(part: number, hand: TexturedHand, at: number): Texture | null {
    return this.#barAt(part, hand, at)?.texture ?? null;
  }

  #barAt(part: number, hand: TexturedHand, at: number): PlannedBar | null {
    const bars = this.#planOf(part, hand)?.bars ?? [];
    let low = 0;
    let high = bars.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (bars[middle]!.to <= at) low = middle + 1;
      else high = middle;
    }
    return bars[low] ?? null;
  }

  /**
   * What a hand strikes while a chord lasts; null where it strikes the chord once and holds it: by its texture, or since
   * the chord rings, is stopped or held, or the hand walks.
   * @param next the chord that follows, for what leads into it
   */
  of(
    at: { readonly part: number; readonly slot: number; readonly hand: TexturedHand },
    voiced: VoicedSlot,
    span: StrikeSpan,
    next: { readonly slot: number; readonly voiced: VoicedSlot } | null,
  ): readonly Strike[] | null {
    const plan = this.#planOf(at.part, at.hand);
    if (!plan || plan.cells.length === 0) return null;
    const { is } = this.#timeline.slots[at.slot]!;
    if (is.kind !== 'chord' || is.ring || is.stop || is.fermata) return null;
    if (at.hand === 'left' && voiced.walk) return null;
    const notes = voiced[at.hand];
    if (notes.length === 0) return [];
    const cells = between(plan.cells, span.due, span.end);
    if (cells.length === 0 && !this.textureAt(at.part, at.hand, span.due)) return null;
    const resolve = this.#voices(voiced, at.hand);
    const leads = this.#barAt(at.part, at.hand, span.end - 1)?.leading ?? false;
    const lead = leads && next ? this.#leadInto(next, notes[0]!) : null;
    const moments = strikesOf(cells, span, lead);
    return timed(notes.length === 2 ? byTurns(moments) : moments, span.end, resolve);
  }

  /** The notes that the pattern of the left hand adds to what it holds at a chord, from the lowest up. */
  addedTo(part: number, voiced: VoicedSlot): readonly MidiNumber[] {
    const { start, is } = this.#timeline.slots[voiced.at]!;
    const plan = this.#planOf(part, 'left');
    const [low] = voiced.left;
    if (!plan || low === undefined || voiced.walk) return [];
    const resolve = this.#voices(voiced, 'left');
    const added = new Set<MidiNumber>();
    for (const { step } of between(plan.cells, start, start + is.ticks))
      if (step.kind === 'strike')
        for (const { voice } of step.notes)
          if (voice === 'octave' || voice === 'fifth')
            for (const note of resolve(voice)) if (!voiced.left.includes(note)) added.add(note);
    return [...added].sort((one, other) => one - other);
  }

  #voices(voiced: VoicedSlot, hand: TexturedHand) {
    const taken = hand === 'left' ? voiced.right : [];
    return voicesFrom(voiced[hand], this.#reach, () => this.#fifthOf(voiced.at), taken);
  }

  /** The pitch class of a chord's fifth; null for a chord without one. */
  #fifthOf(slot: number): number | null {
    const { is, key } = this.#timeline.slots[slot]!;
    if (is.kind !== 'chord') return null;
    const tones = chordTones(is.chord, key);
    return tones.find(({ role }) => fifths.includes(role))?.pitchClass ?? null;
  }

  /** What leads into the chord that follows, near the note that the bass is on. */
  #leadInto(next: { readonly slot: number; readonly voiced: VoicedSlot }, from: number) {
    const tone = this.#leadTone(next.slot);
    if (tone === null || next.voiced.left.length === 0) return null;
    const up = fold(tone - from, 12);
    return up <= 6 || from - (12 - up) < 24 ? from + up : from + up - 12;
  }

  /**
   * The fifth of the chord; where that is the bass already, its root; under a bass that is no tone of it (2m/1, 4/5), the fifth
   * of the bass that will sound (common practice, no published source). Null for a chord without a fifth.
   */
  #leadTone(slot: number): number | null {
    const { is, key } = this.#timeline.slots[slot]!;
    if (is.kind !== 'chord') return null;
    const bass = pitchClass(bassNote(is.chord, key));
    const own = chordTones(is.chord, key).filter(({ role }) => role !== 'bass');
    if (!own.some((tone) => tone.pitchClass === bass)) return fold(bass + 7, 12);
    const fifth = this.#fifthOf(slot);
    return fifth === bass ? (own.find(({ role }) => role === 'root')?.pitchClass ?? null) : fifth;
  }
}

/** The cells that lie in a stretch of time; they are in order. */
function between(cells: readonly Cell[], from: number, to: number): readonly Cell[] {
  let low = 0;
  let high = cells.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (cells[middle]!.at < from) low = middle + 1;
    else high = middle;
  }
  let end = low;
  while (end < cells.length && cells[end]!.at < to) end += 1;
  return cells.slice(low, end);
}

/** A moment of a chord: what is struck, or that it is silent from here. */
interface Moment {
  readonly at: number;
  readonly step: StrikeStep | null;
  /** A note from outside the chord, instead of what the step says. */
  readonly lead: number | null;
}

const all: StrikeStep = {
  kind: 'strike',
  notes: [
    { voice: 'top', rings: false },
    { voice: 'middle', rings: false },
    { voice: 'low', rings: false },
  ],
  weight: 'plain',
  short: false,
};

/** A chord that comes in is always heard: with the step that falls on it, or, where that one goes on, with all its notes. */
function strikesOf(cells: readonly Cell[], span: StrikeSpan, lead: number | null): Moment[] {
  const [head] = cells;
  const onBeat = head?.at === span.due ? head.step : null;
  const first = onBeat?.kind === 'strike' ? onBeat : onBeat?.kind === 'silence' ? null : all;
  const moments: Moment[] = [{ at: span.onset, step: first, lead: null }];
  for (const { at, step } of cells) {
    if (at === span.due || step.kind === 'hold') continue;
    moments.push({ at, step: step.kind === 'strike' ? step : null, lead: null });
  }
  const leadAt = span.end - leadTicks;
  if (lead === null || leadAt < span.due + leadTicks) return moments;
  return [...moments.filter(({ at }) => at < leadAt), { at: leadAt, step: all, lead }];
}

/**
 * A pattern of three voices in a hand of two notes: where the middle one moves alone, the two notes go by turns, so that the
 * hand neither stands still nor leaves out a step (common practice, no published source).
 */
function byTurns(moments: readonly Moment[]): readonly Moment[] {
  const alone = ({ step }: Moment) => (step?.notes.length === 1 ? step.notes[0]! : null);
  if (!moments.some((moment) => alone(moment)?.voice === 'middle')) return moments;
  let last: StepVoice | null = null;
  return moments.map((moment) => {
    const note = alone(moment);
    if (!note || !['top', 'middle', 'low'].includes(note.voice)) {
      last = null;
      return moment;
    }
    const own = note.voice === 'middle' ? 'low' : note.voice;
    last = last === null ? own : last === 'low' ? 'top' : 'low';
    return { ...moment, step: { ...moment.step!, notes: [{ ...note, voice: last }] } };
  });
}

/** A strike while it is being made. */
interface Begun extends Strike {
  readonly notes: BegunNote[];
  readonly step: StrikeStep;
}
interface BegunNote {
  readonly note: number;
  end: number;
  rings: boolean;
}

/** When each note of each moment ends. */
function timed(
  moments: readonly Moment[],
  end: number,
  resolve: (voice: StepVoice) => readonly number[],
): readonly Strike[] {
  const begun: Begun[] = [];
  const silences: number[] = [];
  // What rings gives way to the note that leads on.
  const lead = moments.find((moment) => moment.lead !== null);
  let ringing = false;
  for (let index = 0; index < moments.length; index += 1) {
    const { at, step, lead } = moments[index]!;
    if (!step) {
      silences.push(at);
      continue;
    }
    const until = moments[index + 1]?.at ?? end;
    const ends = step.short ? Math.min(at + shortTicks, until) : until;
    const notes: BegunNote[] = [];
    if (lead !== null) notes.push({ note: lead, end: ends, rings: false });
    else
      for (const { voice, rings } of step.notes)
        for (const note of resolve(voice)) {
          const same = notes.find((one) => one.note === note);
          if (same) same.rings ||= rings;
          else notes.push({ note, end: ends, rings });
          ringing ||= rings && !step.short;
        }
    if (notes.length > 1) notes.sort((one, other) => one.note - other.note);
    begun.push({ at, until, step, notes, weight: step.weight, short: step.short });
  }
  if (ringing) letRing(begun, silences, lead?.at ?? end);
  return begun;
}

/** Notes that ring go on until they are struck again, to a silence, or as long as their chord. */
function letRing(begun: readonly Begun[], silences: readonly number[], end: number): void {
  for (const [index, { short, notes }] of begun.entries()) {
    if (short) continue;
    for (const one of notes)
      if (one.rings) one.end = ringsUntil(one.note, index, begun, silences, end);
  }
}

/** Where a note that rings ends: where it is struck again, at a silence, or with its chord. */
function ringsUntil(
  note: number,
  index: number,
  begun: readonly Begun[],
  silences: readonly number[],
  end: number,
): number {
  const { at } = begun[index]!;
  const silent = silences.find((later) => later > at) ?? end;
  for (let next = index + 1; next < begun.length; next += 1)
    if (begun[next]!.notes.some((one) => one.note === note))
      return Math.min(begun[next]!.at, silent);
  return silent;
}

/** The notes of a hand that each voice of a pattern strikes; found once, since every step of the chord asks again. */
function voicesFrom(
  notes: readonly number[],
  reach: number,
  fifthOf: () => number | null,
  taken: readonly number[],
): (voice: StepVoice) => readonly number[] {
  const found: Partial<Record<StepVoice, readonly number[]>> = {};
  const low = notes[0]!;
  // What a pattern adds lands on no key that the other hand holds, and not in mud: the octave gives way to the fifth, that to
  // the lowest note.
  const fits = ([note]: readonly number[]) =>
    note !== undefined && !taken.includes(note) && !isMud(low, note);
  const added = (voice: 'octave' | 'fifth'): readonly number[] => {
    const octave = notesOf('octave', notes, fifthOf);
    if (voice === 'octave' && reach >= 12 && fits(octave)) return octave;
    const fifth = notesOf('fifth', notes, fifthOf);
    return fits(fifth) ? fifth : [low];
  };
  return (voice) =>
    (found[voice] ??=
      voice === 'octave' || voice === 'fifth' ? added(voice) : notesOf(voice, notes, fifthOf));
}

function notesOf(
  voice: StepVoice,
  notes: readonly number[],
  fifthOf: () => number | null,
): readonly number[] {
  const low = notes[0]!;
  switch (voice) {
    case 'top':
      return [notes.at(-1)!];
    case 'low':
      return [low];
    case 'middle':
      return notes.length > 2 ? notes.slice(1, -1) : [low];
    case 'octave':
      return [low + 12];
    case 'fifth': {
      const fifth = fifthOf();
      return [fifth === null ? low : low + (fold(fifth - low, 12) || 12)];
    }
  }
}
