import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { HurtsButton } from '../../lenses/parts/Care.tsx';
import { Fetched } from '../../queries/Fetched.tsx';
import type { HelpLine } from '../../ui/help.ts';
import { Page } from '../../ui/Page.tsx';
import { t } from '../../words/words.ts';
import { DrillsToday } from './DrillsToday.tsx';
import { Logbook } from './Logbook.tsx';
import { drillsOfDay } from './material.ts';
import { ReadySongs } from './ReadySongs.tsx';
import { titleOf, useMaterial } from './usePractising.ts';

const help: readonly HelpLine[] = [
  { id: 'drills', name: t('Drill for a few minutes: what went wrong comes back by itself') },
  { id: 'ready', name: t('See how ready each song is, and what there is to do') },
  { id: 'programme', name: t('Play bars through keys, metres and patterns by themselves') },
  { id: 'log', name: t('Look up what you practised; download it as CSV') },
  { id: 'hurts', name: t('Say that something hurts: there are no exercises then') },
];

/** What is to be practised today, how ready the next service is, and what was practised. */
export function PracticeScreen() {
  const material = useMaterial();
  const [now] = useState(() => Date.now());
  const { data } = material;
  const drills = useMemo(() => data && drillsOfDay(data, now), [data, now]);
  return (
    <Page
      title={t('Practice')}
      tools={
        <>
          <Link to="/practice/programme">{t('Programme')}</Link>
          <HurtsButton />
        </>
      }
      help={help}
    >
      <Fetched from={material} what={t('what there is to practise')}>
        {(found) => (
          <>
            {drills ? <DrillsToday drills={drills} titleOf={(id) => titleOf(found, id)} /> : null}
            {found.coming ? <ReadySongs coming={found.coming} steps={found.steps} /> : null}
          </>
        )}
      </Fetched>
      <Logbook />
    </Page>
  );
}
