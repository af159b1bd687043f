import { attachmentLimits, withoutInvisible } from '@intervallum/contract';

/** The name of a file as it can be kept: without what nobody sees, and shortened before its ending. */
export function keptName(name: string): string {
  const plain = withoutInvisible(name);
  if (plain.length <= attachmentLimits.name) return plain;
  const ending = /\.[^.]{1,10}$/.exec(plain)?.[0] ?? '';
  return plain
    .slice(0, attachmentLimits.name - ending.length)
    .toWellFormed()
    .trimEnd()
    .concat(ending);
}
