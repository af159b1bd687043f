import { runSteps, type RunStep } from '@intervallum/core';
import styled from 'styled-components';
import { Pick } from '../../../ui/Pick.tsx';
import { TextField } from '../../../ui/fields.tsx';
import { runStepNames } from '../../../words/choiceNames.ts';
import { t } from '../../../words/words.ts';
import { Wishes } from '../../parts/cards.ts';
import type { RunDraft } from '../state/runDraft.ts';

const Lines = styled.div`
  display: grid;
  gap: 10px;
  input {
    font-variant-numeric: lining-nums;
    font-weight: 600;
  }
`;

/** So long is a line of a hand at most. */
const longest = 1_600;

interface WrittenHandsProps {
  draft: RunDraft;
  onChange: (change: Partial<RunDraft>) => void;
}

/** A run as it is written: each hand step by step, in degrees of its chord. */
export function WrittenHands({ draft, onChange }: WrittenHandsProps) {
  return (
    <>
      <p>
        {t(
          "Step by step, counted from the chord's own 1: 1' an octave up, 5, an octave down, . one step longer, _ silence, 1+3 together, {b3}3 a crushed note, 5@4 with the fourth finger.",
        )}
      </p>
      <Lines>
        <TextField
          label={t('Right hand')}
          value={draft.right}
          maxLength={longest}
          spellCheck="false"
          onChange={(right) => onChange({ right })}
        />
        <TextField
          label={t('Left hand')}
          value={draft.left}
          maxLength={longest}
          spellCheck="false"
          onChange={(left) => onChange({ left })}
        />
      </Lines>
      <Wishes>
        <Pick<RunStep>
          label={t('One step is')}
          value={draft.step ?? 'eighths'}
          options={(Object.keys(runSteps) as RunStep[]).map(
            (one) => [one, runStepNames[one]] as const,
          )}
          onChange={(step) => onChange({ step })}
        />
      </Wishes>
    </>
  );
}
