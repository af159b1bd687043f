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

function shareList(before: unknown[], now: unknown[]): unknown[] {
  let same = before.length === now.length;
  for (let index = 0; index < now.length; index += 1) {
    const part = shareParts(before[index], now[index]);
    now[index] = part;
    if (part !== before[index]) same = false;
  }
  return same ? before : now;
}
