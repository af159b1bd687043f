import { useState } from 'react';
import styled from 'styled-components';
import { Choice } from '../../ui/Choice.tsx';
import { t } from '../../words/words.ts';
import { RankedKeys } from './RankedKeys.tsx';
import { WhatIsSung } from './WhatIsSung.tsx';
import { WhoSings } from './WhoSings.tsx';

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

const Tabs = styled.div`
  label {
    padding: 5px 11px;
  }
`;

/** Beside the chart: the keys and why, who sings and plays, what is sung. */
export function KeyPanel() {
  const [about, setAbout] = useState<'keys' | 'who' | 'sung'>('keys');
  return (
    <Body role="region" aria-label={t('Keys')} tabIndex={0}>
      <Tabs>
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
      </Tabs>
      {about === 'keys' ? <RankedKeys onWho={() => setAbout('who')} /> : null}
      {about === 'who' ? <WhoSings /> : null}
      {about === 'sung' ? <WhatIsSung /> : null}
    </Body>
  );
}
