import { nearestTo } from '@intervallum/core';
import styled from 'styled-components';
import { PlayTools } from '../../../lenses/parts/PlayTools.tsx';
import type { Played } from '../../../lenses/parts/usePlayed.ts';
import { keyLabel } from '../../../music/keys/labels.ts';
import { Keys, type KeyMark } from '../../../music/keys/Keys.tsx';
import { Button } from '../../../ui/Button.tsx';
import { t } from '../../../words/words.ts';
import type { DrillRoom, DrillState } from './drillRoom.ts';
import { useDrillView } from './useDrillView.ts';

const Board = styled.div`
  min-width: 0;
  overflow-x: auto;
`;

/** The keys under a drill: what is down, what was wrong, and what lay there before. */
export function DrillBoard({
  state,
  room,
  played,
}: {
  state: DrillState;
  room: DrillRoom;
  played: Played;
}) {
  const { asks, waiting, down, went } = state;
  const viewIn = useDrillView();
  if (asks?.kind !== 'play' || !waiting) return null;
  const task = asks.tasks[Math.min(waiting.place, asks.tasks.length - 1)]!;
  const view = viewIn(task.key);
  const wrong = new Set(waiting.wrong);
  const marks: KeyMark[] = [
    ...(asks.near ?? [])
      .filter((note) => !down.has(note))
      .map((note) => ({ note, hand: 'left' as const, label: '', ghost: true })),
    ...[...down].map((note): KeyMark => ({
      note,
      hand: wrong.has(note) ? 'right' : 'left',
      label: '',
    })),
  ];
  return (
    <div role="group" aria-label={t('Piano')}>
      <PlayTools
        played={played}
        musicKey={task.key}
        plays="asked"
        hint={t('Computer keys A to P play, Z and X change the octave.')}
      >
        {played.sourceId === 'simulated' && !went ? (
          <Button onPress={() => played.simulate(simulatedNotes(state))}>
            {t('Play what is asked')}
          </Button>
        ) : null}
      </PlayTools>
      <Board>
        <Keys
          from={48}
          to={84}
          marks={marks}
          nameOf={(note) => keyLabel(note, view)}
          onPress={(note) => room.press(note, performance.now())}
        />
      </Board>
    </div>
  );
}

/** What the simulated keyboard plays: the chord that is waited for, as near as it lies where that is asked. */
function simulatedNotes({ asks, waiting }: DrillState): number[] {
  if (asks?.kind !== 'play' || !waiting) return [];
  const chord = waiting.chords[waiting.place];
  if (!chord) return [];
  const classes = [...new Set(chord.notes.map((note) => note % 12))];
  return asks.near ? nearestTo(asks.near, classes) : classes.map((tone) => 60 + tone);
}
