import { StateField, type ChangeSet, type Text } from '@codemirror/state';
import { Decoration, EditorView, type DecorationSet } from '@codemirror/view';
import { fieldOfWords, lexBars, readLine } from '@intervallum/core';

type Kind = 'heading' | 'value' | 'words' | 'direction' | 'degree' | 'mark';

interface Piece {
  readonly start: number;
  readonly end: number;
  readonly kind: Kind;
}

/**
 * The pieces of one line that stand out, told apart by the very functions that read the chart. What is added to a degree,
 * what parts chords and the names of fields are in the colour of the text: an element for each would make every key press
 * slower.
 */
function piecesOf(line: string, inSections: boolean): Piece[] {
  const read = readLine(line, inSections);
  const start = line.length - line.trimStart().length;
  const whole = (kind: Kind) => [{ start, end: line.length, kind }];
  switch (read.kind) {
    case 'blank':
      return [];
    case 'field':
    case 'late field':
    case 'unknown field':
      return [{ start: line.indexOf(':') + 1, end: line.length, kind: 'value' }];
    case 'heading':
    case 'heading with bars':
      return whole('heading');
    case 'words':
      return whole('words');
    case 'direction':
      return whole('direction');
    case 'texture':
    case 'hands':
    case 'shape':
    case 'pattern':
    case 'own name':
    case 'named line':
    case 'play':
    case 'section range':
    case 'section tempo':
    case 'tune':
      return [{ start: read.start, end: line.length, kind: 'value' }];
    case 'bars':
      // What a head says without a colon is no chord.
      return !inSections && fieldOfWords(line) ? [] : barPieces(line, 0);
    case 'bars at times':
      return [{ start, end: read.start, kind: 'heading' }, ...barPieces(line, read.start)];
  }
}

function barPieces(line: string, from: number): Piece[] {
  return lexBars(line.slice(from)).flatMap((token): Piece[] => {
    if (token.kind !== 'chord') return [];
    const start = from + token.start;
    const chord = start + token.push.length;
    const degree = /^[b#♭♯]*\d?/u.exec(token.chord)?.[0].length ?? 0;
    return [
      { start, end: chord, kind: 'mark' },
      { start: chord, end: chord + degree, kind: 'degree' },
      { start: chord + token.chord.length, end: start + token.text.length, kind: 'mark' },
    ];
  });
}

const marks: Readonly<Record<Kind, Decoration>> = {
  heading: Decoration.mark({ class: 'cm-heading' }),
  value: Decoration.mark({ class: 'cm-value' }),
  words: Decoration.mark({ class: 'cm-words' }),
  direction: Decoration.mark({ class: 'cm-direction' }),
  degree: Decoration.mark({ class: 'cm-degree' }),
  mark: Decoration.mark({ class: 'cm-mark' }),
};

interface Coloured {
  /** Where the first section begins; at the end of a text that has none. */
  readonly opens: number;
  readonly colours: DecorationSet;
}

/** Before the first section, which a name or bars open, a line says something else than after it. */
function firstSection(doc: Text): number {
  let at = 0;
  for (const line of doc.iterLines()) {
    const { kind } = readLine(line, false);
    if (kind === 'heading' || kind === 'bars') return at;
    at += line.length + 1;
  }
  return doc.length;
}

/** The colours of all lines that a stretch of the text touches. */
function coloursOf(doc: Text, opens: number, from: number, to: number) {
  const found = [];
  for (let at = doc.lineAt(from).from; at <= to;) {
    const line = doc.lineAt(at);
    for (const { start, end, kind } of piecesOf(line.text, line.from > opens))
      if (end > start) found.push(marks[kind].range(line.from + start, line.from + end));
    at = line.to + 1;
  }
  return found;
}

function afresh(doc: Text): Coloured {
  const opens = firstSection(doc);
  return { opens, colours: Decoration.set(coloursOf(doc, opens, 0, doc.length)) };
}

/** Only lines that an edit touched get other colours, unless it moved the beginning of the first section. */
function afterEdit({ opens: before, colours }: Coloured, changes: ChangeSet, doc: Text): Coloured {
  const opens = firstSection(doc);
  if (opens !== changes.mapPos(before)) return afresh(doc);
  let kept = colours.map(changes);
  changes.iterChangedRanges((_from, _to, fromNow, toNow) => {
    const [from, to] = [doc.lineAt(fromNow).from, doc.lineAt(toNow).to];
    kept = kept.update({
      filterFrom: from,
      filterTo: to,
      filter: (start, end) => end < from || start > to,
      add: coloursOf(doc, opens, from, to),
    });
  });
  return { opens, colours: kept };
}

/** The colours of the chart's text. */
export const chartColours = StateField.define<Coloured>({
  create: ({ doc }) => afresh(doc),
  update: (before, { docChanged, changes, newDoc }) =>
    docChanged ? afterEdit(before, changes, newDoc) : before,
  provide: (field) => EditorView.decorations.from(field, ({ colours }) => colours),
});
