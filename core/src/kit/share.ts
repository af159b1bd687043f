/**
 * What is new of a value, with every part of it that says the same as before being the part of before: so that who depends
 * on a part can tell by `===` whether it changed. For plain data; takes time in proportion to its size.
 * @param now made just now and nobody else's yet: its parts are put in their places in it
 */
export function shareParts<Value>(before: unknown, now: Value): Value {
  if (Object.is(before, now) || typeof now !== 'object' || now === null) return now;
  if (typeof before !== 'object' || before === null) return now;
  if (Array.isArray(now)) return Array.isArray(before) ? (shareList(before, now) as Value) : now;
  if (Array.isArray(before)) return now;
  const [parts, old] = [now as Record<string, unknown>, before as Record<string, unknown>];
  let same = true;
  let count = 0;
  for (const name in parts) {
    count += 1;
    const was = old[name];
    const part = shareParts(was, parts[name]);
    parts[name] = part;
    if (part !== was) same = false;
  }
  if (same) for (const _ in old) count -= 1;
  return same && count === 0 ? (before as Value) : now;
}

/** Lists that begin and end alike share both ends, however many items came or went between them. */
function shareList(before: unknown[], now: unknown[]): unknown[] {
  const shorter = Math.min(before.length, now.length);
  const shift = now.length - before.length;
  /** Whether an item says the same as the one before; what of it does is shared either way. */
  const share = (index: number, was: number): boolean => {
    const part = shareParts(before[was], now[index]);
    now[index] = part;
    return part === before[was];
  };
  let head = 0;
  while (head < shorter && share(head, head)) head += 1;
  if (head === shorter && shift === 0) return before;
  let tail = 0;
  while (tail < shorter - head && share(now.length - 1 - tail, before.length - 1 - tail)) tail += 1;
  for (let index = head + 1; index < shorter - tail; index += 1) share(index, index);
  return now;
}
