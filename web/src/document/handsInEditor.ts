import { invertedEffects, isolateHistory } from '@codemirror/commands';
import { StateEffect, StateField, type EditorState, type Extension } from '@codemirror/state';
import type { EditorView, ViewUpdate } from '@codemirror/view';
import { carryHands, freeHands, type SongHands } from '@intervallum/core';
import type { SongDocument } from './songDocument.ts';

/** Puts other decisions about the hands in the place of those that stand. */
export const setHands = StateEffect.define<SongHands>();

/** The decisions live beside the text: an edit of the text carries them to where their chords went. */
const handsField = StateField.define<SongHands>({
  create: () => freeHands,
  update(hands, transaction) {
    const set = transaction.effects.filter((effect) => effect.is(setHands)).at(-1);
    if (set) return set.value;
    if (!transaction.docChanged) return hands;
    return carryHands(hands, transaction.startState.doc.toString(), transaction.newDoc.toString());
  },
});

/** Undo brings the hands back as they were before the step, whatever the step was. */
const undoesHands = invertedEffects.of((transaction) => {
  const before = transaction.startState.field(handsField);
  return transaction.state.field(handsField) === before ? [] : [setHands.of(before)];
});

export function handsInEditor(hands: SongHands): Extension {
  return [handsField.init(() => hands), undoesHands];
}

export function handsChanged({ startState, state }: ViewUpdate): boolean {
  return startState.field(handsField) !== state.field(handsField);
}

export function documentOf(state: EditorState): SongDocument {
  return { text: state.doc.toString(), hands: state.field(handsField) };
}

/** Changes the decisions in one step that undo takes back. */
export function editHands(view: EditorView, change: (hands: SongHands) => SongHands): void {
  const before = view.state.field(handsField);
  const after = change(before);
  if (after === before) return;
  view.dispatch({ effects: setHands.of(after), annotations: isolateHistory.of('full') });
}
