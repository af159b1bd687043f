import {
  acceptCompletion,
  autocompletion,
  closeCompletion,
  moveCompletionSelection,
  startCompletion,
} from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { linter, lintKeymap, setDiagnosticsEffect, type Diagnostic } from '@codemirror/lint';
import { EditorState, Prec, Transaction } from '@codemirror/state';
import {
  drawSelection,
  EditorView,
  highlightActiveLine,
  highlightSpecialChars,
  keymap,
} from '@codemirror/view';
import { parseChart, type Key, type Place, type Problem } from '@intervallum/core';
import { useEffect, useRef, type RefObject } from 'react';
import styled from 'styled-components';
import { chartLanguage } from './chartLanguage.ts';
import { completeChart } from './completion.ts';
import { documentOf, handsChanged, handsInEditor, setHands } from './handsInEditor.ts';
import { sameDocument, type SongDocument } from './songDocument.ts';

const Host = styled.div`
  height: 100%;
  min-height: 0;
  .cm-editor {
    height: 100%;
    background: var(--card);
    color: var(--ink);
  }
  .cm-editor.cm-focused {
    outline: 2px solid var(--accent);
    outline-offset: -2px;
  }
  .cm-scroller {
    font:
      15.5px/1.6 'Music Signs',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    padding: 8px 0;
  }
  .cm-line {
    padding: 0 14px;
  }
  .cm-activeLine {
    background: color-mix(in srgb, var(--accent) 8%, transparent);
  }
  .cm-cursor {
    border-left: 2px solid var(--accent);
  }
  &&& .cm-selectionBackground {
    background: color-mix(in srgb, var(--accent) 26%, transparent);
  }
  .cm-tooltip {
    border: 1px solid var(--rail);
    border-radius: 10px;
    background: var(--card);
    color: var(--ink);
    overflow: hidden;
    max-width: min(420px, 90vw);
    font:
      14px/1.4 'Music Signs',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  &&& .cm-tooltip-autocomplete > ul {
    font:
      15px/1.5 'Music Signs',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  &&& .cm-tooltip-autocomplete > ul > li {
    padding: 4px 12px;
  }
  &&& .cm-tooltip-autocomplete > ul > li[aria-selected] {
    background: var(--ink);
    color: var(--paper);
  }
  .cm-completionDetail {
    font-style: normal;
    opacity: 0.75;
  }
  .cm-diagnostic {
    border-left: 4px solid var(--right);
    padding: 8px 12px;
  }
  .cm-diagnostic-info {
    border-left-color: var(--held);
  }
  .cm-diagnosticAction {
    display: inline-block;
    margin: 6px 8px 0 0;
    padding: 5px 12px;
    border-radius: 8px;
    background: var(--accent);
    color: var(--on-accent);
    font: inherit;
    font-weight: 600;
  }
  .cm-lintRange-error {
    background: none;
    text-decoration: underline wavy 1.5px var(--right);
    text-underline-offset: 4px;
  }
  .cm-lintRange-info {
    background: none;
    text-decoration: underline dotted 1.5px var(--held);
    text-underline-offset: 4px;
  }
`;

/** Where a problem's place lies in the document; it never reaches past it. */
export function rangeOf(
  state: EditorState,
  { line, column, length }: Place,
): { from: number; to: number } {
  const { from, to } = state.doc.line(Math.min(line, state.doc.lines));
  const start = Math.min(from + column - 1, to);
  return { from: start, to: Math.min(start + length, to) };
}

/** Puts a repair's text in the place of a problem, as one step that undo takes back. */
export function takeRepair(view: EditorView, { place }: Problem, text: string): void {
  const { from, to } = rangeOf(view.state, place);
  view.dispatch({
    changes: { from, to, insert: text },
    selection: { anchor: from + text.length },
    scrollIntoView: true,
    userEvent: 'input.repair',
  });
}

function diagnose(view: EditorView): Diagnostic[] {
  const read = parseChart(view.state.doc.toString());
  const found = read.ok ? read.hints : [...read.problems, ...read.hints];
  return found.map((problem) => ({
    ...rangeOf(view.state, problem.place),
    severity: problem.severity === 'problem' ? 'error' : 'info',
    message: problem.message,
    actions: problem.repairs.map(({ label, text }) => ({
      name: label,
      apply: () => takeRepair(view, problem, text),
    })),
  }));
}

/** Completion takes Tab, so that Enter always ends the line. */
const completionKeys = Prec.highest(
  keymap.of([
    { key: 'Ctrl-Space', run: startCompletion },
    { key: 'Tab', run: acceptCompletion },
    { key: 'ArrowDown', run: moveCompletionSelection(true) },
    { key: 'ArrowUp', run: moveCompletionSelection(false) },
    { key: 'Escape', run: closeCompletion },
  ]),
);

interface ChartEditorProps {
  document: SongDocument;
  viewKey: Key;
  onEdit: (document: SongDocument) => void;
  onCursor: (line: number, column: number) => void;
  onSave: () => void;
  /** Gives the editor to those who repair, insert and move the cursor. */
  editorRef: RefObject<EditorView | null>;
}

/**
 * The chart as text, and with it what was decided about the hands, so that one undo takes back either. Its content is its
 * own; a document from elsewhere (the other version taken) replaces it.
 */
export function ChartEditor({
  document,
  viewKey,
  onEdit,
  onCursor,
  onSave,
  editorRef,
}: ChartEditorProps) {
  const host = useRef<HTMLDivElement>(null);
  const latest = useRef({ viewKey, onEdit, onCursor, onSave });
  useEffect(() => {
    latest.current = { viewKey, onEdit, onCursor, onSave };
  });
  const first = useRef(document);

  useEffect(() => {
    const view = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: first.current.text,
        extensions: [
          history(),
          handsInEditor(first.current.hands),
          drawSelection(),
          highlightActiveLine(),
          highlightSpecialChars(),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({
            'aria-label': 'Chart text',
            spellcheck: 'false',
            tabindex: '0',
          }),
          chartLanguage,
          linter(diagnose, { delay: 250 }),
          autocompletion({
            override: [completeChart(() => latest.current.viewKey)],
            activateOnTyping: false,
            interactionDelay: 0,
            defaultKeymap: false,
            icons: false,
          }),
          completionKeys,
          keymap.of([
            { key: 'Mod-s', preventDefault: true, run: () => (latest.current.onSave(), true) },
            ...lintKeymap,
            ...historyKeymap,
            ...defaultKeymap,
          ]),
          EditorView.updateListener.of((update) => {
            const outside = update.transactions.some((transaction) =>
              transaction.annotation(Transaction.remote),
            );
            if (!outside && (update.docChanged || handsChanged(update))) {
              latest.current.onEdit(documentOf(update.state));
            }
            const marked = update.transactions.some(({ effects }) =>
              effects.some((effect) => effect.is(setDiagnosticsEffect)),
            );
            if (!marked && (update.docChanged || update.selectionSet)) {
              const { head } = update.state.selection.main;
              const line = update.state.doc.lineAt(head);
              latest.current.onCursor(line.number, head - line.from + 1);
            }
          }),
        ],
      }),
    });
    editorRef.current = view;
    return () => {
      editorRef.current = null;
      view.destroy();
    };
  }, [editorRef]);

  useEffect(() => {
    const view = editorRef.current;
    if (!view || sameDocument(documentOf(view.state), document)) return;
    view.dispatch({
      changes: { from: 0, to: view.state.doc.length, insert: document.text },
      effects: setHands.of(document.hands),
      annotations: [Transaction.remote.of(true)],
    });
  }, [editorRef, document]);

  return <Host ref={host} />;
}
