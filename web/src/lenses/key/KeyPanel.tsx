import { useState } from 'react';
import { Choice } from '../../ui/Choice.tsx';
import { t } from '../../words/words.ts';
import { PanelBody, PanelTabs } from '../parts/PanelBody.ts';
import { RankedKeys } from './RankedKeys.tsx';
import { WhatIsSung } from './WhatIsSung.tsx';
import { WhoSings } from './WhoSings.tsx';

/** Beside the chart: the keys and why, who sings and plays, what is sung. */
export function KeyPanel() {
  const [about, setAbout] = useState<'keys' | 'who' | 'sung'>('keys');
  return (
    <PanelBody role="region" aria-label={t('Keys')} tabIndex={0}>
      <PanelTabs>
        <Choice
          label={t('What it is about')}
          value={about}
          options={[
            ['keys', t('Keys')],
            ['who', t('Who sings')],
            ['sung', t('What is sung')],
          ]}
          onChange={setAbout}
        />
      </PanelTabs>
      {about === 'keys' ? <RankedKeys onWho={() => setAbout('who')} /> : null}
      {about === 'who' ? <WhoSings /> : null}
      {about === 'sung' ? <WhatIsSung /> : null}
    </PanelBody>
  );
}
