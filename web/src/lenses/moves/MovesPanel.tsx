import styled from 'styled-components';
import { Choice } from '../../ui/Choice.tsx';
import { t } from '../../words/words.ts';
import { Around } from './Around.tsx';
import { Between } from './Between.tsx';
import { Lifts } from './Lifts.tsx';
import { Own } from './Own.tsx';
import { useMovesLens } from './MovesState.tsx';

const Body = styled.div`
  flex: 1;
  min-height: 0;
  overflow: auto;
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 12px 14px 24px;
  background: var(--panel);
`;

/** On one line, on a tablet too. */
const Tabs = styled.div`
  label {
    padding: 5px 11px;
  }
`;

/** Beside the chart: what can be added, by where it goes. */
export function MovesPanel() {
  const { about, actions } = useMovesLens();
  return (
    <Body role="region" aria-label={t('Ideas')} tabIndex={0}>
      <Tabs>
        <Choice
          label={t('Where it goes')}
          value={about}
          options={[
            ['between', t('Between')],
            ['around', t('Around')],
            ['lifts', t('Lifts')],
            ['own', t('Our own')],
          ]}
          onChange={actions.setAbout}
        />
      </Tabs>
      {about === 'between' ? <Between /> : null}
      {about === 'around' ? <Around /> : null}
      {about === 'lifts' ? <Lifts /> : null}
      {about === 'own' ? <Own /> : null}
    </Body>
  );
}
