import { Memo } from '../../kit/memo.ts';
import { plainChord, silence, type Bar, type Slot } from '../../chart/song.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { identifyVoicing } from '../../chord/identify.ts';
import { degreeSemitones } from '../../pitch/degree.ts';
import type { Key } from '../../pitch/key.ts';
import type { HeardBar, HeardBeat } from './midiBars.ts';

/** Names sets of notes in a key; the same set twice is named once. */
export class Namer {
  readonly #key: Key;
  readonly #known = new Memo<Chord | null>(5_000);
  unnamed = 0;

  constructor(key: Key) {
    this.#key = key;
  }

  /** The chord of a beat; notes that make none are counted. */
  name(notes: readonly number[]): Chord | null {
    const chord = this.named(notes);
    if (!chord && new Set(notes.map((note) => note % 12)).size >= 2) this.unnamed += 1;
    return chord;
  }

  named(notes: readonly number[]): Chord | null {
    if (new Set(notes.map((note) => note % 12)).size < 2) return null;
    return this.#known.get(
      notes.join(),
      () => identifyVoicing({ left: [], right: notes }, this.#key)[0]?.chord ?? null,
    );
  }
}

/**
 * The slots of a bar: a new one wherever the chord changes. A chord that comes with the last eighth of the beat before is
 * pushed.
 * @param before the last beat of the bar before
 * @param after the first beat of the bar that follows
 */
export function slotsOf(
  { beats }: HeardBar,
  namer: Namer,
  goesOn: boolean,
  before: HeardBeat | undefined,
  after: HeardBeat | undefined,
): Slot[] {
  const slots: Slot[] = [];
  for (const [index, beat] of beats.entries()) {
    const { ticks, notes } = beat;
    const isPushed = comesEarly(index === 0 ? before : beats[index - 1], beat, namer);
    const givesWay = comesEarly(beat, index + 1 < beats.length ? beats[index + 1] : after, namer);
    const chord = namer.name(givesWay ? beat.head : notes);
    const last = slots.at(-1);
    const same = last?.kind === 'chord' && chord && formatChord(last.chord) === formatChord(chord);
    const nothingNew = !chord && notes.length > 0 && last !== undefined;
    const stillSilent = !chord && notes.length === 0 && last?.kind === 'rest';
    if (last && ((same && !isPushed) || nothingNew || stillSilent))
      slots[slots.length - 1] = { ...last, ticks: last.ticks + ticks };
    else if (last?.kind === 'chord' && chord && !isPushed && grows(last.chord, chord))
      slots[slots.length - 1] = { ...last, chord, ticks: last.ticks + ticks };
    else if (chord) slots.push(chordSlot(chord, ticks, isPushed));
    else slots.push(goesOn && notes.length > 0 ? { kind: 'held', ticks } : silence(ticks));
  }
  return slots;
}

function chordSlot(chord: Chord, ticks: number, isPushed: boolean): Slot {
  const slot = plainChord(chord, ticks);
  if (slot.kind !== 'chord' || !isPushed) return slot;
  return { ...slot, push: { by: 'eighth', hands: 'both' } };
}

/** True for a root and fifth that get their third later: a chord whose notes come one by one. */
function grows(first: Chord, later: Chord): boolean {
  if (first.kind !== 'named' || later.kind !== 'named') return false;
  const isOpen = first.figures.every(({ figure }) => figure === 1 || figure === 5);
  return isOpen && degreeSemitones(first.root) === degreeSemitones(later.root);
}

/** True where the chord of a beat sounds in the last eighth of the beat before, and another one before that. */
function comesEarly(
  beat: HeardBeat | undefined,
  next: HeardBeat | undefined,
  namer: Namer,
): boolean {
  if (!beat || !next) return false;
  const [was, comes, stays] = [beat.head, beat.tail, next.head].map((notes) => namer.named(notes));
  if (!was || !comes || !stays) return false;
  // A chord that is built up note by note changes nothing: something must have gone as well.
  const left = beat.head.some((note) => !beat.tail.some((other) => (other - note) % 12 === 0));
  const text = formatChord(comes);
  return left && text === formatChord(stays) && text !== formatChord(was);
}

/** A bar that is silent first and then sounds, at the very beginning, is a pickup. */
export function asPickup(bar: Bar): Bar {
  if (bar.kind === 'same' || bar.slots[0]?.kind !== 'rest') return bar;
  const [first, ...rest] = bar.slots;
  if (!rest.some(({ kind }) => kind === 'chord')) return bar;
  return { ...bar, pickup: true, slots: [{ kind: 'held', ticks: first.ticks }, ...rest] };
}
