import {
  fillPlaceAt,
  runFamilies,
  runGrades,
  runPlaces,
  type RunFamily,
  type RunGrade,
  type Timeline,
} from '@intervallum/core';
import { ArrowLeft, ArrowRight, Play, Plus, Square } from 'lucide-react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { runFamilyNames, runGradeNames } from '../../words/choiceNames.ts';
import { ordinal, t } from '../../words/words.ts';
import { freeInWords } from '../parts/beats.ts';
import { asItStands, useFillsLens, useSigned } from './state/fillsContext.ts';
import { timesOf, type OpenPlace } from './state/openPlace.ts';
import { placeInWords } from './state/placeInWords.ts';
import { PlacedHere } from './PlacedHere.tsx';
import { RunCard } from './RunCard.tsx';
import { TempoPick } from './run/TempoPick.tsx';
import { Arrow, Details, List, Steps, WhichChord, Wishes } from '../parts/cards.ts';
import { WhatGoes } from '../parts/WhatGoes.tsx';

const Hearing = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px;
`;

/** More runs than these are shown when they are asked for by a wish. */
const mostShown = 24;

/** More times through a section than these are not told apart. */
const mostTimes = 12;

const all = 'all';

/** What fits the chosen chord: seen, heard in its place slow or fast, placed for one time or for all. */
export function Here() {
  const { view, place, timeline, isBeingFound, setMaking } = useFillsLens();
  const signed = useSigned();
  if (!place) return <p>{t('Write some chords first: a run belongs to a chord.')}</p>;
  const { found, fits } = place;
  const { is, key } = timeline.slots[place.at]!;
  return (
    <>
      <WhereItIs place={place} />
      <Times place={place} />
      {place.placed ? <PlacedHere key={place.at} placed={place.placed} /> : null}
      {is.kind === 'chord' ? (
        <WhatGoes key={place.at} chord={is.chord} view={view} musicKey={key} />
      ) : null}
      {found.why ? (
        <>
          <p>{signed(found.why)}</p>
          <NextGap at={place.at} />
        </>
      ) : (
        <HowItIsHeard />
      )}
      {found.why ? null : <WhichRuns />}
      {!found.why && isBeingFound ? <p role="status">{t('The hands are being found.')}</p> : null}
      {!found.why && fits.length === 0 ? <p>{t('No run of this kind fits here.')}</p> : null}
      <List aria-label={t('Runs for this chord')}>
        {(isBeingFound ? [] : fits).slice(0, mostShown).map((fit, index) => (
          <RunCard key={fit.run.id} fit={fit} number={index + 1} />
        ))}
      </List>
      {!isBeingFound && fits.length > mostShown ? (
        <p>
          {t('{{count}} more fit: say which family or grade.', { count: fits.length - mostShown })}
        </p>
      ) : null}
      <Refusals place={place} />
      <Steps>
        <Button onPress={() => setMaking(true)}>
          <Plus size={16} strokeWidth={1.5} aria-hidden /> {t('Make one of our own')}
        </Button>
      </Steps>
    </>
  );
}

/** Where there is nothing to play, the way to the nearest place behind it, or before, where somebody could. */
function NextGap({ at }: { at: number }) {
  const { timeline, actions } = useFillsLens();
  const open = runPlaces(timeline).flatMap((one, slot) =>
    one.ok && one.place.at === slot && one.place.longest > 0 ? [slot] : [],
  );
  const there = open.find((slot) => slot > at) ?? open.at(-1);
  if (there === undefined) return null;
  return (
    <Steps>
      <Button onPress={() => actions.goTo(there)}>
        {t('To the next gap: {{place}}', { place: placeInWords(timeline, there) })}
      </Button>
    </Steps>
  );
}

/** Which chord it is, and the ways to those beside it. */
function WhereItIs({ place }: { place: OpenPlace }) {
  const { view, timeline, actions } = useFillsLens();
  const slot = timeline.slots[place.at]?.is;
  let next = place.at + 1;
  while (timeline.slots[next]?.is.kind === 'held') next += 1;
  const following = timeline.slots[next]?.is;
  return (
    <WhichChord>
      <IconButton aria-label={t('The chord before')} onPress={() => actions.step(-1)}>
        <ArrowLeft size={18} strokeWidth={1.5} />
      </IconButton>
      <h2>
        {slot?.kind === 'chord' ? <ChordMark chord={slot.chord} view={view} /> : '…'}
        {following?.kind === 'chord' ? (
          <>
            <Arrow aria-hidden>→</Arrow>
            <Arrow>
              <ChordMark chord={following.chord} view={view} />
            </Arrow>
          </>
        ) : null}
      </h2>
      <IconButton aria-label={t('The next chord')} onPress={() => actions.step(1)}>
        <ArrowRight size={18} strokeWidth={1.5} />
      </IconButton>
    </WhichChord>
  );
}

function Times({ place: { at, times, time } }: { place: OpenPlace }) {
  const { timeline, actions } = useFillsLens();
  const found = runPlaces(timeline)[at];
  const place = found?.ok ? found.place : null;
  return (
    <Hearing>
      {times > 1 ? (
        <Pick
          label={t('Which time')}
          labelled="beside"
          value={String(time)}
          options={timesOf(timeline, timeline.slots[at]!.slot)
            .slice(0, mostTimes)
            .map((one, index) => [String(index), timeInWords(timeline, one)] as const)}
          onChange={(next) => actions.setTime(Number(next))}
        />
      ) : null}
      {place && place.longest > 0 ? <p>{freeInWords(place.longest, place.tempo.beat)}</p> : null}
    </Hearing>
  );
}

/** A chord that a bar repeats is played more than once in one time through. */
function timeInWords(timeline: Timeline, at: number): string {
  const { time, again } = fillPlaceAt(timeline, at);
  const pass = ordinal(time);
  return again === 0 ? t('{{pass}} time', { pass }) : t('{{pass}} time, bar repeated', { pass });
}

/** Slow or at tempo, both hands or one; and as it stands, to compare. */
function HowItIsHeard() {
  const { hearing, heard, actions } = useFillsLens();
  const isHeard = heard === asItStands;
  return (
    <Hearing role="group" aria-label={t('How it is heard')}>
      <TempoPick />
      <Pick
        label={t('Hands')}
        value={hearing.hand}
        options={[
          ['both', t('both hands')],
          ['right', t('right hand')],
          ['left', t('left hand')],
        ]}
        onChange={(hand) => actions.setHearing({ hand })}
      />
      <Button
        aria-pressed={isHeard}
        onPress={() => (isHeard ? actions.stop() : actions.hear(null))}
      >
        {isHeard ? (
          <Square size={16} strokeWidth={1.5} aria-hidden />
        ) : (
          <Play size={16} strokeWidth={1.5} aria-hidden />
        )}{' '}
        {t('As it stands')}
      </Button>
    </Hearing>
  );
}

/** What is wished of runs: out of the way until somebody wishes something. */
function WhichRuns() {
  const { filter, place, own, actions } = useFillsLens();
  const { family, grade, hand } = filter;
  const said = [
    family === 'own' ? t('our own') : family ? runFamilyNames[family] : '',
    grade ? runGradeNames[grade] : '',
    hand === 'left' ? t('left hand') : hand === 'right' ? t('right hand') : '',
  ].filter(Boolean);
  return (
    <Details>
      <summary>
        <b>{t('{{count}} runs fit', { count: place?.fits.length ?? 0 })}</b>{' '}
        {said.length > 0 ? said.join(', ') : t('of all kinds')}
      </summary>
      <Wishes>
        <Pick<RunFamily | 'own' | typeof all>
          label={t('Family')}
          value={family ?? all}
          options={[
            [all, t('all of them')],
            ...(own.length > 0 ? [['own', t('our own')] as const] : []),
            ...runFamilies.map((one) => [one, runFamilyNames[one]] as const),
          ]}
          onChange={(next) => actions.wish({ family: next === all ? null : next })}
        />
        <Pick<RunGrade | typeof all>
          label={t('How hard')}
          value={grade ?? all}
          options={[
            [all, t('all of them')],
            ...runGrades.map((one) => [one, runGradeNames[one]] as const),
          ]}
          onChange={(next) => actions.wish({ grade: next === all ? null : next })}
        />
        <Pick<'left' | 'right' | typeof all>
          label={t('Which hand')}
          value={hand ?? all}
          options={[
            [all, t('all of them')],
            ['right', t('right hand')],
            ['left', t('left hand')],
          ]}
          onChange={(next) => actions.wish({ hand: next === all ? null : next })}
        />
      </Wishes>
    </Details>
  );
}

/** Runs of this chord's kind that do not go here. */
function Refusals({ place: { found } }: { place: OpenPlace }) {
  const signed = useSigned();
  const near = found.refused.filter(({ why }) => !why.startsWith('It is for other chords'));
  if (near.length === 0) return null;
  return (
    <Details>
      <summary>
        <b>{t('What does not go here, and why')}</b>
      </summary>
      <ul>
        {near.map(({ run, why }) => (
          <li key={run.id}>
            <b>{run.name}</b> {signed(why)}
          </li>
        ))}
      </ul>
    </Details>
  );
}
