// Control characters, and what turns the order of letters about: no name of a file here has them.
// eslint-disable-next-line no-control-regex -- finding control characters is the purpose
const invisible = /[\u0000-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/g;

/** How long the name of a file may be. */
export const longestName = 120;

/** The name of a file as it can be kept: without what nobody sees, and shortened before its ending. */
export function keptName(name: string): string {
  const plain = name.toWellFormed().replace(invisible, ' ').replace(/\s+/g, ' ').trim();
  if (plain.length <= longestName) return plain;
  const ending = /\.[^.]{1,10}$/.exec(plain)?.[0] ?? '';
  return plain
    .slice(0, longestName - ending.length)
    .toWellFormed()
    .trimEnd()
    .concat(ending);
}
