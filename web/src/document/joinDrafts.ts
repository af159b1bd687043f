import {
  carryDecisions,
  compareTexts,
  followSlots,
  hasAnchors,
  joinTexts,
  parseChart,
  withEdits,
  type Decisions,
} from '@intervallum/core';
import type { SongDraft } from './songDraft.ts';

/**
 * What two screens made of one song at once, as one; null where both touched the same line, or both decided otherwise: then a person
 * chooses.
 * @param same whether two values of decisions say the same
 */
export function joinDrafts(
  { base, mine, theirs }: Readonly<Record<'base' | 'mine' | 'theirs', SongDraft>>,
  same: (one: Decisions, other: Decisions) => boolean,
): SongDraft | null {
  const edits = joinTexts(base.text, mine.text, theirs.text);
  if (!edits) return null;
  const text = withEdits(mine.text, edits);
  const isDecided = ({ text: now, decisions }: SongDraft) =>
    !same(carried(base.decisions, base.text, now), decisions);
  const fromMine = carried(mine.decisions, mine.text, text);
  const fromTheirs = carried(theirs.decisions, theirs.text, text);
  if (!isDecided(mine) || same(fromMine, fromTheirs)) return { text, decisions: fromTheirs };
  return isDecided(theirs) ? null : { text, decisions: fromMine };
}

/** Decisions after an edit of which only both texts are known. */
function carried(decisions: Decisions, before: string, after: string): Decisions {
  if (before === after || !hasAnchors(decisions)) return decisions;
  const follow = followSlots(parseChart(before), parseChart(after), compareTexts(before, after));
  return carryDecisions(decisions, follow);
}
