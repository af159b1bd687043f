/** @example ordinalOf(3) // '3rd' */
export function ordinalOf(count: number): string {
  const teen = count % 100 >= 11 && count % 100 <= 13;
  return `${count}${(teen ? '' : ['', 'st', 'nd', 'rd'][count % 10]) || 'th'}`;
}

/** @example counted(2, 'pin') // '2 pins' */
export function counted(count: number, what: string): string {
  return `${count} ${what}${count === 1 ? '' : 's'}`;
}
