import type { Program } from './program.ts';
import type { StageState } from './follow.ts';

/** A song as it was played: when, how long, what of it. */
export interface PlayedItem {
  readonly item: string;
  /** When its first part began, in milliseconds since 1970. */
  readonly began: number;
  /** How long it sounded, in seconds; while it was stopped it did not. */
  readonly seconds: number;
  /** The parts in the order in which they were played. */
  readonly parts: readonly { readonly section: string; readonly lift: number }[];
}

/** What was played of a program, in the order in which it was begun. @param end when it ended, in milliseconds since 1970 */
export function playedItems(program: Program, { steps }: StageState, end: number): PlayedItem[] {
  const found = new Map<number, PlayedItem>();
  for (const [index, { at, item, part, lift }] of steps.entries()) {
    const is = program[item];
    if (part === null || !is || at > end) continue;
    const until = Math.min(end, steps[index + 1]?.at ?? end);
    const before = found.get(item) ?? { item: is.id, began: at, seconds: 0, parts: [] };
    found.set(item, {
      ...before,
      seconds: before.seconds + Math.max(0, until - at) / 1_000,
      parts: [...before.parts, { section: is.parts[part]!.section, lift }],
    });
  }
  return [...found.values()];
}
