/** Something that was practised: when it began, in milliseconds since 1970, and how long it took. */
export interface Practised {
  readonly at: number;
  readonly ms: number;
}

/** So long without a break is enough, and so long a pause is one (common practice, no published source). */
const enough = 25 * 60_000;
const pause = 5 * 60_000;

/**
 * For how many minutes somebody has practised without a break of five minutes, from the first of what goes together to the end of the
 * last; null while that is less than 25, or once the last has ended five minutes ago.
 */
export function breakIsDue(practised: readonly Practised[], now: number): number | null {
  const all = [...practised].sort((one, other) => other.at - one.at);
  const [last] = all;
  if (!last || now - (last.at + last.ms) >= pause) return null;
  let from = last.at;
  for (const { at, ms } of all) if (at + ms > from - pause) from = Math.min(from, at);
  const spent = last.at + last.ms - from;
  return spent >= enough ? Math.round(spent / 60_000) : null;
}
