import { Choice } from '../../ui/Choice.tsx';
import { t } from '../../words/words.ts';
import { PanelBody, PanelTabs } from '../parts/PanelBody.ts';
import { Around } from './Around.tsx';
import { Between } from './Between.tsx';
import { Lifts } from './Lifts.tsx';
import { Own } from './Own.tsx';
import { useMovesLens } from './MovesState.tsx';

/** Beside the chart: what can be added, by where it goes. */
export function MovesPanel() {
  const { about, actions } = useMovesLens();
  return (
    <PanelBody role="region" aria-label={t('Ideas')} tabIndex={0}>
      <PanelTabs>
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
      </PanelTabs>
      {about === 'between' ? <Between /> : null}
      {about === 'around' ? <Around /> : null}
      {about === 'lifts' ? <Lifts /> : null}
      {about === 'own' ? <Own /> : null}
    </PanelBody>
  );
}
