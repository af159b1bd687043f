import type { EditorView } from '@codemirror/view';
import { expand, melodyOver, type ChartResult, type Chord } from '@intervallum/core';
import { memo, useEffect, useMemo, type ReactNode, type RefObject } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../chart/ChordMark.tsx';
import type { ChartView } from '../chart/view.ts';
import { ColourCard } from '../colour/ColourCard.tsx';
import { useSettings } from '../state/settings.ts';
import { Choice } from '../ui/Choice.tsx';
import { PrimaryButton } from '../ui/Button.tsx';
import { phone } from '../ui/theme.ts';
import { ChartEditor } from './ChartEditor.tsx';
import type { ChosenSlot, Proposal } from './chosenSlot.ts';
import type { Lens } from './lenses.ts';
import { ProblemList } from './ProblemList.tsx';
import type { SongDocument } from './songDocument.ts';

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

const Tabs = styled.div`
  flex: none;
  padding: 8px 14px;
  border-bottom: 1px solid var(--hairline);
  background: var(--panel);
`;

const EditorPlace = styled.div<{ $hidden: boolean }>`
  flex: 1;
  min-height: 0;
  display: ${({ $hidden }) => ($hidden ? 'none' : 'block')};
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

const Nothing = styled.p`
  flex: 1;
  padding: 24px 18px;
  background: var(--panel);
  color: var(--soft);
`;

const Resolve = styled.div`
  flex: none;
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  padding: 8px 14px;
  border-bottom: 1px solid var(--hairline);
  background: color-mix(in srgb, var(--accent) 12%, var(--card));
  font-size: 14px;
  --numeral: 24px;
`;

interface SidePanelProps {
  document: SongDocument;
  lens: Lens;
  /** The tools of the hands lens. */
  hands: ReactNode;
  result: ChartResult;
  view: ChartView;
  chosen: ChosenSlot | null;
  proposal: Proposal | null;
  editorRef: RefObject<EditorView | null>;
  isShownOnPhone: boolean;
  onEdit: (document: SongDocument) => void;
  onCursor: (line: number, column: number) => void;
  onSave: () => void;
  onChord: (chord: Chord, resolution: Chord | null) => void;
  onTakeProposal: () => void;
}

/** Beside the chart: its text with what is wrong in it, the colours of the chosen chord, or the tools of the hands. */
export function SidePanel(props: SidePanelProps) {
  const { result, view, chosen, proposal, isShownOnPhone, editorRef, onChord, onTakeProposal } =
    props;
  const { textOpen, panel, change } = useSettings();
  const showsHands = props.lens === 'hands';
  const showsColours = panel === 'colours' && !showsHands;
  const showsText = !showsColours && !showsHands;
  useEffect(() => {
    if (showsText) editorRef.current?.requestMeasure();
  }, [showsText, editorRef]);
  return (
    <Panel
      $open={textOpen}
      $phone={isShownOnPhone}
      aria-label={showsHands ? 'Tools of the hands' : 'Text and colours'}
    >
      {showsHands ? null : <PanelTabs panel={panel} onChange={change} />}
      {proposal && !showsHands ? (
        <Resolve role="status">
          <span>
            Resolve it {proposal.parted === null ? 'in the next slot' : 'in the same bar'}:{' '}
            <ChordMark chord={proposal.chord} view={view} />
          </span>
          <PrimaryButton onPress={onTakeProposal}>Take it</PrimaryButton>
        </Resolve>
      ) : null}
      <EditorPlace $hidden={!showsText}>
        <ChartEditor
          document={props.document}
          viewKey={view.key}
          editorRef={editorRef}
          onEdit={props.onEdit}
          onCursor={props.onCursor}
          onSave={props.onSave}
        />
      </EditorPlace>
      {showsColours ? (
        <Colours result={result} chosen={chosen} view={view} onChord={onChord} />
      ) : null}
      {showsHands ? props.hands : null}
      <ProblemList problems={result.ok ? [] : result.problems} editor={() => editorRef.current} />
      {showsText ? (
        <Foot>
          <kbd>Ctrl Space</kbd> chords of the key · <kbd>Ctrl Z</kbd> undo · <kbd>Ctrl S</kbd> save
          now
        </Foot>
      ) : null}
    </Panel>
  );
}

/** Drawn anew only where another panel is chosen. */
const PanelTabs = memo(function PanelTabs({
  panel,
  onChange,
}: {
  panel: 'text' | 'colours';
  onChange: (change: { panel: 'text' | 'colours' }) => void;
}) {
  return (
    <Tabs>
      <Choice
        label="Beside the chart"
        value={panel}
        options={[
          ['text', 'Text'],
          ['colours', 'Colours'],
        ]}
        onChange={(chosen) => onChange({ panel: chosen })}
      />
    </Tabs>
  );
});

function Colours({
  chosen,
  view,
  result,
  onChord,
}: Pick<SidePanelProps, 'chosen' | 'view' | 'onChord' | 'result'>) {
  const melody = useMemo(() => melodyOver(expand(result.song)), [result]);
  if (!chosen) {
    return (
      <Nothing>
        Choose a chord on the chart: its tones, its other names and its colours appear here.
      </Nothing>
    );
  }
  return (
    <ColourCard
      chord={chosen.chord}
      next={chosen.nextChord}
      view={view}
      tune={melody.get(chosen.index) ?? null}
      onApply={onChord}
    />
  );
}
