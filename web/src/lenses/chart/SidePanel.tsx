import {
  type Chord,
  type ChosenSlot,
  type Degree,
  type Problem,
  type Proposal,
} from '@intervallum/core';
import { memo } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { desk } from '../../settings/desk.ts';
import { PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { phone, short } from '../../ui/theme.ts';
import { GrammarCard } from './GrammarCard.tsx';
import { ChartEditor } from './ChartEditor.tsx';
import { ColourCard } from './ColourCard.tsx';
import { ProblemList } from './ProblemList.tsx';
import { t } from '../../words/words.ts';

const Tabs = styled.div`
  flex: none;
  padding: 8px 14px;
  border-bottom: 1px solid var(--hairline);
  background: var(--panel);
  ${short} {
    padding: 3px 14px;
  }
`;

const EditorPlace = styled.div`
  flex: 1;
  min-height: 0;
`;

const Typing = styled.details`
  flex: none;
  border-top: 1px solid var(--hairline);
  summary {
    padding: 10px 16px;
    font-size: 15px;
    cursor: pointer;
  }
  > div {
    max-height: 32vh;
    overflow: auto;
    padding: 0 16px 12px;
    outline-offset: -3px;
  }
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
  ${short} {
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
  view: ChartView;
  problems: readonly Problem[];
  /** The chord whose colours are shown. */
  chosen: ChosenSlot | null;
  /** What is sung over it. */
  sung: Degree | null;
  proposal: Proposal | null;
  /** Whether a colour goes to several slots. */
  areSeveral: boolean;
  onChord: (chord: Chord, resolution: Chord | null) => void;
  onMovement: (chords: readonly Chord[]) => void;
  onTakeProposal: () => void;
}

/** Beside the chart: its text with what is wrong in it, or the colours of the chosen chord. */
export const SidePanel = memo(function SidePanel(props: SidePanelProps) {
  const { view, problems, chosen, sung, proposal, areSeveral } = props;
  const { onChord, onMovement, onTakeProposal } = props;
  const { panel } = desk.use('panel');
  return (
    <>
      <PanelTabs panel={panel} />
      {proposal ? (
        <Resolve role="status">
          <span>
            {proposal.parted === null
              ? t('Resolve it in the next slot:')
              : t('Resolve it in the same bar:')}{' '}
            <ChordMark chord={proposal.chord} view={view} />
          </span>
          <PrimaryButton onPress={onTakeProposal}>{t('Take it')}</PrimaryButton>
        </Resolve>
      ) : null}
      {panel === 'text' ? (
        <EditorPlace>
          <ChartEditor viewKey={view.key} />
        </EditorPlace>
      ) : chosen ? (
        <ColourCard
          chord={chosen.chord}
          next={chosen.nextChord}
          view={view}
          tune={sung}
          areSeveral={areSeveral}
          onApply={onChord}
          onMovement={onMovement}
        />
      ) : (
        <Nothing>
          {t(
            'Choose a chord on the chart: its tones, its other names and its colours appear here.',
          )}
        </Nothing>
      )}
      <ProblemList problems={problems} />
      {panel === 'text' ? (
        <Typing>
          <summary>{t('How a chart is typed')}</summary>
          <div role="region" aria-label={t('How a chart is typed')} tabIndex={0}>
            <GrammarCard />
          </div>
        </Typing>
      ) : null}
      {panel === 'text' ? (
        <Foot>
          <kbd>Ctrl Space</kbd> {t('chords of the key')} · <kbd>Ctrl Z</kbd> {t('undo')} ·{' '}
          <kbd>Ctrl S</kbd> {t('save now')}
        </Foot>
      ) : (
        // The same keys do two things, by what stands beside the chart: that is said where they do this one.
        <Foot>
          <kbd>a b c …</kbd> {t('take a colour')} · <kbd>A … G</kbd> {t('write a chord by letter')}
        </Foot>
      )}
    </>
  );
});

/** Drawn anew only where another panel is chosen. */
const PanelTabs = memo(function PanelTabs({ panel }: { panel: 'text' | 'colours' }) {
  return (
    <Tabs>
      <Choice
        label={t('Beside the chart')}
        value={panel}
        options={[
          ['text', t('Text')],
          ['colours', t('Colours')],
        ]}
        onChange={(chosen) => desk.change({ panel: chosen })}
      />
    </Tabs>
  );
});
