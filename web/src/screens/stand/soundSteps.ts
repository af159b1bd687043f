import type { SoundChange, Timeline } from '@intervallum/core';

/** Which of the changes holds at a slot of the timeline: the last one that has begun; -1 before the first. */
export function changeAt(changes: readonly SoundChange[], at: number): number {
  return changes.findLastIndex((change) => change.at <= at);
}

/** What the section is called where a change begins, with which time it is where it is played more than once. */
export function placeOfChange(
  { parts, song }: Timeline,
  { part }: SoundChange,
): { readonly name: string; readonly pass: number; readonly often: boolean } {
  const { section, pass } = parts[part]!;
  const often = parts.filter((one) => one.section === section).length > 1;
  return { name: song.sections[section]!.name, pass, often };
}
