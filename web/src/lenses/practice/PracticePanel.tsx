import { runPieces } from '@intervallum/core';
import { Minus, Play, Plus, Square } from 'lucide-react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { useResting } from '../../settings/care.ts';
import { practice } from '../../settings/practice.ts';
import { IconButton, PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { runPieceNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { BreakNote, HurtsButton, RestNote } from '../parts/Care.tsx';
import { About } from '../parts/cards.ts';
import { dueInWords } from '../parts/drilled.ts';
import { WhatGoes } from '../parts/WhatGoes.tsx';
import { PanelBody } from '../parts/PanelBody.ts';
import { rungName } from './findingWords.ts';
import { HowItWent } from './HowItWent.tsx';
import { usePracticeLens } from './practiceContext.ts';
import { PracticeSwitches } from './PracticeSwitches.tsx';
import type { AskedDrill } from './useAskedDrill.ts';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 12px;
  > span {
    flex: 1 1 150px;
  }
`;

const Bars = styled.div`
  display: flex;
  gap: 8px;
`;

/** What it says is read whole. */
const Wide = styled(Pick)`
  && {
    flex: 1 0 100%;
  }
` as typeof Pick;

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 14px;
  > span {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Tempo = styled.div`
  display: flex;
  align-items: center;
  gap: 6px;
  b {
    font-size: 22px;
    min-width: 2.2em;
    text-align: center;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 4px 16px;
  a {
    font-size: 15px;
  }
`;

const ways = {
  called: t('Each chord is called, and waits until your hands have it.'),
  'in time': t('The chart goes by in time; what comes next stands in grey.'),
  'from memory': t('The bars are empty: play it as you know it.'),
  improvise: t(
    'The section goes round and round. On the keys: tones of the chord solid, what leads into them hollow.',
  ),
} as const;

const clickNames = [
  ['off', t('off')],
  ['beats', t('beats')],
  ['eighths', t('eighths')],
  ['sixteenths', t('sixteenths')],
] as const;

/** These bars are a drill of the day: when it is done, the next one waits. */
function DrillNote({ drill: { due } }: { drill: AskedDrill }) {
  return (
    <Row>
      <span role="status">
        {due === null ? t('A drill: these bars went wrong.') : `${dueInWords(due)}.`}
      </span>
      <Link to="/practice/drills">
        {due === null ? t('Back to the drills') : t('Go on with the drills')}
      </Link>
    </Row>
  );
}

/** By so much the tempo is changed by hand, in beats a minute. */
const step = 4;

/** Beside the chart: what is practised, how, how fast; and how it went. @param isOwn there is a logbook of one's own behind it */
export function PracticePanel({ isOwn = true }: { isOwn?: boolean }) {
  const {
    sections,
    section,
    drill,
    ladder,
    rung,
    count,
    bars,
    way,
    hand,
    hasRuns,
    runs,
    stairs,
    running,
    went,
    isSearching,
    called,
    view,
    actions,
  } = usePracticeLens();
  const { click } = practice.use('click');
  const { songId = '' } = useParams();
  const isResting = useResting();
  const places = Array.from({ length: count }, (_, place) => String(place + 1));
  const isOn = running !== null || isSearching;
  const isTimed = way !== 'called';
  const over = called?.now ?? called?.next ?? null;
  return (
    <PanelBody role="region" aria-label={t('Practice')} tabIndex={0}>
      {drill ? <DrillNote drill={drill} /> : null}
      <BreakNote />
      <Line>
        <Pick
          label={t('Section')}
          value={String(section)}
          options={sections.map(
            ({ place, name }) => [String(place), name || t('Section without a name')] as const,
          )}
          onChange={(place) => actions.toSection(Number(place))}
        />
        {count > 1 ? (
          <Bars>
            <Pick
              label={t('From bar')}
              value={String(bars.from)}
              options={places.map((place) => [place, place] as const)}
              onChange={(from) =>
                actions.toBars({ from: Number(from), to: Math.max(bars.to, Number(from)) })
              }
            />
            <Pick
              label={t('to bar')}
              value={String(bars.to)}
              options={places.map((place) => [place, place] as const)}
              onChange={(to) =>
                actions.toBars({ from: Math.min(bars.from, Number(to)), to: Number(to) })
              }
            />
          </Bars>
        ) : null}
        {way === 'improvise' ? null : (
          <Wide
            label={t('Step')}
            value={String(rung)}
            options={ladder.map(
              (one, place) => [String(place), `${place + 1}. ${rungName(one)}`] as const,
            )}
            onChange={(place) => actions.toRung(Number(place))}
          />
        )}
      </Line>
      <Choice
        label={t('How')}
        value={way}
        options={[
          ['called', t('Called')],
          ['in time', t('In time')],
          ['from memory', t('From memory')],
          ['improvise', t('Improvise')],
        ]}
        onChange={actions.toWay}
      />
      {way === 'improvise' || ladder[rung]?.kind === 'right' ? null : (
        <Choice
          label={t('Hands')}
          value={hand ?? 'both'}
          options={[
            ['both', t('Both hands')],
            ['right', t('Right hand alone')],
            ['left', t('Left hand alone')],
          ]}
          onChange={(to) => actions.toHand(to === 'both' ? null : to)}
        />
      )}
      {hasRuns && way !== 'improvise' && ladder[rung]?.kind === 'written' ? (
        <Pick
          label={t('What of it')}
          value={runs ?? 'everything'}
          options={[
            ['everything', t('everything')],
            ...runPieces.map((piece) => [piece, runPieceNames[piece]] as const),
          ]}
          onChange={(to) => actions.toRuns(to === 'everything' ? null : to)}
        />
      ) : null}
      {went === null ? <About>{ways[way]}</About> : null}
      {way === 'improvise' && over ? (
        <WhatGoes chord={over.chord} view={view} musicKey={over.key} />
      ) : null}
      {isTimed ? (
        <Row>
          <span aria-hidden>{t('Tempo')}</span>
          <Tempo role="group" aria-label={t('Tempo')}>
            <IconButton
              aria-label={t('Slower')}
              isDisabled={isOn || stairs.tempo - step < 20}
              onPress={() => actions.toTempo(stairs.tempo - step)}
            >
              <Minus size={20} strokeWidth={1.5} />
            </IconButton>
            <b>{stairs.tempo}</b>
            <IconButton
              aria-label={t('Faster')}
              isDisabled={isOn || stairs.tempo >= stairs.goal}
              onPress={() => actions.toTempo(Math.min(stairs.goal, stairs.tempo + step))}
            >
              <Plus size={20} strokeWidth={1.5} />
            </IconButton>
            <p>{t('of {{goal}}', { goal: stairs.goal })}</p>
          </Tempo>
          <Pick
            label={t('Click')}
            labelled="beside"
            value={click}
            options={clickNames}
            onChange={(chosen) => practice.change({ click: chosen })}
          />
        </Row>
      ) : null}
      {isResting ? (
        <RestNote />
      ) : (
        <PrimaryButton onPress={actions.toggle} isDisabled={ladder.length === 0}>
          {isOn ? (
            <Square size={18} strokeWidth={1.5} aria-hidden />
          ) : (
            <Play size={18} strokeWidth={1.5} aria-hidden />
          )}{' '}
          {isOn ? t('Stop') : t('Begin')}
        </PrimaryButton>
      )}
      <HowItWent />
      <PracticeSwitches />
      <Foot>
        <HurtsButton />
        {isOwn ? (
          <>
            <Link to={`/practice/programme?song=${songId}`}>{t('Through keys and metres')}</Link>
            <Link to="/practice">{t('Drills and logbook')}</Link>
          </>
        ) : null}
      </Foot>
    </PanelBody>
  );
}
