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
