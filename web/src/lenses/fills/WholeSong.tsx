import {
  instruments,
  placeRuns,
  restraints,
  type PlacedRuns,
  type ProposedRun,
  type RefusedPlace,
} from '@intervallum/core';
import { Play, Square } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { player } from '../../settings/player.ts';
import { Button, IconButton, PrimaryButton, QuietButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { restraintNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { useFillsLens, useSigned } from './state/fillsContext.ts';
import { Card, Details, List, Steps } from '../parts/cards.ts';
import { placeInWords } from './state/placeInWords.ts';

const Head = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  h3 {
    flex: 1;
    min-width: 0;
    font-size: 16px;
  }
`;

const Places = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  margin: 0 0 6px -8px;
  button {
    text-align: left;
    white-space: normal;
  }
`;

/** Where runs go in the song, and where not: a proposal, of which the player takes what is wanted. */
export function WholeSong() {
  const { timeline, voiced, runs, actions } = useFillsLens();
  const { reach, keys } = player.use('reach', 'keys');
  const [restraint, setRestraint] = useState<(typeof restraints)[number]>('usual');
  const { placed, refused } = useMemo<PlacedRuns>(
    () =>
      placeRuns(timeline, {
        runs,
        restraint,
        reach,
        instrument: instruments[keys],
        ...(voiced ? { voiced } : {}),
      }),
    [timeline, runs, restraint, reach, keys, voiced],
  );
  return (
    <>
      <Choice
        label={t('How much')}
        value={restraint}
        options={restraints.map((one) => [one, restraintNames[one]] as const)}
        onChange={setRestraint}
      />
      <p>
        {t(
          'The plain pattern first, heard twice; then one in a gap, never two in a row; one showpiece a song.',
        )}
      </p>
      {placed.length === 0 ? <p>{t('Nothing is added to this song: see below why.')}</p> : null}
      {placed.length > 1 ? (
        <Steps>
          <PrimaryButton
            onPress={() =>
              actions.place(
                placed.map(({ fit }) => fit),
                false,
              )
            }
          >
            {t('Place all {{count}}', { count: placed.length })}
          </PrimaryButton>
        </Steps>
      ) : null}
      <List aria-label={t('Proposed')}>
        {placed.map((one) => (
          <Proposed key={one.at} proposed={one} />
        ))}
      </List>
      {refused.length > 0 ? (
        <Details open={placed.length === 0}>
          <summary>
            {t('{{count}} gaps are left alone, and why', { count: refused.length })}
          </summary>
          <ul>
            {byReason(refused).map(([reason, places]) => (
              <li key={reason}>
                <p>{reason}</p>
                <Places>
                  {places.map((one) => (
                    <Refused key={one.at} refused={one} />
                  ))}
                </Places>
              </li>
            ))}
          </ul>
        </Details>
      ) : null}
    </>
  );
}

function Proposed({ proposed: { at, fit, why } }: { proposed: ProposedRun }) {
  const { timeline, heard, fills, actions } = useFillsLens();
  const signed = useSigned();
  const { name, id } = fit.run;
  const where = placeInWords(timeline, at);
  const isHeard = heard === `${at} ${id}`;
  const { slot, pass } = timeline.slots[at]!;
  const isThere = fills.placed.some(
    (one) => one.slot === slot && one.run.id === id && one.times.includes(pass),
  );
  return (
    <Card>
      <Head>
        <h3>
          {name}
          <br />
          <QuietButton onPress={() => actions.goTo(at)}>{where}</QuietButton>
        </h3>
        {isHeard ? (
          <IconButton aria-label={t('Stop')} onPress={actions.stop}>
            <Square size={18} strokeWidth={1.5} />
          </IconButton>
        ) : (
          <IconButton
            aria-label={`${t('Hear {{name}}', { name })}, ${where}`}
            onPress={() => actions.hear(fit)}
          >
            <Play size={18} strokeWidth={1.5} />
          </IconButton>
        )}
      </Head>
      <p>{signed(why)}</p>
      <Steps>
        {isThere ? (
          <p>{t('It is placed.')}</p>
        ) : (
          <Button
            aria-label={`${t('Place it')}: ${name}, ${where}`}
            onPress={() => actions.place([fit], false)}
          >
            {t('Place it')}
          </Button>
        )}
      </Steps>
    </Card>
  );
}

/** What has one reason stands together, in the order of the song. */
function byReason(refused: readonly RefusedPlace[]): [string, readonly RefusedPlace[]][] {
  const reasons = [...new Set(refused.map(({ reason }) => reason))];
  return reasons.map((reason) => [reason, refused.filter((one) => one.reason === reason)]);
}

/** A gap that is left alone, with the run that would fit it best. */
function Refused({ refused: { at, run } }: { refused: RefusedPlace }) {
  const { timeline, actions } = useFillsLens();
  const where = placeInWords(timeline, at);
  return (
    <QuietButton onPress={() => actions.goTo(at)}>
      {run ? `${where}: ${run.name}` : where}
    </QuietButton>
  );
}
