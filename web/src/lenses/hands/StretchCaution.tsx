import { usualReach } from '@intervallum/core';
import { memo } from 'react';
import styled from 'styled-components';
import { desk } from '../../settings/desk.ts';
import { player } from '../../settings/player.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';

const Note = styled.div`
  padding: 8px 8px 8px 12px;
  border-left: 4px solid var(--accent);
  border-radius: 6px;
  background: var(--card);
  font-size: 14px;
  line-height: 1.4;
`;

/** A word of care where a player has a smaller reach than usual: said once, gone for good when it is put away. */
export const StretchCaution = memo(function StretchCaution() {
  const { reach } = player.use('reach');
  const { stretchNoted } = desk.use('stretchNoted');
  const isReduced = (['left', 'right'] as const).some(
    (hand) => reach[hand].held < usualReach[hand].held,
  );
  if (!isReduced || stretchNoted) return null;
  return (
    <Note role="note" aria-label={t('Care for your hands')}>
      {t(
        'Warm up, and do not force a stretch. Pain, numbness or tingling means stop; if it stays, see a licensed clinician.',
      )}
      <div>
        <QuietButton onPress={() => desk.change({ stretchNoted: true })}>
          {t('Understood')}
        </QuietButton>
      </div>
    </Note>
  );
});
