import { EditorView } from '@codemirror/view';

/**
 * A letter typed at the cursor is put into the text by us, not by the browser: left to itself it lays the page out twice
 * more to find out what it did. What is composed of several keys, and what a helper on the device puts somewhere else,
 * stays the browser's.
 */
export const typing = EditorView.domEventHandlers({
  beforeinput: (event, view) => {
    const { inputType, data, isComposing } = event;
    if (inputType !== 'insertText' || !data || isComposing || view.composing) return false;
    if (!event.cancelable || view.state.readOnly || !isAtCursor(event, view)) return false;
    event.preventDefault();
    view.dispatch(view.state.replaceSelection(data), {
      userEvent: 'input.type',
      scrollIntoView: true,
    });
    return true;
  },
});

/**
 * Whether the browser would put it where the cursor of the text is, in the place of what is chosen: not every browser says
 * so of what is simply typed.
 */
function isAtCursor(event: InputEvent, view: EditorView): boolean {
  const [range] = event.getTargetRanges();
  if (!range) return true;
  const { from, to } = view.state.selection.main;
  return (
    view.posAtDOM(range.startContainer, range.startOffset) === from &&
    view.posAtDOM(range.endContainer, range.endOffset) === to
  );
}
