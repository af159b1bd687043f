import { singleToneChanges, type Chord, type ToneChange, type VoicedSlot } from '@intervallum/core';
import { Play } from 'lucide-react';
import { memo, useMemo } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';

const Box = styled.details`
  summary {
    min-height: 32px;
    font-weight: 600;
    font-size: 14px;
    cursor: pointer;
  }
`;

const List = styled.ul`
  display: grid;
  gap: 6px;
  --numeral: 24px;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    align-items: center;
    gap: 6px;
    padding: 4px 6px 4px 12px;
    border: 1px solid var(--hairline);
    border-radius: 10px;
    background: var(--card);
    font-size: 14px;
  }
  li > span {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 0 10px;
  }
  button {
    min-height: 36px;
  }
`;

interface ToneChangesProps {
  now: VoicedSlot;
  next: Chord | null;
  bassPlayer: boolean;
  view: ChartView;
  /** Lets it be heard: what is held, and then what it would be. */
  onHear: (change: ToneChange) => void;
  /** Writes the chord, held as it is here. */
  onTake: (change: ToneChange) => void;
}

/** What one note that moves makes of the chord: heard before and after, and taken. */
export const ToneChanges = memo(function ToneChanges(props: ToneChangesProps) {
  const { now, next, bassPlayer, view } = props;
  const changes = useMemo(
    () =>
      singleToneChanges(now, now.key, {
        written: now.chord,
        next,
        bassPlayer,
        numbers: view.style,
      }),
    [now, next, bassPlayer, view.style],
  );
  if (changes.length === 0) return null;
  return (
    <Box>
      <summary>{t('One note moves')}</summary>
      <List aria-label={t('One note moves')}>
        {changes.map((change) => {
          const { numbers } = change.reading;
          return (
            <li key={numbers}>
              <span>
                <ChordMark chord={change.chord} view={view} />
                {change.words}
              </span>
              <IconButton
                aria-label={t('Hear it before and after: {{numbers}}', { numbers })}
                onPress={() => props.onHear(change)}
              >
                <Play size={16} strokeWidth={1.5} />
              </IconButton>
              <Button
                aria-label={t('Take {{numbers}}', { numbers })}
                onPress={() => props.onTake(change)}
              >
                {t('Take')}
              </Button>
            </li>
          );
        })}
      </List>
    </Box>
  );
});
