import { listed } from '../../kit/words.ts';
import type { Chord } from '../../chord/chord.ts';
import { chordTones } from '../../chord/tones.ts';
import { degreeOfSemitones } from '../../pitch/degree.ts';
import { noteOfDegree, relativeMajor, type Key } from '../../pitch/key.ts';
import { nameNote, type NameStyle } from '../../pitch/names.ts';
import { fold, pitchClass, type Note } from '../../pitch/note.ts';
import { freeShift, handMovement, handShift } from '../shapes/movement.ts';
import { fingerNames, fingersOf, fingerStep, type FingerStep } from './fingers.ts';
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

/** Spells notes as the chord they belong to does, if there is one, else as the key does. */
export function noteSpeller({
  chord,
  key,
}: {
  readonly chord: Chord | null;
  readonly key: Key;
}): (note: number) => Note {
  const tones = chord ? chordTones(chord, key) : [];
  const home = pitchClass(relativeMajor(key).tonic);
  return (note) => {
    const tone = tones.find((one) => one.pitchClass === fold(note, 12));
    return noteOfDegree(tone?.degree ?? degreeOfSemitones(note - home), key);
  };
}

/**
 * The step into a voicing as a teacher would say it: what stays, which finger arrives where, in both hands. Notes are spelled
 * for easy reading: one looks for keys here, not for degrees.
 * @example 'Keep A and C; thumb F to E. Left hand down a fourth to C.'
 */
export function stepInWords(
  from: VoicedSlot | null,
  to: VoicedSlot,
  style: Partial<NameStyle> = {},
): string {
  const easy = { ...style, spelling: 'easy' } as const;
  const now = noteNamer(to, easy);
  if (!from) {
    const left = to.left.length > 0 ? `Left hand ${shapeInWords('left', to.left, now)}, ` : '';
    return `${capital(`${left}right hand ${shapeInWords('right', to.right, now)}.`)}${rollInWords(to)}`;
  }
  const before = noteNamer(from, easy);
  const right = handInWords('right', from.right, to.right, now, before);
  const left = handInWords('left', from.left, to.left, now, before);
  return `${right} ${left}`.trim() + rollInWords(to);
}

function rollInWords({ rolled }: VoicedSlot): string {
  if (!rolled.left && !rolled.right) return '';
  return ` Roll the ${rolled.left && rolled.right ? 'chord in both hands' : rolled.left ? 'left hand' : 'right hand'}.`;
}

/** Notes of a hand by their names; two of one name are the octave of it. */
function notesInWords(notes: readonly number[], now: (note: number) => string): string {
  const [low, high] = notes;
  const isOctave = notes.length === 2 && high! - low! === 12;
  return isOctave ? `the octave ${now(low!)}` : notes.map(now).join(' ');
}

/** A chord of one hand with its fingers: `C G E (5-2-1)`; a single note needs none said. */
function shapeInWords(
  hand: 'left' | 'right',
  notes: readonly number[],
  now: (note: number) => string,
): string {
  const names = notesInWords(notes, now);
  return notes.length > 1 ? `${names} (${fingersOf(hand, notes).join('-')})` : names;
}

function handInWords(
  hand: 'left' | 'right',
  from: readonly number[],
  to: readonly number[],
  now: (note: number) => string,
  before: (note: number) => string,
): string {
  const name = `${hand} hand`;
  if (to.length === 0) return from.length === 0 ? '' : `The ${name} leaves it to the bass.`;
  if (from.join() === to.join()) return `The ${name} stays.`;
  const together = parallelStep(from, to);
  if (together !== null) {
    const way = `${capital(name)} ${direction(together)} ${inWords(Math.abs(together))}`;
    return hand === 'left'
      ? `${way} to ${notesInWords(to, now)}.`
      : `${way}: ${notesInWords(to, now)}.`;
  }
  const target = shapeInWords(hand, to, now);
  if (handShift(from, to) > freeShift[hand]) {
    const up = to[0]! > from[0]!;
    return hand === 'left'
      ? `Left hand to ${target}.`
      : `Right hand jumps ${up ? 'up' : 'down'} to ${target}.`;
  }
  if (from.length === 0) return `${capital(name)} ${target}.`;
  const said = stepsInWords(fingerStep(hand, from, to), now, before);
  return hand === 'left' ? `Left hand: ${said}.` : `${capital(said)}.`;
}

/** Each note of the new chord once, with the finger that arrives there. */
function stepsInWords(
  { kept, takenOver, moved, added, lifted }: FingerStep,
  now: (note: number) => string,
  before: (note: number) => string,
): string {
  const parts: string[] = [];
  if (kept.length > 0) parts.push(`keep ${listed(kept.map(({ note }) => now(note)))}`);
  for (const { note, finger } of takenOver)
    parts.push(`the ${fingerNames[finger]} takes over ${now(note)}`);
  for (const { from, note, finger, same } of moved)
    parts.push(
      same
        ? `${fingerNames[finger]} ${before(from)} to ${now(note)}`
        : `${before(from)} to ${now(note)} with the ${fingerNames[finger]}`,
    );
  for (const { note, finger } of added)
    parts.push(`add ${now(note)} with the ${fingerNames[finger]}`);
  if (lifted.length > 0) parts.push(`lift ${listed(lifted.map(before))}`);
  return parts.join('; ');
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
  else if (over === 0) parts.push('costs the song hardly more than the best');
  else parts.push(`costs the song ${over} ${over === 1 ? 'semitone' : 'semitones'} more`);
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
