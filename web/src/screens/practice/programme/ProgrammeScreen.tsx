import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { HurtsButton, RestNote } from '../../../lenses/parts/Care.tsx';
import { Fetched } from '../../../queries/Fetched.tsx';
import { useResting } from '../../../settings/care.ts';
import { useHelp, type HelpLine } from '../../../ui/help.ts';
import { EmptyState } from '../../../ui/states.tsx';
import { useTitle } from '../../../ui/useTitle.ts';
import { t } from '../../../words/words.ts';
import { PracticeFrame, PracticeTop } from '../../parts/PracticeFrame.ts';
import { useSongsToChoose } from '../usePractising.ts';
import { ChooseProgramme } from './ChooseProgramme.tsx';
import type { Programme } from './programme.ts';
import { RunProgramme } from './RunProgramme.tsx';

const lines: readonly HelpLine[] = [
  { id: 'made', name: t('Say which bars, in which keys, metres and patterns, how fast') },
  { id: 'runs', name: t('It runs by itself: a clean round goes on, another one comes again') },
];
const help = { title: t('Programme'), lines };

/** Bars of a song through keys, metres and patterns, slow before fast, without touching the computer. */
export function ProgrammeScreen() {
  const [parameters] = useSearchParams();
  const asked = parameters.get('song');
  const songs = useSongsToChoose(asked);
  const [programme, setProgramme] = useState<Programme | null>(null);
  const isResting = useResting();
  useTitle(t('Programme'));
  useHelp(help);
  return (
    <PracticeFrame>
      <PracticeTop>
        <Link to="/practice">{t('Practice')}</Link>
        <h1>{t('Programme')}</h1>
        <HurtsButton />
      </PracticeTop>
      {isResting ? (
        <RestNote />
      ) : programme ? (
        <RunProgramme programme={programme} onEnd={() => setProgramme(null)} />
      ) : (
        <Fetched from={songs} what={t('the songs')}>
          {(found) =>
            found.length === 0 ? (
              <EmptyState title={t('No song to practise yet')}>
                {t('Plan a service, or practise a song: its bars can be chosen here.')}
              </EmptyState>
            ) : (
              <ChooseProgramme songs={found} asked={asked} onBegin={setProgramme} />
            )
          }
        </Fetched>
      )}
    </PracticeFrame>
  );
}
