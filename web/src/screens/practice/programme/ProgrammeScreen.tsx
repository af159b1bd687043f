import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { HurtsButton, RestNote } from '../../../lenses/parts/Care.tsx';
import { Fetched } from '../../../queries/Fetched.tsx';
import { useResting } from '../../../settings/care.ts';
import { useHelp, type HelpLine } from '../../../ui/help.ts';
import { EmptyState } from '../../../ui/states.tsx';
import { phone } from '../../../ui/theme.ts';
import { useTitle } from '../../../ui/useTitle.ts';
import { t } from '../../../words/words.ts';
import { useSongsToChoose } from '../usePractising.ts';
import { ChooseProgramme } from './ChooseProgramme.tsx';
import type { Programme } from './programme.ts';
import { RunProgramme } from './RunProgramme.tsx';

const Frame = styled.div`
  display: flex;
  flex-direction: column;
  gap: 14px;
  min-height: 100vh;
  max-width: 1180px;
  margin: 0 auto;
  padding: 14px 24px 18px;
  ${phone} {
    padding: 10px 12px;
  }
`;

const Top = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 18px;
  h1 {
    flex: 1 1 160px;
    font-size: 24px;
  }
  a {
    font-size: 16px;
  }
`;

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
    <Frame>
      <Top>
        <Link to="/practice">{t('Practice')}</Link>
        <h1>{t('Programme')}</h1>
        <HurtsButton />
      </Top>
      {isResting ? (
        <RestNote />
      ) : programme ? (
        <RunProgramme
          key={`${programme.steps.length} ${programme.title}`}
          programme={programme}
          onAgain={setProgramme}
          onEnd={() => setProgramme(null)}
        />
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
    </Frame>
  );
}
