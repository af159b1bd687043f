import type { PlacedRun } from '@intervallum/core';
import { Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { octaveName } from '../../words/choiceNames.ts';
import { ordinal, t } from '../../words/words.ts';
import { useFillsLens } from './state/fillsContext.ts';
import { Wishes } from '../parts/cards.ts';

const Placed = styled.section`
  display: grid;
  gap: 8px;
  padding: 10px 12px;
  border-left: 4px solid var(--accent);
  background: var(--card);
  h3 {
    font-size: 16px;
  }
  > div > span {
    flex-basis: 190px;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const octaves = ['-1', '0', '1'] as const;

/** The run that is placed over the chosen chord: how it is played, and away with it. */
export function PlacedHere({ placed }: { placed: PlacedRun }) {
  const { actions } = useFillsLens();
  const { run, times, over } = placed;
  return (
    <Placed aria-label={t('Placed here')}>
      <div>
        <h3>{run.name}</h3>
        <p>
          {times.length === 0
            ? t('Every time through')
            : t('{{times}} time', { times: times.map(ordinal).join(', ') })}
        </p>
      </div>
      <Wishes>
        <Pick
          label={t('It is played')}
          value={over ? 'over' : 'instead'}
          options={[
            ['instead', t('instead of the chord')],
            ['over', t('over the chord')],
          ]}
          onChange={(next) => actions.change({ over: next === 'over' })}
        />
        <Pick
          label={t('Octave')}
          value={String(placed.octaves) as (typeof octaves)[number]}
          options={octaves.map((one) => [one, octaveName(Number(one))] as const)}
          onChange={(next) => actions.change({ octaves: Number(next) })}
        />
      </Wishes>
      <div>
        <Button onPress={actions.remove}>
          <Trash2 size={16} strokeWidth={1.5} aria-hidden /> {t('Take it away')}
        </Button>
      </div>
    </Placed>
  );
}
