import type { ChartResult } from '../chart/parseChart.ts';
import { printHeading, printPhrase, printSection, printTextures } from '../chart/printChart.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import { styleFor, type Phrase, type Section, type Song } from '../chart/song.ts';
import type { Textures } from '../chart/texture.ts';

/**
 * A change of a chart where it stands: a line of bars gives way to others (or to none), a heading is written anew, a
 * section is put in or taken out. Sections and phrases are counted as they are in the song before the change.
 */
export type ChartChange =
  | {
      readonly kind: 'phrase';
      readonly section: number;
      readonly phrase: number;
      readonly instead: readonly Phrase[];
    }
  | { readonly kind: 'heading'; readonly section: number; readonly is: Section }
  | { readonly kind: 'textures'; readonly section: number; readonly are: Textures }
  /** What the hands do in every section that says nothing of it. */
  | { readonly kind: 'song textures'; readonly are: Textures }
  /** Put in after a section; -1 for before all others. */
  | { readonly kind: 'add section'; readonly after: number; readonly is: Section }
  | { readonly kind: 'remove section'; readonly section: number };

/**
 * Chart text with some changes made. Every line that no change touches stays as it was typed, whatever is wrong in it.
 * @param text what `read` was read from
 */
export function changeText(
  text: string,
  read: ChartResult,
  changes: readonly ChartChange[],
): string {
  const song = read.ok ? read.value : read.partial;
  const lines: (string | null)[] = text.split(/\r\n|\r|\n/);
  /** What is put in after a line, by its index; after -1, above all lines. */
  const added = new Map<number, string[]>();
  const addAfter = (line: number, more: readonly string[]) =>
    added.set(line, [...(added.get(line) ?? []), ...more]);
  const after = withChanges(song, changes);
  const style = styleFor(song.key, song);

  /** The first line of a section, from 1; one line beyond the text for a section that is not there. */
  const startOf = (section: number) => {
    const own = read.sectionLines[section];
    return own ? (own.heading ?? own.phrases[0]?.bars ?? 1) : lines.length + 1;
  };
  for (const change of changes) {
    switch (change.kind) {
      case 'phrase': {
        const at = read.sectionLines[change.section]?.phrases[change.phrase];
        if (!at) throw new RangeError(`There is no line ${change.phrase} in this section.`);
        const indent = /^\s*/.exec(lines[at.bars - 1]!)![0];
        const whole = after[change.section]!;
        const printed = metersOf(whole, song.meter)
          .filter(({ phrase }) => change.instead.includes(phrase))
          .flatMap((phrase) => printPhrase(phrase, style).map((line) => indent + line));
        lines[at.bars - 1] = printed.length > 0 ? printed.join('\n') : null;
        for (const line of [at.tune, ...at.words]) if (line !== null) lines[line - 1] = null;
        break;
      }
      case 'heading': {
        const { heading } = read.sectionLines[change.section]!;
        // Bars without a name above them get one.
        if (heading === null) addAfter(startOf(change.section) - 2, [printHeading(change.is)]);
        else lines[heading - 1] = printHeading(change.is);
        break;
      }
      case 'textures': {
        const { heading, directions, textures, phrases } = read.sectionLines[change.section]!;
        const old = [textures.right, textures.left].filter((line) => line !== null);
        const indent = /^\s*/.exec(lines[(old[0] ?? phrases[0]?.bars ?? 1) - 1] ?? '')![0];
        for (const line of old) lines[line - 1] = null;
        const after = old[0] ?? directions.at(-1) ?? heading ?? startOf(change.section) - 1;
        addAfter(
          after - 1,
          printTextures(change.are).map((line) => (indent || '  ') + line),
        );
        break;
      }
      case 'song textures': {
        const end = startOf(0) - 1;
        const isSaid = (line: string | null) => /^\s*(?:left|right)\s*:/i.test(line ?? '');
        const fields = lines.slice(0, end).findLastIndex((line) => /:/.test(line ?? ''));
        for (let line = 0; line < end; line += 1) if (isSaid(lines[line]!)) lines[line] = null;
        addAfter(fields, printTextures(change.are));
        break;
      }
      case 'add section': {
        const end = change.after < 0 ? startOf(0) - 2 : lastLine(change.after);
        const printed = printSection(change.is, song.meter, style);
        addAfter(end, ['', printed]);
        break;
      }
      case 'remove section': {
        lines.fill(null, startOf(change.section) - 1, startOf(change.section + 1) - 1);
        break;
      }
    }
  }
  const written = lines.flatMap((line, index) => [
    ...(line === null ? [] : [line]),
    ...(added.get(index) ?? []),
  ]);
  return [...(added.get(-1) ?? []), ...written].join('\n');

  /** The last line of a section with something on it. */
  function lastLine(section: number): number {
    let line = startOf(section + 1) - 2;
    while (line >= startOf(section) && lines[line]?.trim() === '') line -= 1;
    return line;
  }
}

/** The sections a change of phrases leaves, for the metres that hold in them. */
function withChanges(song: Song, changes: readonly ChartChange[]): Section[] {
  return song.sections.map((section, index) => ({
    ...section,
    phrases: section.phrases.flatMap((phrase, place) => {
      const change = changes.find(
        (one) => one.kind === 'phrase' && one.section === index && one.phrase === place,
      );
      return change?.kind === 'phrase' ? change.instead : [phrase];
    }),
  }));
}
