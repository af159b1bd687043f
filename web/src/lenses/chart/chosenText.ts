import { Decoration, EditorView, type DecorationSet } from '@codemirror/view';

const chosen = Decoration.mark({ class: 'cm-chosen' });

/** What is chosen of the text stays in sight while the keys are elsewhere: without the focus a browser shows nothing of it. */
export const chosenText = EditorView.decorations.of((view): DecorationSet => {
  const { from, to } = view.state.selection.main;
  return view.hasFocus || from === to ? Decoration.none : Decoration.set(chosen.range(from, to));
});
