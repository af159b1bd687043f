import type { MoveForm } from '@intervallum/core';
import styled from 'styled-components';
import { player } from '../../settings/player.ts';
import { Button, PrimaryButton, QuietButton } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';
import { idOf, inRow, type Ends } from './gap.ts';
import { MoveHandsRows } from './MoveHandsRows.tsx';
import { canTake, useMovesLens, useSigned } from './MovesState.tsx';
import { Steps } from '../parts/cards.ts';

const Forms = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  margin-left: -8px;
`;

const Form = styled(QuietButton)<{ $chosen: boolean }>`
  text-align: left;
  white-space: normal;
  ${({ $chosen }) => $chosen && 'border-color: var(--accent);'}
`;

interface OpenIdeaProps {
  form: MoveForm;
  forms: readonly MoveForm[];
  ends: Ends;
}

/** An idea that is open: its other forms, both hands, and what is done with it. */
export function OpenIdea({ form, forms, ends }: OpenIdeaProps) {
  const { hands } = useMovesLens();
  const { reach } = player.use('reach');
  const isWithin = canTake(form, hands, reach);
  return (
    <>
      {forms.length > 1 ? <OtherForms form={form} forms={forms} /> : null}
      <MoveHandsRows form={form} found={hands} ends={ends} />
      {form.hands && !isWithin ? (
        <p>{t('These hands cannot hold it: a chord of it is out of their reach.')}</p>
      ) : null}
      {isWithin ? <TakeTools form={form} /> : null}
    </>
  );
}

function OtherForms({ form, forms }: Pick<OpenIdeaProps, 'form' | 'forms'>) {
  const { view, actions } = useMovesLens();
  const signed = useSigned();
  return (
    <Forms role="group" aria-label={t('Other forms of it')}>
      {forms.map((one) => (
        <Form
          key={idOf(one)}
          $chosen={one === form}
          aria-pressed={one === form}
          onPress={() => {
            actions.stop();
            actions.open(one);
          }}
        >
          {one.chords.length === 0
            ? signed(one.name)
            : inRow(
                one.chords.map(({ chord }) => chord),
                view,
              )}
        </Form>
      ))}
    </Forms>
  );
}

/** Takes the open idea: for all times, for one; or keeps it to compare others with. */
function TakeTools({ form }: { form: MoveForm }) {
  const { other, actions } = useMovesLens();
  const name = useSigned()(form.name);
  const isOther = other !== null && idOf(other) === idOf(form);
  return (
    <Steps>
      <PrimaryButton
        aria-label={`${t('Take it')}: ${name}`}
        onPress={() => actions.takeForm(form, false)}
      >
        {t('Take it')}
      </PrimaryButton>
      {form.editOnce ? (
        <Button
          aria-label={`${t('This time only')}: ${name}`}
          onPress={() => actions.takeForm(form, true)}
        >
          {t('This time only')}
        </Button>
      ) : null}
      <Button aria-pressed={isOther} onPress={() => actions.compareWith(isOther ? null : form)}>
        {t('Compare others with it')}
      </Button>
    </Steps>
  );
}
