import { printRun, type Run } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { Pencil, Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { Fetched } from '../../../queries/Fetched.tsx';
import { keptNames } from '../../../queries/kept.ts';
import { runsQuery } from '../../../queries/queries.ts';
import { IconButton } from '../../../ui/Button.tsx';
import { runKindNames, runStepNames } from '../../../words/choiceNames.ts';
import { t } from '../../../words/words.ts';
import { Card, List } from '../../parts/cards.ts';
import { OwnTools } from '../../parts/OwnTools.tsx';
import { Elsewhere } from '../run/Elsewhere.tsx';
import { useFillsLens, useSigned } from '../state/fillsContext.ts';
import { OtherSongs } from '../run/OtherSongs.tsx';
import { draftOf, emptyRunDraft } from '../state/runDraft.ts';
import { useOwnRunActions } from '../state/useOwnRuns.ts';

const Head = styled.div`
  display: flex;
  align-items: center;
  gap: 4px;
  h3 {
    flex: 1;
    min-width: 0;
  }
`;

const Hands = styled.dl`
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 2px 10px;
  font-size: 17px;
  font-weight: 600;
  font-variant-numeric: lining-nums;
  dt {
    font-size: 12px;
    font-weight: 400;
    line-height: 24px;
    color: var(--soft);
  }
  dd {
    overflow-wrap: anywhere;
  }
`;

/** The runs that the team keeps: offered at every chord they fit, changed, brought in and saved as a file. */
export function OwnRuns() {
  const fetched = useQuery(runsQuery());
  const { own, setMaking } = useFillsLens();
  const { bringIn, saveAll } = useOwnRunActions();
  return (
    <>
      <p>
        {t(
          'Runs that your team made. Each is kept in numbers of its chord, and offered wherever it fits, in every song and key.',
        )}
      </p>
      <OwnTools
        make={t('Make a run')}
        onMake={() => setMaking(true)}
        onFile={(file) => void bringIn(file)}
        onSave={own.length > 0 ? () => saveAll(own.map(printRun)) : null}
      />
      <Fetched from={fetched} what={t('the runs')} kept={keptNames.runs}>
        {({ runs }) =>
          runs.length === 0 ? (
            <p>{t('None yet: play one in, or make one by choices.')}</p>
          ) : (
            <List aria-label={t('Runs of our own')}>
              {own.map((run) => (
                <OwnCard key={run.id} run={run} />
              ))}
            </List>
          )
        }
      </Fetched>
    </>
  );
}

function OwnCard({ run }: { run: Run }) {
  const { setDraft, setMaking } = useFillsLens();
  const { forget } = useOwnRunActions();
  const signed = useSigned();
  const { name, kinds } = run;
  const { right, left, step, into } = printRun(run);
  return (
    <Card>
      <Head>
        <h3>{name}</h3>
        <IconButton
          aria-label={t('Change “{{name}}”', { name })}
          onPress={() => {
            setDraft(draftOf({ ...emptyRunDraft, name, replaces: run }, run));
            setMaking(true);
          }}
        >
          <Pencil size={16} strokeWidth={1.5} />
        </IconButton>
        <IconButton
          aria-label={t('Take “{{name}}” away', { name })}
          onPress={() => void forget(printRun(run))}
        >
          <Trash2 size={16} strokeWidth={1.5} />
        </IconButton>
      </Head>
      <Hands>
        {right ? (
          <>
            <dt>{t('right')}</dt>
            <dd>{signed(into === undefined ? right : `${right} → ${into}`)}</dd>
          </>
        ) : null}
        {left ? (
          <>
            <dt>{t('left')}</dt>
            <dd>{signed(left)}</dd>
          </>
        ) : null}
      </Hands>
      <p>
        {t('Each step {{step}}; over {{kinds}}', {
          step: runStepNames[step],
          kinds: kinds.map((kind) => runKindNames[kind]).join(', '),
        })}
      </p>
      <Elsewhere run={run} />
      <OtherSongs run={run} />
    </Card>
  );
}
