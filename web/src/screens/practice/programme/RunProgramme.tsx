import { formatMeter, type ProgrammeStep } from '@intervallum/core';
import { queryOptions, useQueryClient } from '@tanstack/react-query';
import { Play, Square } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { findFreeHands } from '../../../document/voicing.ts';
import { HowItWent } from '../../../lenses/practice/HowItWent.tsx';
import { PracticeContext } from '../../../lenses/practice/practiceContext.ts';
import { PracticeStrip } from '../../../lenses/practice/PracticeStrip.tsx';
import { usePractice } from '../../../lenses/practice/usePractice.ts';
import { Chart } from '../../../music/rails/Chart.tsx';
import { keyName, viewAsWritten, type ChartView } from '../../../music/rails/view.ts';
import { noteDown } from '../../../queries/logbook.ts';
import { chartSettings, reader } from '../../../settings/reader.ts';
import { Button, PrimaryButton } from '../../../ui/Button.tsx';
import { t } from '../../../words/words.ts';
import type { Programme } from './programme.ts';

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  h2 {
    flex: 1 1 240px;
    font-size: 22px;
  }
`;

const Next = styled.p`
  font-size: 15px;
  color: var(--soft);
`;

/** A step is tried so often before it goes on: what was not clean comes again at the end, if one likes. */
const mostTries = 3;
/** So long one has until a round begins by itself, and until the next one does, in milliseconds. */
const before = 600;
const between = 2_500;

/** How far one has come, and what is to be mended. */
interface Run {
  readonly steps: readonly ProgrammeStep[];
  readonly place: number;
  readonly unclean: readonly ProgrammeStep[];
  /** How often it was begun: what was not clean comes once more. */
  readonly turn: number;
}

/** One round after the other, by themselves. What listens stays for all of them, and the keyboard that is played on with it. */
export function RunProgramme({ programme, onEnd }: { programme: Programme; onEnd: () => void }) {
  const [run, setRun] = useState<Run>({
    ...{ steps: programme.steps, place: 0, unclean: [], turn: 1 },
  });
  const { steps, place, unclean, turn } = run;
  const [step, next] = [steps[place], steps[place + 1]];
  const done = (isClean: boolean) => {
    if (step) setRun({ ...run, place: place + 1, unclean: isClean ? unclean : [...unclean, step] });
  };
  return (
    <>
      {step ? (
        <>
          <Bar>
            <h2>
              {t('Round {{number}} of {{of}}', { number: place + 1, of: steps.length })}:{' '}
              {stepInWords(step)}
            </h2>
            <Button onPress={() => setRun({ ...run, place: place + 1 })}>{t('Pass over')}</Button>
            <Button onPress={onEnd}>{t('End the programme')}</Button>
          </Bar>
          <Next>
            {next ? t('then {{round}}', { round: stepInWords(next) }) : t('the last one')}
          </Next>
        </>
      ) : (
        <ProgrammeDone
          run={run}
          onAgain={() => setRun({ steps: unclean, place: 0, unclean: [], turn: turn + 1 })}
          onEnd={onEnd}
        />
      )}
      <Rounds programme={programme} run={run} onDone={done} />
    </>
  );
}

interface ProgrammeDoneProps {
  run: Run;
  onAgain: () => void;
  onEnd: () => void;
}

/** It is over: what is left to mend, and what one can do next. */
function ProgrammeDone({ run: { steps, unclean }, onAgain, onEnd }: ProgrammeDoneProps) {
  const navigate = useNavigate();
  return (
    <>
      <h2>{t('{{count}} rounds', { count: steps.length })}</h2>
      <div role="status">
        <p>
          {unclean.length === 0
            ? t('That was all of it, and nothing of it is left to mend.')
            : t('To mend:')}
        </p>
        <ul>
          {unclean.map((one) => (
            <li key={stepInWords(one)}>{stepInWords(one)}</li>
          ))}
        </ul>
      </div>
      <Bar>
        {unclean.length > 0 ? (
          <PrimaryButton onPress={onAgain}>{t('These once more')}</PrimaryButton>
        ) : null}
        <Button onPress={onEnd}>{t('Another programme')}</Button>
        <Button onPress={() => void navigate('/practice')}>{t('Back to practice')}</Button>
      </Bar>
    </>
  );
}

/** @example 'E♭ · 6/8 · block · 72' */
function stepInWords({ key, meter, pattern, tempo }: ProgrammeStep): string {
  return [keyName(key, reader.now()), formatMeter(meter), pattern, tempo].join(' · ');
}

/** How its hands are found, once for each of its rounds; those of the next one while this one is played. */
function handsOf({ song, key }: ProgrammeStep, style: ChartView['style']) {
  return queryOptions({
    queryKey: ['programme', song, key],
    queryFn: () => findFreeHands(song, { key, style }),
    staleTime: Infinity,
  });
}

interface RoundsProps {
  programme: Programme;
  run: Run;
  onDone: (isClean: boolean) => void;
}

/** The rounds of a step; nothing is seen of it once all are over. */
function Rounds({
  programme: { songId, title, section },
  run: { steps, place, turn },
  onDone,
}: RoundsProps) {
  const isOver = place >= steps.length;
  const step = steps[Math.min(place, steps.length - 1)]!;
  const next = steps[place + 1];
  const { song, key } = step;
  const settings = reader.use(...chartSettings);
  const view = useMemo<ChartView>(
    () => ({ ...viewAsWritten(song, settings), key }),
    [song, key, settings],
  );
  const own = `${songId} ${turn} ${place}`;
  const client = useQueryClient();
  const state = usePractice({
    // Of the song's own ladder it is no step: each of its steps is counted by itself.
    ...{ song, songId: own, section: 0, view, onSection: () => undefined },
    whole: async () => {
      const found = await client.fetchQuery(handsOf(step, view.style));
      if (next) void client.prefetchQuery(handsOf(next, view.style));
      return found;
    },
    // That its rounds were played is written down, as time.
    log: ({ id, at, day, seconds, tempo, goal }) =>
      void noteDown([
        {
          ...{ id, at, day, seconds, songId, title, section },
          ...{ kind: 'time', what: 'programme', tempo: tempo ?? goal },
        },
      ]),
    begins: { rung: 'written', tempo: 100, way: 'in time' },
    isLed: true,
  });
  const { running, isSearching, went, called, actions } = state;
  const isOn = running !== null || isSearching;
  useEffect(() => {
    if (isOver) return undefined;
    const timer = setTimeout(actions.toggle, before);
    return () => clearTimeout(timer);
  }, [actions, own, isOver]);
  // The last one was passed over while it ran.
  useEffect(() => {
    if (isOver && isOn) actions.toggle();
  }, [actions, isOver, isOn]);
  useEffect(() => {
    const isOfThis = went?.kind === 'round' && went.isWhole && went.step.of.songId === own;
    if (!isOfThis || isOn) return undefined;
    const { isClean, number } = went;
    const goesOn = isClean !== false || number >= mostTries;
    const timer = setTimeout(
      () => (goesOn ? onDone(isClean !== false) : actions.toggle()),
      between,
    );
    return () => clearTimeout(timer);
    // What is done then is what is known then.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [went, own, isOn, actions]);
  if (isOver) return null;
  const at = called?.now?.at ?? null;
  const playing = at === null ? null : (running?.step.timeline.slots[at]?.slot ?? null);
  return (
    <PracticeContext.Provider value={state}>
      <Bar>
        <PrimaryButton onPress={actions.toggle}>
          {isOn ? (
            <Square size={18} strokeWidth={1.5} aria-hidden />
          ) : (
            <Play size={18} strokeWidth={1.5} aria-hidden />
          )}{' '}
          {isOn ? t('Stop') : t('Go on')}
        </PrimaryButton>
      </Bar>
      <Chart song={song} view={view} playing={playing} />
      <HowItWent />
      <PracticeStrip openPanel={null} />
    </PracticeContext.Provider>
  );
}
