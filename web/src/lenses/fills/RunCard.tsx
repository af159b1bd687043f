import type { RunFit } from '@intervallum/core';
import { Play, Square } from 'lucide-react';
import styled from 'styled-components';
import { IconButton } from '../../ui/Button.tsx';
import { runFamilyNames, runGradeNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { useFillsLens, useSigned } from './state/fillsContext.ts';
import { OpenRun } from './OpenRun.tsx';
import { Card, CardHead } from '../parts/cards.ts';
import { RunGrid } from './run/RunGrid.tsx';

const Row = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  h3 {
    display: flex;
    flex: 1;
    min-width: 0;
  }
`;

/** One run where it fits: its notes in numbers; opened, counted, with fingers, on a staff, and what is done with it. */
export function RunCard({ fit, number }: { fit: RunFit; number: number }) {
  const { opened, heard, ownIds, actions } = useFillsLens();
  const signed = useSigned();
  const { run } = fit;
  const isOpen = opened !== null && opened.run.id.split('/')[0] === run.id;
  const now = isOpen ? opened : fit;
  const isHeard = heard === `${now.at} ${now.run.id}`;
  return (
    <Card $open={isOpen}>
      <Row>
        <h3>
          <CardHead
            type="button"
            aria-expanded={isOpen}
            onClick={() => {
              actions.stop();
              if (!isOpen) actions.open(fit);
            }}
          >
            {number <= 9 ? <kbd>{number}</kbd> : null}
            <span>{run.name}</span>
            <small>
              {ownIds.has(run.id) ? t('our own') : runFamilyNames[run.family]},{' '}
              {runGradeNames[run.grade]}
            </small>
          </CardHead>
        </h3>
        {isHeard ? (
          <IconButton aria-label={t('Stop')} onPress={actions.stop}>
            <Square size={18} strokeWidth={1.5} />
          </IconButton>
        ) : (
          <IconButton
            aria-label={t('Hear {{name}}', { name: run.name })}
            onPress={() => {
              actions.open(now);
              actions.hear(now);
            }}
          >
            <Play size={18} strokeWidth={1.5} />
          </IconButton>
        )}
      </Row>
      <RunGrid fit={now} isWhole={isOpen} />
      {isOpen ? (
        <>
          <p>{signed(now.why)}</p>
          <OpenRun fit={now} plain={fit} />
        </>
      ) : null}
    </Card>
  );
}
