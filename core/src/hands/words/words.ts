import { listed } from '../../kit/words.ts';
import { chordTones } from '../../chord/tones.ts';
import { degreeOfSemitones } from '../../pitch/degree.ts';
import { noteOfDegree, relativeMajor } from '../../pitch/key.ts';
import { nameNote, type NameStyle } from '../../pitch/names.ts';
import { fold, pitchClass, type Note } from '../../pitch/note.ts';
import { freeShift, handMovement, matchNotes } from '../shapes/movement.ts';
import type { OtherVoicing, VoicedSlot } from '../search/voiced.ts';

/** How the hands come to a chord: nothing moves in the right hand, it moves without looking, or a hand jumps. */
export interface StepMovement {
  readonly kind: 'start' | 'held' | 'small' | 'jump';
  /** Notes of the right hand that stay, and how many it holds now. */
  readonly held: number;
  readonly notes: number;
  /** Semitones that the right hand's fingers move together. */
  readonly semitones: number;
  /** Semitones that the hand which jumps moves; 0 where none does. */
  readonly jump: number;
}

/** The hands of a moment, as far as movement is concerned. */
type Hands = Pick<VoicedSlot, 'left' | 'right'>;

/** What moves between two voicings that follow each other; `from` is null at the beginning. */
export function stepMovement(from: Hands | null, to: Hands): StepMovement {
  const notes = to.right.length;
  if (!from) return { kind: 'start', held: 0, notes, semitones: 0, jump: 0 };
  const right = handMovement(from.right, to.right);
  const left = handMovement(from.left, to.left);
  const jump = Math.max(
    right.shift > freeShift.right ? right.shift : 0,
    left.shift > freeShift.left ? left.shift : 0,
  );
  const stays = right.held === notes && right.fingers === 0;
  const kind = jump > 0 ? 'jump' : stays ? 'held' : 'small';
  return { kind, held: right.held, notes, semitones: right.semitones, jump };
}

const fingers = {
  thumb: 'thumb',
  index: 'index finger',
  middle: 'middle finger',
  ring: 'ring finger',
  little: 'little finger',
} as const;
type Finger = keyof typeof fingers;

/**
 * The fingers of a right hand on its notes, from the lowest up (from memory: the usual fingering of chords in piano methods:
 * 1-3-5 and, with a fourth on top, 1-2-5; four notes 1-2-3-5).
 */
function rightFingers(notes: readonly number[]): readonly Finger[] {
  switch (notes.length) {
    case 1:
      return ['little'];
    case 2:
      return ['thumb', 'little'];
    case 3:
      return ['thumb', notes[2]! - notes[1]! >= 5 ? 'index' : 'middle', 'little'];
    case 4:
      return ['thumb', 'index', 'middle', 'little'];
    default:
      return ['thumb', 'index', 'middle', 'ring', 'little'];
  }
}

const intervals: Readonly<Record<number, string>> = {
  1: 'a half step',
  2: 'a whole step',
  3: 'a minor third',
  4: 'a major third',
  5: 'a fourth',
  6: 'a tritone',
  7: 'a fifth',
  12: 'an octave',
};

function inWords(semitones: number): string {
  return intervals[semitones] ?? `${semitones} semitones`;
}

/** Names notes as the chord they belong to spells them, else as the key does. */
export function noteNamer(
  { chord, key }: Pick<VoicedSlot, 'chord' | 'key'>,
  style: Partial<NameStyle> = {},
): (note: number) => string {
  const spell = noteSpeller({ chord, key });
  return (note) => nameNote(spell(note), style);
}

/** Spells notes as the chord they belong to does, else as the key does. */
export function noteSpeller({
  chord,
  key,
}: Pick<VoicedSlot, 'chord' | 'key'>): (note: number) => Note {
  const tones = chordTones(chord, key);
  const home = pitchClass(relativeMajor(key).tonic);
  return (note) => {
    const tone = tones.find((one) => one.pitchClass === fold(note, 12));
    return noteOfDegree(tone?.degree ?? degreeOfSemitones(note - home), key);
  };
}

/**
 * The step into a voicing as a teacher would say it: what stays, which finger moves where, what the left hand does.
 * @example 'Keep A and C; thumb F to E. Left hand down a fourth.'
 */
export function stepInWords(
  from: VoicedSlot | null,
  to: VoicedSlot,
  style: Partial<NameStyle> = {},
): string {
  const now = noteNamer(to, style);
  if (!from) {
    const left = to.left.length > 0 ? `Left hand ${to.left.map(now).join(' ')}, ` : '';
    return `${capital(`${left}right hand ${to.right.map(now).join(' ')}.`)}${rollInWords(to)}`;
  }
  const right = rightInWords(from, to, now, noteNamer(from, style));
  return `${right} ${leftInWords(from.left, to.left, now)}`.trim() + rollInWords(to);
}

function rollInWords({ rolled }: VoicedSlot): string {
  if (!rolled.left && !rolled.right) return '';
  return ` Roll the ${rolled.left && rolled.right ? 'chord in both hands' : rolled.left ? 'left hand' : 'right hand'}.`;
}

