import type { Sound } from './spectrum.ts';

/**
 * How loud a recording is along its length, so that it can be drawn.
 * @param parts into so many parts it is divided @returns the highest sample of each, 0 to 1
 */
export function outlineOf({ samples }: Sound, parts: number): number[] {
  return Array.from({ length: parts }, (_, part) => {
    const [from, to] = [part, part + 1].map((at) => Math.floor((at * samples.length) / parts));
    let most = 0;
    for (let at = from!; at < to!; at += 1) most = Math.max(most, Math.abs(samples[at]!));
    return most;
  });
}
