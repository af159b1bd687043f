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

interface RunProgrammeProps {
  programme: Programme;
  /** The rounds that were not clean are to be played once more. */
  onAgain: (programme: Programme) => void;
  onEnd: () => void;
}

/** One round after the other, by themselves. */
export function RunProgramme({ programme, onAgain, onEnd }: RunProgrammeProps) {
  const { steps, songId, title } = programme;
  const [place, setPlace] = useState(0);
  const [unclean, setUnclean] = useState<readonly ProgrammeStep[]>([]);
  const navigate = useNavigate();
  const step = steps[place];
  if (!step)
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
            <PrimaryButton
              onPress={() => onAgain({ songId, title, section: programme.section, steps: unclean })}
            >
              {t('These once more')}
            </PrimaryButton>
          ) : null}
          <Button onPress={onEnd}>{t('Another programme')}</Button>
          <Button onPress={() => void navigate('/practice')}>{t('Back to practice')}</Button>
        </Bar>
      </>
    );
  const done = (isClean: boolean) => {
    if (!isClean) setUnclean([...unclean, step]);
    setPlace(place + 1);
  };
  const next = steps[place + 1];
  return (
    <>
      <Bar>
        <h2>
          {t('Round {{number}} of {{of}}', { number: place + 1, of: steps.length })}:{' '}
          {stepInWords(step)}
        </h2>
        <Button onPress={() => setPlace(place + 1)}>{t('Pass over')}</Button>
        <Button onPress={onEnd}>{t('End the programme')}</Button>
      </Bar>
      <Next>{next ? t('then {{round}}', { round: stepInWords(next) }) : t('the last one')}</Next>
      <Rounds programme={programme} place={place} onDone={done} />
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
  place: number;
  onDone: (isClean: boolean) => void;
}

/** The rounds of a step. It stays for all of them, and the keyboard that is played on with it. */
function Rounds({ programme: { songId, title, section, steps }, place, onDone }: RoundsProps) {
  const step = steps[place]!;
  const next = steps[place + 1];
  const { song, key } = step;
  const settings = reader.use(...chartSettings);
  const view = useMemo<ChartView>(
    () => ({ ...viewAsWritten(song, settings), key }),
    [song, key, settings],
  );
  const own = `${songId} ${place}`;
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
    const timer = setTimeout(actions.toggle, before);
    return () => clearTimeout(timer);
  }, [actions, song]);
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
