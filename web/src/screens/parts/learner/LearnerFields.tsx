import type { LearnerPreset } from '@intervallum/contract';
import styled from 'styled-components';
import { Pick } from '../../../ui/Pick.tsx';
import { t } from '../../../words/words.ts';

const Fields = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 6px 12px;
  align-items: end;
  margin-bottom: 12px;
`;

export const usualLearner: LearnerPreset = { chords: 'plain', hands: 'right', tempo: 60 };

const tempos = ['50', '60', '75', '90', '100'] as const;

/** How somebody begins who practises a song by a link. */
export function LearnerFields({
  learner,
  onChange,
}: {
  learner: LearnerPreset;
  onChange: (learner: LearnerPreset) => void;
}) {
  return (
    <Fields>
      <Pick
        label={t('Chords')}
        value={learner.chords}
        options={[
          ['plain', t('plain triads')],
          ['written', t('as they are written')],
        ]}
        onChange={(chords) => onChange({ ...learner, chords })}
      />
      <Pick
        label={t('Begins with')}
        value={learner.hands}
        options={[
          ['right', t('the right hand')],
          ['both', t('both hands')],
        ]}
        onChange={(hands) => onChange({ ...learner, hands })}
      />
      <Pick
        label={t('From the tempo on')}
        value={String(learner.tempo)}
        options={tempos.map((part) => [part, `${part} %`] as const)}
        onChange={(tempo) => onChange({ ...learner, tempo: Number(tempo) })}
      />
    </Fields>
  );
}
