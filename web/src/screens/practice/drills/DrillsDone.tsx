import type { ReactNode } from 'react';
import styled from 'styled-components';
import { t } from '../../../words/words.ts';
import { dueInWords } from '../../../lenses/parts/drilled.ts';
import type { DrillState } from './drillRoom.ts';

const Done = styled.section`
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 12px;
  text-align: center;
  h2 {
    font-size: 30px;
  }
  p {
    font-size: 18px;
    color: var(--soft);
  }
`;

/** Behind the last drill: how many were known, and when the next ones are due. */
export function DrillsDone({ state, children }: { state: DrillState; children: ReactNode }) {
  const went = state.results.filter((one) => one !== null);
  const known = went.filter(({ grade }) => grade !== 'again').length;
  const next = Math.min(...went.map(({ memory }) => memory.due));
  return (
    <Done role="status">
      <h2>
        {went.length > 0
          ? t('{{known}} of {{of}} known', { known, of: went.length })
          : t('Nothing is to be drilled now')}
      </h2>
      <p>
        {went.length > 0
          ? `${dueInWords(next)}.`
          : t('What goes wrong in a round comes back here the next day.')}
      </p>
      {children}
    </Done>
  );
}