function rightInWords(
  { right: from }: Hands,
  { right: to }: Hands,
  now: (note: number) => string,
  before: (note: number) => string,
): string {
  const { held, shift } = handMovement(from, to);
  if (held === to.length && from.length === to.length) return 'The right hand stays.';
  const target = to.map(now).join(' ');
  const together = parallelStep(from, to);
  if (together !== null)
    return `Right hand ${direction(together)} ${inWords(Math.abs(together))}: ${target}.`;
  if (shift > freeShift.right) {
    const by = to[0]! - from[0]!;
    return `Right hand jumps ${by > 0 ? 'up' : 'down'} to ${target}.`;
  }
  const matched = matchNotes(from, to);
  const hand = rightFingers(from);
  const newHand = rightFingers(to);
  const kept = to.filter((note) => from.includes(note));
  const parts: string[] = [];
  if (kept.length > 0) parts.push(`keep ${listed(kept.map(now))}`);
  for (const [index, note] of from.entries()) {
    const goes = matched[index];
    if (goes === null || goes === undefined) {
      if (!to.includes(note)) parts.push(`lift ${before(note)}`);
    } else if (goes !== note && !kept.includes(goes)) {
      parts.push(`${fingers[hand[index]!]} ${before(note)} to ${now(goes)}`);
    }
  }
  for (const [index, note] of to.entries()) {
    if (matched.includes(note) || kept.includes(note)) continue;
    parts.push(`add ${now(note)} with the ${fingers[newHand[index]!]}`);
  }
  return `${capital(parts.join('; '))}.`;
}

function leftInWords(
  from: readonly number[],
  to: readonly number[],
  now: (note: number) => string,
): string {
  if (to.length === 0) return from.length === 0 ? '' : 'The left hand leaves it to the bass.';
  if (from.join() === to.join()) return 'The left hand stays.';
  const target = to.map(now).join(' ');
  const together = parallelStep(from, to);
  if (together !== null)
    return `Left hand ${direction(together)} ${inWords(Math.abs(together))} to ${target}.`;
  return `Left hand to ${target}.`;
}

/** Semitones that all notes of a hand move by alike; null where they do not. */
function parallelStep(from: readonly number[], to: readonly number[]): number | null {
  if (from.length !== to.length || from.length === 0) return null;
  const step = to[0]! - from[0]!;
  return step !== 0 && to.every((note, index) => note - from[index]! === step) ? step : null;
}

const direction = (step: number) => (step > 0 ? 'up' : 'down');

/** What taking another voicing means, in one line: what is held, how far the right hand moves, what the song as a whole pays. */
export function otherInWords(from: Hands | null, other: OtherVoicing): string {
  const { held, semitones, kind, jump } = stepMovement(from, other);
  const parts: string[] = [];
  if (kind !== 'start') {
    if (held > 0) parts.push(`${countWord(held)} ${held === 1 ? 'note' : 'notes'} held`);
    parts.push(
      semitones === 0
        ? 'the right hand stays'
        : `right hand moves ${semitones} ${semitones === 1 ? 'semitone' : 'semitones'}`,
    );
    if (jump > 0) parts.push(`jumps ${jump}`);
  }
  if (other.rolled.left || other.rolled.right)
    parts.push(`rolled in the ${other.rolled.left ? 'left' : 'right'} hand`);
  const over = semitonesWorth(other.over);
  if (other.over === 0) parts.push('the best');
  else parts.push(`${over === 0 ? 'less than 1' : over} more than the best`);
  return capital(parts.join(', '));
}

/** Tenths of a semitone, as whole semitones. */
export function semitonesWorth(tenths: number): number {
  return Math.round(tenths / 10);
}

/** A note that one hand keeps through a row of voiced chords, as indices into that row. */
export interface CommonTone {
  readonly note: number;
  readonly hand: 'left' | 'right';
  readonly from: number;
  readonly to: number;
}

/** The notes that stay through at least `least` chords of a row, none of them overlapping, the longest first. */
export function commonTones(row: readonly Hands[], least = 4): CommonTone[] {
  const runs: CommonTone[] = [];
  for (const hand of ['right', 'left'] as const) {
    const open = new Map<number, number>();
    for (let index = 0; index <= row.length; index += 1) {
      const held = row[index]?.[hand] ?? [];
      for (const [note, from] of open) {
        if (held.includes(note)) continue;
        if (index - from >= least) runs.push({ note, hand, from, to: index - 1 });
        open.delete(note);
      }
      for (const note of held) if (!open.has(note)) open.set(note, index);
    }
  }
  runs.sort((one, other) => other.to - other.from - (one.to - one.from) || one.from - other.from);
  const chosen: CommonTone[] = [];
  for (const run of runs) {
    const free = chosen.every(({ from, to }) => run.to < from || run.from > to);
    if (free) chosen.push(run);
  }
  return chosen;
}

/** @example commonToneInWords('G', 6) // 'G stays for six chords' */
export function commonToneInWords(name: string, chords: number): string {
  return `${name} stays for ${countWord(chords)} chords`;
}

const words = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];

function countWord(count: number): string {
  return words[count] ?? String(count);
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
