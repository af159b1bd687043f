declare module 'chord-symbol' {
  /** Makes a parser of letter chords; what it cannot read gives an object with an `error`. */
  export function chordParserFactory(): (symbol: string) => { error?: unknown[] };
}
