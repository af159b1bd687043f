/** Longest chart and longest line that are read, in UTF-16 code units. */
export const chartLimits = { characters: 100_000, lineCharacters: 1_000 } as const;
