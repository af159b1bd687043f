/** The lenses over a song, in the order of the work; each has an address under the song's. */
export const lenses = [
  ['chart', 'Chart'],
  ['hands', 'Hands'],
] as const;
export type Lens = (typeof lenses)[number][0];

export function isLens(name: string): name is Lens {
  return lenses.some(([lens]) => lens === name);
}

/** The address of a song under a lens. */
export function lensPath(songId: string, lens: Lens): string {
  return `/songs/${songId}${lens === 'chart' ? '' : `/${lens}`}`;
}
