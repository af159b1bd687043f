import { bassOf, type Move, type MoveForm } from '@intervallum/core';
import { Play, Square } from 'lucide-react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { IconButton } from '../../ui/Button.tsx';
import { gradeNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { BassCurve } from './BassCurve.tsx';
import { idOf } from './gap.ts';
import { OpenIdea } from './OpenIdea.tsx';
import { useMovesLens, useSigned, type OpenGap } from './MovesState.tsx';
import { OfferRow } from '../parts/OfferCard.tsx';
import { Card, CardHead } from '../parts/cards.ts';

const Sketch = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  > :first-child {
    flex: 1;
  }
`;

const Soft = styled.span`
  color: var(--soft);
`;

const Arrow = styled.span`
  padding: 0 7px;
  color: var(--soft);
  font-size: 16px;
`;

/** More forms of an idea than these are not shown. */
const mostForms = 8;

interface IdeaCardProps {
  move: Move;
  gap: OpenGap;
  number: number;
}

/** One idea: its chords and the way of its bass; opened, its hands, its other forms and what is done with it. */
export function IdeaCard({ move, gap, number }: IdeaCardProps) {
  const { view, opened, heard, actions } = useMovesLens();
  const signed = useSigned();
  const forms = [move, ...move.others].slice(0, mostForms);
  const isOpen = opened?.kind === move.kind;
  const form = (isOpen && forms.find((one) => idOf(one) === idOf(opened))) || move;
  const name = signed(form.name);
  const { ends } = gap;
  const row = form.chords.map(({ chord }) => chord);
  const isHeard = heard === idOf(form);
  return (
    <Card $open={isOpen}>
      <h3>
        <CardHead
          type="button"
          aria-expanded={isOpen}
          onClick={() => {
            actions.stop();
            if (!isOpen) actions.open(move);
          }}
        >
          {number <= 9 ? <kbd>{number}</kbd> : null}
          <span>{name}</span>
          <small>{gradeNames[form.grade]}</small>
        </CardHead>
      </h3>
      <Sketch>
        <OfferRow>
          {row.length === 0 && ends ? <ChordMark chord={ends.before} view={view} /> : null}
          {row.map((chord, place) => (
            <span key={place}>
              {place > 0 ? <Arrow aria-hidden>→</Arrow> : null}
              <ChordMark chord={chord} view={view} />
            </span>
          ))}
          {ends ? (
            <Soft>
              <Arrow aria-hidden>→</Arrow>
              <ChordMark chord={ends.next} view={view} />
            </Soft>
          ) : null}
        </OfferRow>
        {ends ? (
          <BassCurve bass={[bassOf(ends.before), ...form.bass, bassOf(ends.next)]} view={view} />
        ) : null}
        {isHeard ? (
          <IconButton aria-label={t('Stop')} onPress={actions.stop}>
            <Square size={18} strokeWidth={1.5} />
          </IconButton>
        ) : (
          <IconButton
            aria-label={t('Hear {{name}}', { name })}
            onPress={() => {
              actions.open(form);
              actions.hearForm(form);
            }}
          >
            <Play size={18} strokeWidth={1.5} />
          </IconButton>
        )}
      </Sketch>
      <p>
        {signed(form.why)} {usedWords(form)}
      </p>
      {isOpen && ends ? <OpenIdea form={form} forms={forms} ends={ends} /> : null}
    </Card>
  );
}

/** Restraint: the plain line is what most places have. */
function usedWords({ used }: MoveForm): string {
  return used > 0
    ? t('The song has it {{count}} times; players keep it to one place in four.', { count: used })
    : '';
}
