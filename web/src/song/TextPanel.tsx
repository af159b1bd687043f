import type { EditorView } from '@codemirror/view';
import type { ChartResult, Key } from '@intervallum/core';
import type { RefObject } from 'react';
import styled from 'styled-components';
import { useSettings } from '../state/settings.ts';
import { phone } from '../ui/theme.ts';
import { ChartEditor } from './ChartEditor.tsx';
import { ProblemList } from './ProblemList.tsx';

const Panel = styled.aside<{ $open: boolean; $phone: boolean }>`
  display: ${({ $open }) => ($open ? 'flex' : 'none')};
  flex-direction: column;
  min-height: 0;
  border-left: 1px solid var(--hairline);
  background: var(--card);
  ${phone} {
    display: ${({ $phone }) => ($phone ? 'flex' : 'none')};
    height: 72vh;
    margin-top: 10px;
    border: 1px solid var(--hairline);
    border-width: 1px 0;
  }
  @media print {
    display: none;
  }
`;

const EditorPlace = styled.div`
  flex: 1;
  min-height: 0;
`;

const Foot = styled.p`
  flex: none;
  padding: 7px 14px;
  border-top: 1px solid var(--hairline);
  background: var(--panel);
  font-size: 13px;
  color: var(--soft);
  kbd {
    font: inherit;
    font-weight: 700;
    color: var(--ink);
  }
  ${phone} {
    display: none;
  }
`;

interface TextPanelProps {
  text: string;
  result: ChartResult;
  viewKey: Key;
  editorRef: RefObject<EditorView | null>;
  isShownOnPhone: boolean;
  onEdit: (text: string) => void;
  onCursor: (line: number, column: number) => void;
  onSave: () => void;
}

/** The text of the chart with what is wrong in it. */
export function TextPanel({ result, isShownOnPhone, editorRef, ...editing }: TextPanelProps) {
  const { textOpen } = useSettings();
  return (
    <Panel $open={textOpen} $phone={isShownOnPhone} aria-label="Chart as text">
      <EditorPlace>
        <ChartEditor {...editing} editorRef={editorRef} />
      </EditorPlace>
      <ProblemList problems={result.ok ? [] : result.problems} editor={() => editorRef.current} />
      <Foot>
        <kbd>Ctrl Space</kbd> chords of the key · <kbd>Ctrl Z</kbd> undo · <kbd>Ctrl S</kbd> save
        now
      </Foot>
    </Panel>
  );
}
