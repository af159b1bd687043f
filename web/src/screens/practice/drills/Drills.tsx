import type { DrillCard } from '@intervallum/core';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { BreakNote, HurtsButton, RestNote } from '../../../lenses/parts/Care.tsx';
import { usePlayed } from '../../../lenses/parts/usePlayed.ts';
import { noteDown } from '../../../queries/logbook.ts';
import { useResting } from '../../../settings/care.ts';
import { Button, PrimaryButton } from '../../../ui/Button.tsx';
import { useHelp, type HelpLine } from '../../../ui/help.ts';
import { useSteady } from '../../../ui/useSteady.ts';
import { useTitle } from '../../../ui/useTitle.ts';
import { t } from '../../../words/words.ts';
import { PracticeFrame, PracticeTop } from '../../parts/PracticeFrame.ts';
import { DrillBoard } from './DrillBoard.tsx';
import { DrillCardView } from './DrillCardView.tsx';
import { createDrillRoom, type DrillRoom } from './drillRoom.ts';
import { DrillsDone } from './DrillsDone.tsx';

/** The drill takes what the top and the keys leave. */
const Frame = styled(PracticeFrame)`
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
`;

const lines: readonly HelpLine[] = [
  { id: 'play', name: t('Play what is asked, on any keyboard'), keyName: 'A … P' },
  { id: 'choose', name: t('Choose a number'), keyName: '1 … 4' },
  { id: 'next', name: t('The next drill'), keyName: 'Enter' },
];

/** Cards that are asked one after the other. */
export function Drills({
  cards,
  titleOf,
}: {
  cards: readonly DrillCard[];
  titleOf: (songId: string) => string;
}) {
  const [room] = useState(() =>
    createDrillRoom(cards, {
      now: () => performance.now(),
      log: (entry) => void noteDown([entry]),
    }),
  );
  const state = useStore(room.store);
  const isResting = useResting();
  const navigate = useNavigate();
  const played = usePlayed(({ kind, note }, at) => room.key(kind, note, at));
  useTitle(t('Drills'));
  useHelp(help);
  useClockOf(room, state.endsAt, state.went !== null);
  const { place, asks, went } = state;
  const card = cards[place];
  const { onKey } = useSteady({
    onKey: (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      if (target.closest('[role="listbox"], [aria-haspopup="listbox"], [role="dialog"], input'))
        return;
      if (event.key === 'Enter' && went && !target.closest('button, a')) return room.next();
      const option = asks?.kind === 'choose' ? Number(event.key) - 1 : NaN;
      if (option >= 0 && asks?.kind === 'choose' && option < asks.options.length)
        room.choose(option);
    },
  });
  useEffect(() => {
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, [onKey]);
  return (
    <Frame onKeyDown={played.onKey} onKeyUp={played.onKey}>
      <PracticeTop>
        <Link to="/practice">{t('Practice')}</Link>
        <h1>
          {card
            ? t('Drill {{number}} of {{of}}', { number: place + 1, of: cards.length })
            : t('Drills')}
        </h1>
        <HurtsButton />
        {card && !isResting && !went ? <Button onPress={room.next}>{t('Pass over')}</Button> : null}
      </PracticeTop>
      {isResting ? (
        <RestNote />
      ) : card ? (
        <DrillCardView key={card.name} card={card} state={state} room={room} titleOf={titleOf} />
      ) : (
        <DrillsDone state={state}>
          <PrimaryButton onPress={() => void navigate('/practice')}>
            {t('Back to practice')}
          </PrimaryButton>
        </DrillsDone>
      )}
      {card && !isResting ? (
        <div>
          <BreakNote />
          {asks?.kind === 'play' ? <DrillBoard state={state} room={room} played={played} /> : null}
        </div>
      ) : null}
    </Frame>
  );
}

const help = { title: t('Drills'), lines };

/** Ends a drill whose time is over. */
function useClockOf(room: DrillRoom, endsAt: number | null, isDone: boolean): void {
  useEffect(() => {
    if (endsAt === null || isDone) return;
    const timer = setTimeout(room.end, Math.max(0, endsAt - performance.now()));
    return () => clearTimeout(timer);
  }, [room, endsAt, isDone]);
}
