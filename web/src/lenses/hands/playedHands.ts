import { splitHands, withSigns, type ChosenHands, type Reach, type Walk } from '@intervallum/core';
import type { KeyMark } from '../../music/keys/Keys.tsx';
import { t } from '../../words/words.ts';

/** Whose the played notes are: to be parted, or of one hand, while the other stays as it is. */
export type HearAs = 'both' | 'right' | 'left';

export const hearAsOptions: readonly { readonly id: HearAs; readonly name: string }[] = [
  { id: 'both', name: t('both hands') },
  { id: 'right', name: t('right hand only') },
  { id: 'left', name: t('left hand only') },
];

export function partedAs(
  hearAs: HearAs,
  notes: readonly number[],
  reach: Reach,
  chosen: ChosenHands | null,
): { left: readonly number[]; right: readonly number[] } {
  const now = chosen?.now ?? { left: [], right: [] };
  const sorted = [...notes].sort((one, other) => one - other);
  // The other hand stays, but for keys that this one has now.
  const free = (hand: readonly number[]) => hand.filter((note) => !sorted.includes(note));
  if (hearAs === 'right') return { left: free(now.left), right: sorted };
  if (hearAs === 'left') return { left: sorted, right: free(now.right) };
  return splitHands(notes, reach, chosen?.before ?? null);
}

export function liveMarks(
  { left, right }: { readonly left: readonly number[]; readonly right: readonly number[] },
  label: (note: number) => string,
): KeyMark[] {
  return [
    ...left.map((note): KeyMark => ({ note, hand: 'left', label: label(note) })),
    ...right.map((note): KeyMark => ({ note, hand: 'right', label: label(note) })),
  ];
}

/** @param added what the pattern of the left hand adds to what it holds */
export function marksOf(
  chosen: ChosenHands | null,
  added: readonly number[],
  label: (note: number) => string,
): KeyMark[] {
  if (!chosen) return [];
  const { now, after } = chosen;
  const held = new Set([...now.left, ...now.right]);
  const walk = walkMarks(now.walk, held, label);
  const ghosts = (['left', 'right'] as const).flatMap((hand) =>
    (after?.[hand] ?? [])
      .filter((note) => !held.has(note))
      .map((note): KeyMark => ({ note, hand, label: '', ghost: true })),
  );
  const marks = (['left', 'right'] as const).flatMap((hand) =>
    now[hand].map((note): KeyMark => ({ note, hand, label: label(note) })),
  );
  const touched = added.map((note): KeyMark => ({
    note,
    hand: 'left',
    label: label(note),
    later: true,
  }));
  // The keys of the next chord give way to what is struck at this one.
  const free = ghosts.filter(({ note }) => !added.includes(note));
  return [...free, ...walk, ...touched, ...marks];
}

/** Where a left hand walks to: what it comes to by its figure, what joins it there as it is called else. */
function walkMarks(
  walk: Walk | null,
  held: ReadonlySet<number>,
  label: (note: number) => string,
): KeyMark[] {
  if (!walk) return [];
  const { steps, kind } = walk;
  // A small hand begins at the second of three figures.
  const figures = kind.split('-').slice(-steps.length);
  const marks = new Map<number, KeyMark>();
  for (const [step, notes] of steps.entries())
    for (const note of notes)
      if (!held.has(note) && !marks.has(note)) {
        const figure = note === notes.at(-1) ? withSigns(figures[step]!, 'printed') : label(note);
        marks.set(note, { note, hand: 'left', label: figure, later: true });
      }
  return [...marks.values()];
}
