import { useMemo, useState } from 'react';
import { HurtsButton } from '../../lenses/parts/Care.tsx';
import { Fetched } from '../../queries/Fetched.tsx';
import type { HelpLine } from '../../ui/help.ts';
import { Page } from '../../ui/Page.tsx';
import { t } from '../../words/words.ts';
import { DrillsToday } from './DrillsToday.tsx';
import { Logbook } from './Logbook.tsx';
import { drillsOfDay } from './material.ts';
import { ReadySongs } from './ReadySongs.tsx';
import { endOfDay, useCards, useComing, useSteps } from './usePractising.ts';

const help: readonly HelpLine[] = [
  { id: 'drills', name: t('Drill for a few minutes: what went wrong comes back by itself') },
  { id: 'ready', name: t('See how ready each song is, and what there is to do') },
  { id: 'log', name: t('Look up what you practised; download it as CSV') },
  { id: 'hurts', name: t('Say that something hurts: there are no exercises then') },
];

/** What is to be practised today, how ready the next service is, and what was practised. */
export function PracticeScreen() {
  const coming = useComing();
  const songIds = useMemo(() => coming.data?.songs.map(({ id }) => id) ?? null, [coming.data]);
  const steps = useSteps(songIds);
  const cards = useCards();
  const [now] = useState(() => Date.now());
  const data = useMemo(() => {
    if (coming.data === undefined || !steps.data || !cards.data) return undefined;
    const given = { songs: coming.data?.songs ?? [], steps: steps.data, cards: cards.data.cards };
    return { ...given, coming: coming.data, drills: drillsOfDay(given, now, endOfDay(now)) };
  }, [coming.data, steps.data, cards.data, now]);
  const fetched = {
    data,
    error: coming.error ?? steps.error ?? cards.error,
    failureReason: coming.failureReason ?? steps.failureReason ?? cards.failureReason,
    refetch: () => Promise.all([coming.refetch(), steps.refetch(), cards.refetch()]),
  };
  return (
    <Page title={t('Practice')} tools={<HurtsButton />} help={help}>
      <Fetched from={fetched} what={t('what there is to practise')}>
        {({ drills, coming: set, steps: found, songs }) => (
          <>
            <DrillsToday
              drills={drills}
              titleOf={(id) =>
                songs.find((song) => song.id === id)?.title ??
                found.find(({ songId }) => songId === id)?.title ??
                ''
              }
            />
            {set ? <ReadySongs coming={set} steps={found} /> : null}
          </>
        )}
      </Fetched>
      <Logbook />
    </Page>
  );
}
