import type { LeftWish, RightWay } from '../../chart/saidHands.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import { suspensionOf } from '../../chord/suspend.ts';
import { fold } from '../../pitch/note.ts';
import { maskOf, type Material } from '../shapes/material.ts';
import { fattened } from '../shapes/rightWays.ts';
import { isUnderBells, type HandCandidates, type VoicingRequest } from './candidates.ts';
import { candidate, type Candidate } from './cost.ts';
import { wishedLefts, wishedRights, type RightAsked } from './wishes.ts';

type Numbers = Partial<NumberStyle> | undefined;

/** True for a way in which a right hand is found plain and gets a note more. */
function isFatWay(way: RightWay): boolean {
  return way === 'lowest again on top' || way === 'highest again below';
}

/**
 * The hands that were found, with the note more that a section asks for; as they are where nothing is asked, or the note has no
 * room.
 */
export function dressed({ right, taste, instrument }: VoicingRequest, found: Candidate): Candidate {
  if (right?.kind !== 'way' || !isFatWay(right.way) || found.right.notes.length < 2) return found;
  const notes = fattened(right.way, found.right.notes, {
    above: found.left.notes.at(-1) ?? -1,
    highest: instrument.highest,
    reach: taste.reach.right.rolled,
  });
  if (!notes || notes === found.right.notes) return found;
  return candidate(found.left, { notes, family: 'doubled', mask: found.right.mask });
}

/** Whether the right hand has the tone of the inner line that it is asked for in its thumb. */
export function isUnderLine({ right }: Pick<VoicingRequest, 'right'>, found: Candidate): boolean {
  const [thumb] = found.right.notes;
  return right?.kind === 'line' && thumb !== undefined && fold(thumb, 12) === right.tone;
}

/** What of a section's wishes is not so at a chord, and what is played instead; empty where all is as it was asked for. */
export function wishTroubles(
  request: VoicingRequest,
  hands: HandCandidates,
  found: Candidate,
  isPinned: boolean,
  numbers: Numbers,
): string[] {
  const { left, right, chord } = request;
  if (isUnderBells(request)) return bellsTrouble(request, hands.material, found, isPinned, numbers);
  const said: string[] = [];
  if (isPinned) return said;
  const holds = (notes: readonly number[], all: readonly { readonly notes: readonly number[] }[]) =>
    all.some((one) => one.notes.join() === notes.join());
  if (left) {
    const { lefts, took } = wishedLefts(request, hands);
    if (took === null || !holds(found.left.notes, lefts))
      said.push(leftWishProblem(left, chord, numbers));
  }
  if (right) {
    const rights = wishedRights(request, hands);
    if (!rights || !holds(found.right.notes, rights))
      said.push(rightWishProblem(right, request.named.length > 0, chord, numbers));
    else if (right.kind === 'way' && isFatWay(right.way) && dressed(request, found) === found)
      said.push(noRoomProblem(right.way, chord, numbers));
  }
  return said;
}

/** That a chord has no left hand of the shape its section asks for. */
function leftWishProblem({ shape, orElse }: LeftWish, chord: Chord, numbers: Numbers): string {
  const asked = orElse ? `neither ${shape} nor ${orElse}` : `no ${shape}`;
  const repair = orElse ? '' : ' Say what else it may be.';
  return `The left hand can hold ${asked} on ${formatChord(chord, numbers)}: the chord has no such tone, or it is out of reach, or mud. Another left hand is played.${repair}`;
}

function rightWishProblem(
  right: RightAsked,
  isKnown: boolean,
  chord: Chord,
  numbers: Numbers,
): string {
  const name = formatChord(chord, numbers);
  if (right.kind === 'line')
    return `The right hand cannot have the note of the line in its thumb on ${name}: the chord has no such tone, or the other hand is in the way. Another right hand is played.`;
  if (right.kind === 'way')
    return `The right hand cannot play ${name} as the section asks (${right.way}): it is out of reach, or the other hand is in the way. Another right hand is played.`;
  return isKnown
    ? `“${right.name}” is no right hand for ${name}: with it the chord would be another one, or out of reach. Another right hand is played.`
    : `The section asks for a right hand called “${right.name}”, and this song has none of that name. Name one, or choose another way for the section.`;
}

function noRoomProblem(way: RightWay, chord: Chord, numbers: Numbers): string {
  const more =
    way === 'lowest again on top' ? 'lowest note once more on top' : 'highest note once more below';
  return `On ${formatChord(chord, numbers)} the right hand has no room for its ${more}. It is played without.`;
}

/** What home does to a chord that it rings over: a third left out for it, or a tone that it rubs against. */
function bellsTrouble(
  { chord }: VoicingRequest,
  { home, third, root }: Material,
  { left, right }: Candidate,
  isPinned: boolean,
  numbers: Numbers,
): string[] {
  const name = formatChord(chord, numbers);
  if (right.mask !== maskOf(home))
    return isPinned
      ? []
      : [`This keyboard has no room for bells over ${name}. Other hands are played.`];
  const isRubbed = (tone: number) => home.includes(fold(tone + 1, 12));
  const isMajor = third !== null && fold(third - root, 12) === 4;
  if (isMajor && isRubbed(third) && !(left.mask & (1 << third))) {
    if (isPinned) return [];
    const heard = suspensionOf(chord, '4', numbers);
    const as =
      heard.ok && !heard.note ? ` It is heard as ${formatChord(heard.chord, numbers)}.` : '';
    return [
      `Under the bells ${name} is without its third: home would rub against it, and has its place.${as} For the third all the same, take it among the other ways.`,
    ];
  }
  return left.notes.some((note) => isRubbed(fold(note, 12)))
    ? [
        `Under the bells ${name} rubs: home rings a semitone above a tone of it. Take another way here, or another right hand for the section.`,
      ]
    : [];
}
