/** The middle one of some numbers, between both where there are two; 0 of none. @example middleOf([4, 1, 9]) // 4 */
export function middleOf(all: readonly number[]): number {
  if (all.length === 0) return 0;
  const sorted = [...all].sort((one, other) => one - other);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}
