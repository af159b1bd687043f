import { improviseKeys } from '@intervallum/core';
import { Maximize2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { fillScreen } from '../../device/fullScreen.ts';
import { Keys, type KeyMark } from '../../music/keys/Keys.tsx';
import { keyLabel } from '../../music/keys/labels.ts';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { Button } from '../../ui/Button.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { phone, short } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import type { StripProps } from '../lens.ts';
import { PlayTools } from '../parts/PlayTools.tsx';
import { RoadStrip } from '../parts/roadStrip.ts';
import type { CalledNow } from './called.ts';
import { CalledChord } from './CalledChord.tsx';
import { usePracticeLens } from './practiceContext.ts';
import { LargeCall } from './LargeCall.tsx';
import type { SimulatedRound } from './roundPiece.ts';

const Row = styled.div`
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 16px;
  align-items: stretch;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    gap: 6px;
  }
  ${short} {
    grid-template-columns: 190px minmax(0, 1fr);
  }
`;

/** Large enough for who sits at the keys. */
const Call = styled.div`
  --numeral: 68px;
  --letters: 20px;
  display: grid;
  grid-template: auto minmax(84px, 1fr) / minmax(0, 1fr) auto;
  gap: 2px 14px;
  padding: 6px 14px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
  > p {
    font-size: 14px;
    color: var(--soft);
  }
  ${phone} {
    --numeral: 52px;
    grid-template-rows: auto minmax(64px, 1fr);
  }
  ${short} {
    --numeral: 40px;
    grid-template-rows: auto minmax(48px, 1fr);
  }
`;

const Now = styled.div`
  align-self: center;
  display: flex;
  align-items: baseline;
  gap: 12px;
  overflow: hidden;
`;

const Next = styled.div`
  --numeral: 34px;
  --borrowed: var(--soft);
  align-self: end;
  padding-bottom: 6px;
  color: var(--soft);
  text-align: right;
`;

const Board = styled.div`
  min-width: 0;
  overflow-x: auto;
`;

const simulatedNames: readonly (readonly [SimulatedRound, string])[] = [
  ['nothing', t('nothing')],
  ['clean', t('a clean round')],
  ['wrong', t('a wrong key')],
  ['missing', t('one key too few')],
  ['late', t('one chord late')],
  ['apart', t('one hand late')],
];

/** Under the chart: the chord that is called, large, the next one in grey, and the keys. */
export function PracticeStrip({ openPanel }: StripProps) {
  const { view, called, running, way, down, played, simulated, isCountingIn, actions } =
    usePracticeLens();
  const [isLarge, setLarge] = useState(false);
  const wrong = running?.kind === 'waiting' ? new Set(running.waiting.wrong) : null;
  const marks =
    running?.kind === 'improvising'
      ? improviseMarks(called, down)
      : [...down].map((note): KeyMark => ({
          note,
          hand: wrong?.has(note) ? 'right' : 'left',
          label: '',
        }));
  const isEmpty = way === 'from memory' && running !== null;
  return (
    <RoadStrip aria-label={t('What is called')} onKeyDown={played.onKey} onKeyUp={played.onKey}>
      <Row>
        <Call>
          <p>
            {called && !isCountingIn
              ? called.now
                ? t('bar {{bar}} · {{done}} of {{of}}', {
                    bar: called.now.bar,
                    done: called.done + (running?.kind === 'waiting' ? 0 : 1),
                    of: called.of,
                  })
                : ''
              : isCountingIn
                ? t('It is counted in')
                : t('Begin: what to play stands here')}
          </p>
          <p>{called?.next && !isEmpty ? t('then') : ''}</p>
          <Now aria-live={running?.kind === 'waiting' ? 'assertive' : 'off'}>
            {called?.now && !isEmpty && !isCountingIn ? <CalledChord called={called.now} /> : null}
          </Now>
          <Next>
            {called?.next && !isEmpty ? (
              <ChordMark chord={called.next.chord} view={{ ...view, key: called.next.key }} />
            ) : null}
          </Next>
        </Call>
        <div role="group" aria-label={t('Piano')} tabIndex={-1}>
          <PlayTools
            played={played}
            musicKey={view.key}
            plays="asked"
            hint={t('Computer keys A to P play, Z and X change the octave.')}
          >
            {played.sourceId !== 'simulated' ? null : way === 'called' ? (
              <Button isDisabled={running === null} onPress={actions.playCalled}>
                {t('Play what is called')}
              </Button>
            ) : way === 'improvise' ? null : (
              <Pick
                label={t('It plays')}
                labelled="beside"
                value={simulated}
                options={simulatedNames}
                onChange={actions.simulateAs}
              />
            )}
            <Button
              onPress={() => {
                fillScreen();
                setLarge(true);
              }}
            >
              <Maximize2 size={18} strokeWidth={1.5} aria-hidden /> {t('Large')}
            </Button>
            {openPanel ? <Button onPress={openPanel}>{t('What and how')}</Button> : null}
          </PlayTools>
          <Board>
            <Keys
              from={lowestKey}
              to={highestKey}
              marks={marks}
              nameOf={(note) => keyLabel(note, view)}
              onPress={actions.press}
            />
          </Board>
        </div>
      </Row>
      {isLarge ? <LargeCall onClose={() => setLarge(false)} /> : null}
    </RoadStrip>
  );
}

const lowestKey = 36;
const highestKey = 96;
/** Where a melody lies: below it the hands that are heard play. */
const lowestOver = 55;

/** Over a chord: its tones solid, their neighbours hollow, and what is down. */
function improviseMarks(called: CalledNow | null, down: ReadonlySet<number>): KeyMark[] {
  const pressed = [...down].map((note): KeyMark => ({ note, hand: 'right', label: '' }));
  const now = called?.now ?? called?.next;
  if (!now) return pressed;
  const { tones, neighbours } = improviseKeys(now.chord, now.key);
  const marks: KeyMark[] = [];
  for (let note = lowestOver; note <= highestKey; note += 1) {
    if (down.has(note)) continue;
    const isTone = tones.has(note % 12);
    if (isTone || neighbours.has(note % 12))
      marks.push({ note, hand: 'left', label: '', ghost: !isTone });
  }
  return [...marks, ...pressed];
}
