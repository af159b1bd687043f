import styled from 'styled-components';
import { Choice } from '../../ui/Choice.tsx';
import { t } from '../../words/words.ts';
import { useFillsLens } from './state/fillsContext.ts';
import { Here } from './Here.tsx';
import { MakeRun } from './own/MakeRun.tsx';
import { OwnRuns } from './own/OwnRuns.tsx';
import { WholeSong } from './WholeSong.tsx';

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

/** Beside the chart: what fits the chosen chord, or where runs go in the whole song. */
export function FillsPanel() {
  const { about, isMaking, setMaking, actions } = useFillsLens();
  return (
    <Body role="region" aria-label={t('Runs and fills')} tabIndex={0}>
      <Choice
        label={t('What it is about')}
        value={about}
        options={[
          ['here', t('This chord')],
          ['song', t('The whole song')],
          ['own', t('Our own')],
        ]}
        onChange={actions.setAbout}
      />
      {about === 'here' ? <Here /> : about === 'song' ? <WholeSong /> : <OwnRuns />}
      {isMaking ? <MakeRun onClose={() => setMaking(false)} /> : null}
    </Body>
  );
}
