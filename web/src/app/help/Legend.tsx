import { parseChart } from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { Chart } from '../../music/rails/Chart.tsx';
import { viewAsWritten } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { t } from '../../words/words.ts';
import { legendText } from './legend.ts';

const Frame = styled.div`
  padding: 4px 14px 14px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
`;

/** The height of a numeral in the legend, in CSS pixels. */
const numeral = 30;

/** What the marks on a chart say, on a chart. */
export function Legend() {
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling');
  const { song } = useMemo(() => parseChart(legendText), []);
  const view = useMemo(() => viewAsWritten(song, settings), [song, settings]);
  return (
    <Frame role="region" aria-label={t('What the marks say')} tabIndex={0}>
      <Chart song={song} view={view} numeral={numeral} />
    </Frame>
  );
}
