import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete';
import {
  fieldNames,
  handsLines,
  handsLineValues,
  formatChord,
  parseChord,
  patternNames,
  readLine,
  styleFor,
  toLetters,
  type Key,
  type Song,
} from '@intervallum/core';
import { readField } from '../../document/chartState.ts';

/** What the key builds on each degree, plain and warm, and what keyboard players often lead in with. */
const stock = [
  ...['1', '1maj7', '1add9', '1sus4', '1sus2', '1/3', '1/5'],
  ...['2m', '2m7', '2m9', '3m', '3m7', '37', '4', '4maj7', '4add9', '4m6', '4/5'],
  ...['5', '57', '5sus4', '57sus4', '59sus4', '5(13sus)', '5/7', '6m', '6m7', '6m9', '6m/5'],
  ...['7dim', '7m7b5', '#4dim7', '#4m7b5', 'b6', 'b7', '27', '67'],
].flatMap((text) => {
  const read = parseChord(text);
  return read.ok ? [read.value] : [];
});

/** What a line in a section can begin with besides bars. */
const inSection = [
  ...['tune: ', 'range: ', 'play right: ', 'play left: ', 'play both: ', 'right: ', 'left: '],
  ...handsLines.map((name) => `${name}: `),
];

const sections = ['Intro', 'Verse 1', 'Verse 2', 'Chorus', 'Bridge', 'Tag', 'Ending'];

/** Offers what can stand at the cursor: chords of the key in the chart's own numbers, sections, fields. */
export function completeChart(viewKey: () => Key) {
  return (context: CompletionContext): CompletionResult | null => {
    const line = context.state.doc.lineAt(context.pos);
    const before = line.text.slice(0, context.pos - line.from);
    const textAbove = context.state.sliceDoc(0, line.from);
    const inSections = textAbove
      .split('\n')
      .some((above) => readLine(above, false).kind === 'heading');
    if (/^\s*[>*]/.test(before)) return null;

    const texture = /^\s*(left|right)(?:\s+bar\s+\d+)?:\s*([^,]*)$/i.exec(before);
    if (texture) {
      const names = patternNames(texture[1]!.toLowerCase() === 'left' ? 'left' : 'right');
      const own = [...textAbove.matchAll(/^\s*pattern\s+([^:]+):/gim)].map(
        ([, name]) => `“${name!.trim()}”`,
      );
      const options = [...own, ...names].map((label): Completion => ({ label, type: 'pattern' }));
      return { from: context.pos - texture[2]!.length, options };
    }
    const said = /^\s*([a-z ]+):\s*(?:\S+\s+else\s+)?(.*)$/i.exec(before);
    const about = handsLines.find((name) => name === said?.[1]!.toLowerCase());
    if (about) {
      const options = handsLineValues[about].map((label): Completion => ({ label, type: 'field' }));
      return { from: context.pos - said![2]!.length, options };
    }
    if (/^\s*tune:/i.test(before)) return null;
    // In a line of a hand stand its notes, or the names of the song's own lines.
    const cell = /^\s*play\s[^:]*:(?:.*\|)?\s*([^|]*)$/i.exec(before);
    if (cell) {
      const names = [...textAbove.matchAll(/^\s*line\s+([^:]+):/gim)];
      const options = names.map(([, name]): Completion => ({
        label: name!.trim(),
        type: 'pattern',
      }));
      return options.length > 0 ? { from: context.pos - cell[1]!.length, options } : null;
    }
    const word = /[^\s|<({]*$/.exec(before)![0];
    const from = context.pos - word.length;
    if (before.trim() === word && /^[A-Za-z]*$/.test(word) && (word !== '' || !inSections)) {
      const names: Completion[] = sections.map((name) => ({ label: `${name}:`, type: 'section' }));
      const fields: Completion[] = fieldNames.map((name) => ({
        label: `${name}: `,
        type: 'field',
      }));
      const more: Completion[] = inSection.map((label) => ({ label, type: 'field' }));
      return { from, options: inSections ? [...names, ...more] : [...fields, ...names] };
    }
    return inSections
      ? { from, options: chordsOf(context.state.field(readField).song, viewKey()) }
      : null;
  };
}

function chordsOf(song: Song, viewKey: Key): Completion[] {
  const style = styleFor(song.key, song);
  const own = song.names.map(({ name, of }): Completion => ({
    label: of === 'key' ? name : `${name}@1`,
    type: 'chord',
    boost: 1,
  }));
  const chords = stock.map((chord, place) => ({
    label: formatChord(chord, style),
    detail: toLetters(chord, viewKey, { signs: 'printed' }),
    type: 'chord',
    boost: -place,
  }));
  return [...own, ...chords];
}
