import { history, invertedEffects } from '@codemirror/commands';
import {
  Annotation,
  Compartment,
  EditorState,
  StateEffect,
  StateField,
  Text,
  type ChangeSet,
  type Extension,
  type Transaction,
} from '@codemirror/state';
import {
  BarReadings,
  carryDecisions,
  copiesSaid,
  followEdit,
  hasAnchors,
  isSaid,
  linesOf,
  noDecisions,
  parseChart,
  shareParts,
  type ChartResult,
  type Decisions,
  type TextEdit,
  type TextSlot,
} from '@intervallum/core';

const readings = new BarReadings();

/** The chart read from the text: once for every change, whoever asks. */
export const readField = StateField.define<ChartResult>({
  create: (state) => parseChart(state.doc.toString(), readings),
  update: (read, transaction) =>
    transaction.docChanged ? readAgain(transaction.newDoc.toString(), read) : read,
});

/** What an edit left as it was stays the same object, so that nothing that depends on it need be done anew. */
function readAgain(text: string, before: ChartResult): ChartResult {
  const read = parseChart(text, readings);
  const song = shareParts(before.song, read.song);
  return read.ok ? { ...read, song, value: song } : { ...read, song, partial: song };
}

/** Puts other decisions in the place of those that stand. */
export const setDecisions = StateEffect.define<Decisions>();

/** Changes the decisions as they are once they have gone with their slots. */
export const changeDecisions =
  StateEffect.define<(decisions: Decisions, after: ChartResult) => Decisions>();

/** What a tool says of where the slots come from that it leaves. */
export const slotsSaid = Annotation.define<readonly (TextSlot | null)[]>();

/** What the player decided stands beside the text: an edit of the text carries it to where its chords went. */
export const decisionsField = StateField.define<Decisions>({
  create: () => noDecisions,
  update(before, transaction) {
    const carried = carriedDecisions(before, transaction);
    return transaction.effects.reduce(
      (now, effect) =>
        effect.is(changeDecisions) ? effect.value(now, transaction.state.field(readField)) : now,
      carried,
    );
  },
});

function carriedDecisions(decisions: Decisions, transaction: Transaction): Decisions {
  const set = transaction.effects.filter((effect) => effect.is(setDecisions)).at(-1);
  if (set) return set.value;
  if (!transaction.docChanged || !hasAnchors(decisions)) return decisions;
  const before = transaction.startState.field(readField);
  const after = transaction.state.field(readField);
  const slots = transaction.annotation(slotsSaid);
  return carryDecisions(
    decisions,
    followEdit(before, after, { changes: editsOf(transaction.changes), slots }),
    isSaid(after, slots) ? copiesSaid(slots) : null,
  );
}

/** Undo brings the decisions back as they were before the step, whatever the step was. */
const undoesDecisions = invertedEffects.of((transaction) => {
  const before = transaction.startState.field(decisionsField);
  return transaction.state.field(decisionsField) === before ? [] : [setDecisions.of(before)];
});

/** What the text editor adds while it is on the screen. */
export const editorParts = new Compartment();

/** The document without any view of it: text, what was read of it, decisions, undo. */
export function chartState(text: string, decisions: Decisions): EditorState {
  const extensions: Extension[] = [
    history(),
    readField,
    decisionsField.init(() => decisions),
    undoesDecisions,
    editorParts.of([]),
  ];
  return EditorState.create({ doc: Text.of(linesOf(text)), extensions });
}

/** Changes of a document's state as edits of its text. */
export function editsOf(changes: ChangeSet): TextEdit[] {
  const edits: TextEdit[] = [];
  changes.iterChanges((from, to, _fromNow, _toNow, inserted) =>
    edits.push({ from, to, insert: inserted.toString() }),
  );
  return edits;
}
