/** @example ordinalOf(3) // '3rd' */
export function ordinalOf(count: number): string {
  const teen = count % 100 >= 11 && count % 100 <= 13;
  return `${count}${(teen ? '' : ['', 'st', 'nd', 'rd'][count % 10]) || 'th'}`;
}

/** @example counted(2, 'pin') // '2 pins' */
export function counted(count: number, what: string): string {
  return `${count} ${what}${count === 1 ? '' : 's'}`;
}

/** @example listed(['1', '4', '5']) // '1, 4 and 5' */
export function listed(words: readonly string[], last = 'and'): string {
  if (words.length < 2) return words[0] ?? '';
  return `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)!}`;
}

/** Two words of which one is the other with a slip of the finger or two, or more of it. */
export function isLike(one: string, other: string): boolean {
  const shortest = Math.min(one.length, other.length);
  if (shortest >= 2 && (one.startsWith(other) || other.startsWith(one))) return true;
  const most = Math.min(2, Math.floor(shortest / 3));
  return slips(one, other) <= most;
}

/** The fewest letters put in, left out, or taken for another that make one word of another (Levenshtein 1966). */
function slips(one: string, other: string): number {
  let row = Array.from({ length: other.length + 1 }, (_, at) => at);
  for (let at = 1; at <= one.length; at += 1) {
    const next = [at];
    for (let to = 1; to <= other.length; to += 1)
      next.push(
        Math.min(
          next[to - 1]! + 1,
          row[to]! + 1,
          row[to - 1]! + (one[at - 1] === other[to - 1] ? 0 : 1),
        ),
      );
    row = next;
  }
  return row.at(-1)!;
}
