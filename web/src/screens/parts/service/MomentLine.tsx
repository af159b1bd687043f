import type { MomentItem } from '@intervallum/contract';
import { parseChart } from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { Chart } from '../../../music/rails/Chart.tsx';
import { letterStyle, numberStyle } from '../../../music/rails/view.ts';
import { chartSettings, reader } from '../../../settings/reader.ts';
import { display } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';
import { momentNames } from './momentNames.ts';

const Line = styled.div`
  padding: 12px 0;
  border-top: 1px solid var(--hairline);
  h3 {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 2px 10px;
    font: 600 19px/1.3 ${display};
    overflow-wrap: anywhere;
  }
  small {
    font: 400 14px/1.4 inherit;
    color: var(--soft);
  }
  p {
    font: italic 16px/1.4 ${display};
    overflow-wrap: anywhere;
  }
`;

const Bed = styled.div`
  margin-top: 6px;
  padding-left: 14px;
  border-left: 3px solid var(--rail);
`;

interface MomentLineProps {
  moment: Pick<MomentItem, 'kind' | 'name' | 'minutes' | 'who' | 'notes' | 'bed'>;
  hero: 'numbers' | 'letters';
  /** The height of numerals, in CSS pixels. */
  numeral: number;
}

/** Something spoken between the songs, with what is played under it. */
export function MomentLine({ moment, hero, numeral }: MomentLineProps) {
  const { kind, name, minutes, who, notes, bed } = moment;
  const facts = [momentNames[kind], minutes > 0 && t('{{minutes}} min', { minutes }), who].filter(
    Boolean,
  );
  return (
    <Line>
      <h3>
        {name} <small>{facts.join(' · ')}</small>
      </h3>
      {notes ? <p>{notes}</p> : null}
      {bed ? <BedChart text={bed} hero={hero} numeral={numeral} /> : null}
    </Line>
  );
}

/** What is played under words, as a chart. */
export function BedChart({
  text,
  hero,
  numeral,
}: { text: string } & Omit<MomentLineProps, 'moment'>) {
  const settings = reader.use(...chartSettings);
  const song = useMemo(() => parseChart(text).song, [text]);
  return (
    <Bed>
      <Chart
        song={song}
        numeral={numeral}
        keys={null}
        view={{
          key: song.key,
          style: numberStyle(song, settings),
          letterStyle: letterStyle(settings),
          hero,
          letters: settings.letters,
          dictation: settings.dictation,
          words: false,
          wordsOnBeats: false,
          tune: 'off',
        }}
      />
    </Bed>
  );
}
