/**
 * What is new of a value, with every part of it that says the same as before being the part of before: so that who depends
 * on a part can tell by `===` whether it changed. For plain data; takes time in proportion to its size.
 */
export function shareParts<Value>(before: unknown, now: Value): Value {
  if (Object.is(before, now)) return now;
  if (Array.isArray(now)) {
    if (!Array.isArray(before)) return now;
    const shared = now.map((part, index) => shareParts<unknown>(before[index], part));
    const same =
      before.length === shared.length && shared.every((part, index) => part === before[index]);
    return (same ? before : shared) as Value;
  }
  if (!isPlain(now) || !isPlain(before)) return now;
  const names = Object.keys(now);
  let same = names.length === Object.keys(before).length;
  const shared: Record<string, unknown> = {};
  for (const name of names) {
    shared[name] = shareParts(before[name], now[name]);
    same &&= shared[name] === before[name];
  }
  return (same ? before : shared) as Value;
}

function isPlain(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
