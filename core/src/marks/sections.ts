import type { Song } from '../chart/song.ts';

/** The section that a bar of the song is in, with the bars it reaches over: `from` up to and without `to`. */
export function sectionOfBar(
  song: Song,
  bar: number,
): {
  readonly section: number;
  readonly name: string;
  readonly from: number;
  readonly to: number;
} | null {
  let from = 0;
  for (const [section, { name, phrases }] of song.sections.entries()) {
    const to = from + phrases.reduce((sum, { bars }) => sum + bars.length, 0);
    if (bar < to) return { section, name, from, to };
    from = to;
  }
  return null;
}
