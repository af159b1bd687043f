import { MergeView } from '@codemirror/merge';
import { EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import type { SaveStatus } from './saver.ts';
import { ChooseVersion } from '../ui/ChooseVersion.tsx';
import type { SongDraft, SongRevision } from './songDraft.ts';
import { schoolNames } from '../words/choiceNames.ts';
import { t } from '../words/words.ts';

const Names = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  font-weight: 600;
  font-size: 14px;
  padding: 0 4px 4px;
`;

const Hands = styled(Names)`
  padding: 8px 4px 0;
  font-weight: 400;
  color: var(--soft);
`;

const Both = styled.div`
  max-height: 46vh;
  overflow: auto;
  border: 1px solid var(--hairline);
  border-radius: 10px;
  background: var(--card);
  .cm-scroller {
    font:
      14px/1.5 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  .cm-mergeView .cm-changedLine {
    background: color-mix(in srgb, var(--accent) 14%, transparent);
  }
  .cm-mergeView .cm-collapsedLines {
    background: var(--panel);
    color: var(--soft);
    /* The editor's signs for it stand in no font of ours. */
    &::before,
    &::after {
      content: none;
    }
  }
  .cm-mergeView .cm-changedLineGutter {
    background: var(--accent);
  }
  .cm-mergeView .cm-changedText {
    background: color-mix(in srgb, var(--accent) 30%, transparent);
  }
`;

interface ConflictWindowProps {
  status: SaveStatus<SongDraft, SongRevision>;
  mine: SongDraft;
  onKeepMine: () => void;
  onTakeTheirs: () => void;
}

/** Two versions of one chart side by side; nothing is saved until one of them is chosen. */
export function ConflictWindow({ status, mine, onKeepMine, onTakeTheirs }: ConflictWindowProps) {
  if (status.kind !== 'conflict') return null;
  return (
    <ChooseVersion what="song" width={940} onKeepMine={onKeepMine} onTakeTheirs={onTakeTheirs}>
      <Names>
        <span>{t('Yours')}</span>
        <span>{t('The other')}</span>
      </Names>
      <Comparison mine={mine.text} theirs={status.theirs.text} />
      <Hands>
        <span>{handsInWords(mine)}</span>
        <span>{handsInWords(status.theirs)}</span>
      </Hands>
    </ChooseVersion>
  );
}

/** What a version decides about the hands, in one line. */
function handsInWords({ decisions }: SongDraft): string {
  const { pins, palette, school } = decisions.hands;
  return t('Hands: {{school}}, {{pins}}, {{shapes}}', {
    school: school ? schoolNames[school] : t('as the chart'),
    pins: t('{{count}} pins', { count: pins.length }),
    shapes: t('{{count}} named shapes', { count: palette.length }),
  });
}

function Comparison({ mine, theirs }: { mine: string; theirs: string }) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const readOnly = (label: string) => [
      EditorState.readOnly.of(true),
      EditorView.lineWrapping,
      EditorView.contentAttributes.of({ 'aria-label': label, tabindex: '0' }),
    ];
    const view = new MergeView({
      parent: host.current!,
      a: { doc: mine, extensions: readOnly(t('Your version')) },
      b: { doc: theirs, extensions: readOnly(t('The other version')) },
      collapseUnchanged: { margin: 3, minSize: 6 },
    });
    return () => view.destroy();
  }, [mine, theirs]);
  return <Both ref={host} />;
}
