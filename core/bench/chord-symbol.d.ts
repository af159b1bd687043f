/** What of chord-symbol is used here; the package has no types that say so. */
interface ParsedSymbol {
  readonly error?: readonly unknown[];
  readonly normalized?: { readonly semitones: readonly number[] };
}
type ParseSymbol = (symbol: string) => ParsedSymbol;

declare module 'chord-symbol' {
  export function chordParserFactory(): ParseSymbol;
}

/** The same package bundled as CommonJS, for runners that resolve files as plain Node does. */
declare module 'chord-symbol/lib/chord-symbol.js' {
  const chordSymbol: { chordParserFactory(): ParseSymbol };
  export default chordSymbol;
}
