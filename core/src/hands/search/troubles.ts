import { listed } from '../../kit/words.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatChord, nameDegree } from '../../chord/formatChord.ts';
import { plainStyle, type NumberStyle } from '../../chord/reading.ts';
import { unlikeWritten } from '../../chord/written.ts';
import { formatKey, relativeMajor, type Key } from '../../pitch/key.ts';
import { fold, pitchClass } from '../../pitch/note.ts';
import { findCandidates, type VoicingRequest } from './candidates.ts';
import type { Pin } from '../shapes/pins.ts';
import { instruments, type Reach } from '../shapes/player.ts';
import { spanInWords } from '../shapes/spans.ts';

/** The widest spans that are worth proposing. */
const widest = 19;

/** Why a chord cannot be voiced as the player is set, and the least that would help. */
export function whyNone(request: VoicingRequest, numbers?: Partial<NumberStyle>): string {
  const name = formatChord(request.chord, numbers);
  const { reach } = request.taste;
  const works = (change: Partial<VoicingRequest>) =>
    findCandidates({ ...request, ...change }).candidates.length > 0;
  const withReach = (left: number, right: number): Partial<VoicingRequest> => ({
    taste: {
      ...request.taste,
      reach: {
        left: { held: left, rolled: Math.max(left, reach.left.rolled) },
        right: { held: right, rolled: Math.max(right, reach.right.rolled) },
      },
    },
  });
  if (request.fixed && works({ fixed: null })) {
    const hand = request.fixed.left ? 'right' : 'left';
    return `${name}: the pinned hand leaves no room for the ${hand} one. Move the pinned hand, or pin both.`;
  }
  for (let span = reach.right.held + 1; span <= widest; span += 1) {
    if (works(withReach(reach.left.held, span)))
      return `${name} cannot be held with a right-hand reach of ${spanInWords(reach.right.held)}. A reach of ${spanInWords(span)} would do, or rolling it.`;
  }
  for (let span = reach.left.held + 1; span <= widest; span += 1) {
    if (works(withReach(span, reach.right.held)))
      return `${name} cannot be held with a left-hand reach of ${spanInWords(reach.left.held)}. A reach of ${spanInWords(span)} would do, or rolling it.`;
  }
  if (works({ instrument: instruments[88] }))
    return `${name} has no place on this keyboard. It needs lower or higher keys.`;
  if (works(withReach(widest, widest)))
    return `${name} is too wide for both hands as their reach is set. Take away a colour, or widen both.`;
  return `${name} has more tones than two hands can hold clearly. Take away a colour or a bass.`;
}

/** What is wrong with the pins of a slot; null where the first of them stands as it is. */
export function pinProblem({
  pins,
  written,
  notes,
  chord,
  key,
  reach,
  numbers,
}: {
  readonly pins: readonly Pin[];
  readonly written: readonly Pin[];
  readonly notes: readonly ({
    readonly left: readonly number[] | null;
    readonly right: readonly number[] | null;
    readonly octaves: number;
  } | null)[];
  readonly chord: Chord;
  readonly key: Key;
  readonly reach: Reach;
  readonly numbers: Partial<NumberStyle> | undefined;
}): string | null {
  const name = formatChord(chord, numbers);
  if (written.length === 0)
    return `The pin here was made for ${pins[0]!.chord}; the chart now says ${name}. Pin it anew, or unpin it.`;
  if (written.length > 1)
    return `Two pins hold ${name} here; the first is played. Unpin it, then pin the one you want.`;
  const [hands] = notes;
  if (!hands) return `The pinned notes of ${name} are wider than this keyboard.`;
  const { left, right } = hands;
  if (left?.length && right?.length && left.at(-1)! >= right[0]!)
    return `The pinned hands cross on ${name}: the left holds notes above the right.`;
  for (const [hand, held] of [
    ['left', left],
    ['right', right],
  ] as const) {
    const span = held?.length ? held.at(-1)! - held[0]! : 0;
    if (span > reach[hand].rolled)
      return `The pinned ${hand} hand of ${name} spans ${spanInWords(span)}, beyond your reach. It is played as pinned.`;
  }
  if (hands.octaves !== 0) {
    const way = hands.octaves > 0 ? 'higher' : 'lower';
    const by = Math.abs(hands.octaves) === 1 ? 'an octave' : `${Math.abs(hands.octaves)} octaves`;
    return `In ${formatKey(key)} the pinned hands of ${name} are played ${by} ${way}: where they were pinned they would be mud, or off the keyboard.`;
  }
  return null;
}

/** What hands that are pinned leave out of the chart's chord, or bring into it; null where they hold it. */
export function unlikeProblem(
  { left, right }: { readonly left: readonly number[]; readonly right: readonly number[] },
  chord: Chord,
  key: Key,
  bassPlayer: boolean,
  numbers: Partial<NumberStyle> | undefined,
): string | null {
  const home = pitchClass(relativeMajor(key).tonic);
  const mask = [...left, ...right].reduce((all, note) => all | (1 << fold(note - home, 12)), 0);
  const { missing, foreign } = unlikeWritten(mask, chord, key, bassPlayer);
  const degrees = foreign.map((degree) => nameDegree(degree, { ...plainStyle, ...numbers }));
  const said = [
    missing.length > 0 ? `is without its ${listed(missing)}` : '',
    degrees.length > 0 ? `has ${listed(degrees)}, which it does not name` : '',
  ].filter(Boolean);
  if (said.length === 0) return null;
  return `As pinned, ${formatChord(chord, numbers)} ${said.join(' and ')}. Pin it anew, or write the chord that you hear.`;
}
