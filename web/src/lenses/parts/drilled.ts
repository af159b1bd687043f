import type { LogCards, LogStep } from '@intervallum/contract';
import { drillCards, type DrillCard, type DrillMemory, type FailedBars } from '@intervallum/core';
import { daysBetween, shortDate, today } from '../../ui/dates.ts';
import { t } from '../../words/words.ts';

/** Where something went wrong in the last round of each step. @param daysOf until a song is played; null where that is not known */
export function failedBars(
  steps: readonly LogStep[],
  daysOf: (songId: string) => number | null = () => null,
): FailedBars[] {
  // A rhythm that was tapped says nothing of keys.
  const played = steps.filter(
    ({ isRhythm, hand, runs }) => !isRhythm && hand === null && runs === null,
  );
  return played.map(({ songId, section, weak, lastAt }) => ({
    songId,
    section,
    bars: weak.flatMap(({ bar }) => bar ?? []),
    at: Date.parse(lastAt),
    days: daysOf(songId),
  }));
}

/** How each drill is remembered, by its name. */
export function memories(cards: LogCards['cards']): ReadonlyMap<string, DrillMemory> {
  return new Map(cards.map(({ card, memory }) => [card, memory]));
}

/** A drill of a song as the logbook knows it; null where it does not. */
export function drillOfSong(
  name: string,
  steps: readonly LogStep[],
  cards: LogCards['cards'],
): DrillCard | null {
  const all = drillCards([], failedBars(steps), memories(cards));
  return all.find((card) => card.name === name) ?? null;
}

/** When something is due again. @param due milliseconds since 1970 */
export function dueInWords(due: number): string {
  const day = today(new Date(due));
  const days = daysBetween(today(), day);
  if (days <= 0) return t('Again today');
  if (days === 1) return t('Again tomorrow');
  return t('Again on {{day}}', { day: shortDate(day) });
}
