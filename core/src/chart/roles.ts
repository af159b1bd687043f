import type { Section } from './song.ts';

/** What a section does in a song, by its name. */
export type SectionRole =
  'intro' | 'verse' | 'lift' | 'chorus' | 'bridge' | 'between' | 'ending' | 'other';

/** Names that churches give to sections (common practice, no published source), in English and in Portuguese; the first that goes counts. */
const names: readonly (readonly [SectionRole, RegExp])[] = [
  ['intro', /^(?:intro|opening|abertura)/i],
  ['lift', /^(?:lift|climb|build)\b|\bpr[eé]-?\s?(?:chorus|refr)/i],
  ['chorus', /\b(?:chorus|refrain|hook|refr[aã]o|coro)\b/i],
  ['verse', /\b(?:verse|stanza|strophe|verso|estrofe)\b/i],
  ['bridge', /\b(?:bridge|middle|ponte)\b/i],
  ['between', /\b(?:interlude|interl[uú]dio|instrumental|turnaround|vamp|break|solo)\b/i],
  ['ending', /^(?:ending|end|outro|final|coda|tag|amen|am[eé]m)\b/i],
];

export function roleOfSection({ name }: Pick<Section, 'name'>): SectionRole {
  return names.find(([, pattern]) => pattern.test(name.trim()))?.[0] ?? 'other';
}

/** The name of a section without its number: Verse 1 and Verse 2 are stanzas of one. */
export function nameWithoutNumber({ name }: Pick<Section, 'name'>): string {
  return name
    .replace(/\s*\d+\s*$/, '')
    .trim()
    .toLowerCase();
}
