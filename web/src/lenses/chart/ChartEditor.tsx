import {
  acceptCompletion,
  autocompletion,
  closeCompletion,
  moveCompletionSelection,
  startCompletion,
} from '@codemirror/autocomplete';
import { defaultKeymap, historyKeymap } from '@codemirror/commands';
import { linter, lintKeymap, type Diagnostic } from '@codemirror/lint';
import { Prec, type Extension } from '@codemirror/state';
import { EditorView, highlightActiveLine, highlightSpecialChars, keymap } from '@codemirror/view';
import { linesOf, type Key } from '@intervallum/core';
import { useEffect, useEffectEvent, useRef } from 'react';
import styled from 'styled-components';
import { readField } from '../../document/chartState.ts';
import { useDocument } from '../../document/DocumentContext.tsx';
import { repair } from '../../document/repair.ts';
import type { SongDocument } from '../../document/songDocument.ts';
import { notify } from '../../ui/notices.tsx';
import { chartColours } from './chartColours.ts';
import { chosenText } from './chosenText.ts';
import { completeChart } from './completion.ts';
import { typing } from './typing.ts';
import { t } from '../../words/words.ts';

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
      'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    padding: 8px 0;
  }
  .cm-line {
    padding: 0 14px;
    color: var(--soft);
  }
  .cm-value,
  .cm-heading,
  .cm-degree {
    color: var(--ink);
  }
  .cm-heading,
  .cm-degree {
    font-weight: 700;
  }
  .cm-words {
    font-style: italic;
  }
  .cm-direction {
    color: var(--held);
  }
  .cm-mark {
    color: var(--accent);
  }
  .cm-activeLine {
    background: color-mix(in srgb, var(--accent) 8%, transparent);
  }
  &&& .cm-content {
    caret-color: var(--accent);
  }
  .cm-line::selection,
  .cm-line ::selection,
  .cm-chosen {
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
      'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  &&& .cm-tooltip-autocomplete > ul {
    font:
      15px/1.5 'Music Signs',
      'Atkinson Cut',
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

/** What is wrong in the chart, where it stands in the text; a repair is an edit of the song like any other. */
function diagnose(songDocument: SongDocument) {
  return ({ state }: EditorView): Diagnostic[] => {
    const read = state.field(readField);
    const found = read.ok ? read.hints : [...read.problems, ...read.hints];
    return found.map((problem) => ({
      ...read.lines.rangeOf(problem.place),
      severity: problem.severity === 'problem' ? 'error' : 'info',
      message: problem.message,
      actions: problem.repairs.map((one) => ({
        name: one.label,
        apply: () => repair(songDocument, problem, one),
      })),
    }));
  };
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

function editorExtensions(songDocument: SongDocument, viewKey: () => Key): Extension {
  return [
    chosenText,
    highlightActiveLine(),
    highlightSpecialChars(),
    EditorView.lineWrapping,
    EditorView.contentAttributes.of({
      'aria-label': t('Chart text'),
      spellcheck: 'false',
      tabindex: '0',
    }),
    chartColours,
    typing,
    EditorView.clipboardInputFilter.of((text) => linesOf(text).join('\n')),
    EditorView.exceptionSink.of((error) => {
      console.error('The text editor failed.', error);
      notify(t('This could not be put into the chart: it is as it was before.'));
    }),
    linter(diagnose(songDocument), { delay: 250 }),
    autocompletion({
      override: [completeChart(viewKey)],
      activateOnTyping: false,
      interactionDelay: 0,
      defaultKeymap: false,
      icons: false,
    }),
    completionKeys,
    keymap.of([
      {
        key: 'Mod-s',
        preventDefault: true,
        run: () => {
          void songDocument.saver.flush();
          return true;
        },
      },
      ...lintKeymap,
      ...historyKeymap,
      ...defaultKeymap,
    ]),
  ];
}

/** The open song as text: a view of the document, which has its text, its decisions and its undo. */
export function ChartEditor({ viewKey }: { viewKey: Key }) {
  const songDocument = useDocument();
  const host = useRef<HTMLDivElement>(null);
  const keyNow = useEffectEvent(() => viewKey);
  useEffect(
    () =>
      songDocument.attach(
        editorExtensions(songDocument, () => keyNow()),
        (state, dispatch) =>
          new EditorView({
            parent: host.current!,
            state,
            dispatchTransactions: dispatch,
            scrollTo: EditorView.scrollIntoView(state.selection.main),
          }),
      ),
    [songDocument],
  );
  return <Host ref={host} />;
}
