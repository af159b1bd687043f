import {
  HighlightStyle,
  StreamLanguage,
  syntaxHighlighting,
  type StringStream,
} from '@codemirror/language';
import { lexBars, readLine } from '@intervallum/core';
import { tags } from '@lezer/highlight';

interface Piece {
  readonly start: number;
  readonly end: number;
  readonly style: string;
}

interface LineState {
  inSections: boolean;
  pieces: readonly Piece[];
}

/** The pieces of one line, told apart by the very functions that read the chart. */
function piecesOf(line: string, state: LineState): Piece[] {
  const read = readLine(line, state.inSections);
  const start = line.length - line.trimStart().length;
  const whole = (style: string) => [{ start, end: line.length, style }];
  switch (read.kind) {
    case 'blank':
      return [];
    case 'field':
    case 'late field':
    case 'unknown field': {
      const colon = line.indexOf(':') + 1;
      return [
        { start, end: colon, style: 'propertyName' },
        { start: colon, end: line.length, style: 'string' },
      ];
    }
    case 'heading':
    case 'heading with bars':
      state.inSections = true;
      return whole('heading');
    case 'words':
      return whole('quote');
    case 'direction':
      return whole('comment');
    case 'texture':
    case 'tune':
      return [
        { start, end: read.start, style: 'propertyName' },
        { start: read.start, end: line.length, style: 'string' },
      ];
    case 'bars':
      return barPieces(line);
    case 'bars at times':
      return [
        { start, end: read.start, style: 'heading' },
        ...barPieces(' '.repeat(read.start) + line.slice(read.start)),
      ];
  }
}

function barPieces(line: string): Piece[] {
  return lexBars(line).flatMap((token): Piece[] => {
    const end = token.start + token.text.length;
    if (token.kind !== 'chord') {
      const style = token.kind === 'bar line' ? 'separator' : 'operator';
      return [{ start: token.start, end, style }];
    }
    const chordStart = token.start + token.push.length;
    const chordEnd = chordStart + token.chord.length;
    const digit = chordStart + (/^[b#♭♯]*\d?/u.exec(token.chord)?.[0].length ?? 0);
    return [
      { start: token.start, end: chordStart, style: 'operator' },
      { start: chordStart, end: digit, style: 'number' },
      { start: digit, end: chordEnd, style: 'modifier' },
      { start: chordEnd, end, style: 'operator' },
    ];
  });
}

function nextStyle(stream: StringStream, state: LineState): string | null {
  if (stream.sol())
    state.pieces = piecesOf(stream.string, state).filter(({ start, end }) => end > start);
  const piece = state.pieces.find(({ end }) => end > stream.pos);
  if (!piece) {
    stream.skipToEnd();
    return null;
  }
  if (stream.pos < piece.start) {
    stream.pos = piece.start;
    return null;
  }
  stream.pos = piece.end;
  return piece.style;
}

const language = StreamLanguage.define<LineState>({
  name: 'chart',
  startState: () => ({ inSections: false, pieces: [] }),
  copyState: (state) => ({ ...state }),
  token: nextStyle,
  tokenTable: { modifier: tags.modifier, quote: tags.quote, heading: tags.heading },
});

const colours = HighlightStyle.define([
  { tag: tags.heading, fontWeight: '700', color: 'var(--ink)' },
  { tag: tags.propertyName, color: 'var(--soft)' },
  { tag: tags.string, color: 'var(--ink)' },
  { tag: tags.quote, fontStyle: 'italic', color: 'var(--soft)' },
  { tag: tags.comment, color: 'var(--held)' },
  { tag: tags.number, fontWeight: '700', color: 'var(--ink)' },
  { tag: tags.modifier, color: 'var(--left-text)' },
  { tag: tags.operator, color: 'var(--accent)' },
  { tag: tags.separator, color: 'var(--rail)' },
]);

export const chartLanguage = [language, syntaxHighlighting(colours)];
