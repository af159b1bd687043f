import type { FieldName } from '../fields.ts';

/** What is said of a song without a colon, above its first section. */
const fields: readonly (readonly [FieldName, RegExp])[] = [
  ['by', /^(?:words and music )?by\s+(.+)$/i],
  ['key', /^key(?:\s+of\s+|\s*=\s*|\s+)([a-h](?:[b#♭♯])?\s*(?:m|min|minor|maj|major)?)$/i],
  ['tempo', /^(?:tempo|bpm)(?:\s*=\s*|\s+)(\d{2,3}(?:\.\d)?)(?:\s*bpm)?$/i],
  ['tempo', /^(?:[♩q]\s*=\s*)?(\d{2,3}(?:\.\d)?)\s*bpm$/i],
  ['tempo', /^[♩q]\s*=\s*(\d{2,3}(?:\.\d)?)$/i],
  ['meter', /^(?:time|meter|metre)(?:\s*=\s*|\s+)(\d{1,2}\/\d{1,2}(?:\s*\([0-9+]+\))?)$/i],
];

/** A field that a line of words says: `Key of Bb`, `Tempo 68`, `72 bpm`; null for a line that says none. */
export function fieldOfWords(text: string): {
  readonly name: FieldName;
  readonly value: string;
  readonly valueStart: number;
} | null {
  const typed = text.trim();
  for (const [name, pattern] of fields) {
    const found = pattern.exec(typed);
    if (!found) continue;
    const said = found[1]!.trim();
    const value = name === 'key' ? keyOf(said) : said;
    return { name, value, valueStart: text.indexOf(said) };
  }
  return null;
}

/** @example keyOf('Bb major') // 'Bb' */
function keyOf(said: string): string {
  const [, tonic, mode = ''] = /^(\S+?)\s*(m|min|minor|maj|major)?$/i.exec(said)!;
  const name = tonic!.charAt(0).toUpperCase() + tonic!.slice(1);
  return /^mi?n?/.test(mode) && !/^maj/i.test(mode) ? `${name} minor` : name;
}
