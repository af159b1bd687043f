import type { Chord, VoicingReading } from '@intervallum/core';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';

const Box = styled.div`
  min-height: 128px;
  --numeral: 34px;
`;

const First = styled.p`
  display: flex;
  align-items: baseline;
  gap: 12px;
  b {
    font-size: 17px;
  }
`;

const Words = styled.p`
  font-size: 14px;
  line-height: 1.35;
  color: var(--soft);
`;

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  margin-top: 6px;
`;

/** Far-fetched names only crowd out the likely ones. */
const isWorthSaying = ({ score }: VoicingReading) => score >= 55;

interface ReadingsProps {
  readings: readonly VoicingReading[];
  view: ChartView;
  canPlace: boolean;
  onPlace: (chord: Chord) => void;
}

/** What the notes are called in the key: the likeliest name large and explained, the others to choose from. */
export function Readings({ readings, view, canPlace, onPlace }: ReadingsProps) {
  const [first, ...others] = readings;
  if (!first) {
    return (
      <Box role="status" aria-label={t('Names of the notes')}>
        <Words>
          {t(
            'Play a chord: its names in the key of the song appear here, and it can be put in the chart.',
          )}
        </Words>
      </Box>
    );
  }
  const { chord } = first;
  return (
    <Box role="status" aria-label={t('Names of the notes')}>
      <First>
        {chord ? <ChordMark chord={chord} view={view} /> : <b>{first.numbers}</b>}
        {chord ? <b>{first.letters}</b> : null}
      </First>
      <Words>{first.reading}</Words>
      <Row>
        {chord && canPlace ? (
          <Button onPress={() => onPlace(chord)}>{t('Put it in the chart')}</Button>
        ) : null}
        {others
          .filter(isWorthSaying)
          .slice(0, 3)
          .map((reading) =>
            reading.chord ? (
              <QuietButton
                key={reading.numbers}
                aria-label={t('Put {{numbers}} in the chart', { numbers: reading.numbers })}
                isDisabled={!canPlace}
                onPress={() => onPlace(reading.chord!)}
              >
                {reading.numbers}
              </QuietButton>
            ) : null,
          )}
      </Row>
    </Box>
  );
}
