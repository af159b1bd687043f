import { diffArrays } from 'diff';
import type { TextEdit } from '../kit/edits.ts';
import { compareTexts } from './compare.ts';

/** Lines of a text that give way to others, from one on; none of both where lines are only put in, or only taken away. */
interface Hunk {
  readonly from: number;
  readonly to: number;
  readonly lines: readonly string[];
}

/**
 * What two people made of one text at once, as edits of the one's that bring in the other's; null where both touched the same line, or
 * put different lines in at one place: then only a person can say which is meant. What both did alike is done once.
 * @example joinTexts('a\nb\n', 'A\nb\n', 'a\nB\n') // puts B in the place of b in 'A\nb\n'
 */
export function joinTexts(base: string, mine: string, theirs: string): readonly TextEdit[] | null {
  const lines = linesOf(base);
  const own = hunksOf(lines, linesOf(mine));
  const other = hunksOf(lines, linesOf(theirs)).filter(
    (hunk) => !own.some((mine) => isSame(mine, hunk)),
  );
  if (other.some((hunk) => own.some((mine) => !isSame(mine, hunk) && meet(mine, hunk))))
    return null;
  const all = [...own, ...other].sort((one, two) => one.from - two.from || one.to - two.to);
  const joined: string[] = [];
  let at = 0;
  for (const { from, to, lines: fresh } of all) {
    joined.push(...lines.slice(at, from), ...fresh);
    at = to;
  }
  joined.push(...lines.slice(at));
  return compareTexts(mine, joined.join(''));
}

/** Each with the break behind it. */
const linesOf = (text: string): string[] => text.split(/(?<=\n)/);

function hunksOf(before: readonly string[], after: readonly string[]): Hunk[] {
  const hunks: Hunk[] = [];
  let at = 0;
  for (const { value, added, removed } of diffArrays([...before], [...after])) {
    if (!added && !removed) {
      at += value.length;
      continue;
    }
    const last = hunks.at(-1);
    const joins = last?.to === at ? last : null;
    const to = removed ? at + value.length : at;
    const fresh = added ? value : [];
    if (joins) hunks[hunks.length - 1] = { ...joins, to, lines: [...joins.lines, ...fresh] };
    else hunks.push({ from: at, to, lines: fresh });
    at = to;
  }
  return hunks.flatMap(lineByLine);
}

/** As many lines in the place of as many are so many lines that were each written otherwise. */
function lineByLine(hunk: Hunk): readonly Hunk[] {
  const { from, to, lines } = hunk;
  if (to - from !== lines.length) return [hunk];
  return lines.map((line, place) => ({ from: from + place, to: from + place + 1, lines: [line] }));
}

function isSame(one: Hunk, other: Hunk): boolean {
  return (
    one.from === other.from && one.to === other.to && one.lines.join('') === other.lines.join('')
  );
}

/** They touch a line both, or put lines in at one place; one beside the other does not count. */
function meet(one: Hunk, other: Hunk): boolean {
  if (one.from === one.to && other.from === other.to) return one.from === other.from;
  return one.from < other.to && other.from < one.to;
}
