import type { DrillCard } from './cards.ts';
import { stillKnown } from './memory.ts';

export interface NextDrills {
  /** What is to be done, in this order. */
  readonly today: readonly DrillCard[];
  /** How many more are due than were taken. */
  readonly left: number;
  /** When the first of those that are not due yet is; null where none waits. Milliseconds since 1970. */
  readonly next: number | null;
}

/** Short and often (common practice, no published source): so many at once, and of those so many that are new. */
const most = 12;
const mostNew = 8;

/**
 * What is to be drilled now: what is due, that of the coming service first, then what is known least; then some that are new,
 * the service's first, and one of each kind before a second.
 * @param now milliseconds since 1970
 * @param until what is due up to then counts as due: the end of the day, so that a morning has what an evening failed
 * @param since what was begun since then counts as new of today: the beginning of the day
 */
export function nextDrills(
  cards: readonly DrillCard[],
  now: number,
  {
    until = now,
    since = now,
    atMost = most,
  }: { readonly until?: number; readonly since?: number; readonly atMost?: number } = {},
): NextDrills {
  const begun = cards.flatMap((card) => (card.memory ? [{ card, memory: card.memory }] : []));
  const due = begun
    .filter(({ memory }) => memory.due <= until)
    .map(({ card, memory }) => ({ card, known: stillKnown(memory, now) }))
    .sort((one, other) => soonerOf(one.card, other.card) || one.known - other.known)
    .map(({ card }) => card);
  const taken = due.slice(0, atMost);
  // Bars that went wrong today were nobody's to begin.
  const begunToday = begun.filter(
    ({ card: { drill }, memory: { reps, last } }) =>
      drill.kind !== 'change' && reps === 1 && last >= since && last <= now,
  ).length;
  const fresh = oneOfEachKind(
    cards.filter(({ memory }) => memory === null).sort(soonerOf),
    Math.min(mostNew - begunToday, atMost - taken.length),
  );
  const waiting = begun.map(({ memory }) => memory.due).filter((at) => at > until);
  return {
    today: [...taken, ...fresh],
    left: due.length - taken.length,
    next: waiting.length > 0 ? Math.min(...waiting) : null,
  };
}

const soonerOf = ({ days: one }: DrillCard, { days: other }: DrillCard) =>
  (one ?? Infinity) === (other ?? Infinity) ? 0 : (one ?? Infinity) - (other ?? Infinity);

/** Some cards, as mixed as they can be: round after round one of each kind, each kind in its own order. */
function oneOfEachKind(cards: readonly DrillCard[], count: number): DrillCard[] {
  const kinds = new Map<string, DrillCard[]>();
  for (const card of cards)
    kinds.set(card.drill.kind, [...(kinds.get(card.drill.kind) ?? []), card]);
  const rounds = [...kinds.values()];
  const mixed: DrillCard[] = [];
  for (let round = 0; mixed.length < cards.length; round += 1)
    for (const of of rounds) {
      const card = of[round];
      if (card) mixed.push(card);
    }
  return mixed.slice(0, Math.max(0, count));
}
