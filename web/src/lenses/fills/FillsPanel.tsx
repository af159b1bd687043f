import { Choice } from '../../ui/Choice.tsx';
import { t } from '../../words/words.ts';
import { PanelBody } from '../parts/PanelBody.ts';
import { useFillsLens } from './state/fillsContext.ts';
import { Here } from './Here.tsx';
import { MakeRun } from './own/MakeRun.tsx';
import { OwnRuns } from './own/OwnRuns.tsx';
import { WholeSong } from './WholeSong.tsx';

/** Beside the chart: what fits the chosen chord, or where runs go in the whole song. */
export function FillsPanel() {
  const { about, isMaking, setMaking, actions } = useFillsLens();
  return (
    <PanelBody role="region" aria-label={t('Runs and fills')} tabIndex={0}>
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
    </PanelBody>
  );
}
