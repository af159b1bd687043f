import { lazy, Suspense } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { Button } from '../../ui/Button.tsx';
import { phone, short } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import type { StripProps } from '../lens.ts';
import { useMovesLens } from './MovesState.tsx';

// Fetched when it is first looked at: drawing charts weighs more than the rest of the lens.
const BusyChart = lazy(async () => ({ default: (await import('./BusyChart.tsx')).BusyChart }));

const Strip = styled.section`
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  padding: 8px 16px 10px;
  border-top: 1px solid var(--hairline);
  background: var(--panel);
  ${phone} {
    padding: 6px 12px 8px;
  }
  ${short} {
    grid-column: 1;
  }
  @media print {
    display: none;
  }
`;

const Head = styled.div`
  --numeral: 20px;
  display: flex;
  align-items: baseline;
  gap: 6px 16px;
  font-size: 14px;
  h2 {
    font-size: 15px;
  }
  p {
    color: var(--soft);
  }
  button {
    margin-left: auto;
  }
`;

/** As it is drawn on the bars. */
const Hatched = styled.i`
  display: inline-block;
  width: 14px;
  height: 12px;
  margin-right: 6px;
  border: 1px solid var(--borrowed);
  vertical-align: -1px;
  background: repeating-linear-gradient(-45deg, var(--borrowed) 0 2px, transparent 2px 4px);
`;

const Place = styled.div`
  position: relative;
  height: 92px;
  ${phone} {
    height: 76px;
  }
  ${short} {
    height: 60px;
  }
`;

/** Under the chart: how busy the song is, over its road; on a phone the way to the ideas as well. */
export function MovesStrip({ openPanel }: StripProps) {
  const { view, gap } = useMovesLens();
  const ends = gap?.ends;
  return (
    <Strip aria-label={t('How busy the song is')}>
      <Head>
        <h2>{t('Chords in each bar')}</h2>
        <p>
          <Hatched aria-hidden />
          {t('outside the key')}
        </p>
        {openPanel && gap ? (
          <>
            {ends ? (
              <span>
                <ChordMark chord={ends.before} view={view} /> →{' '}
                <ChordMark chord={ends.next} view={view} />
              </span>
            ) : null}
            <Button onPress={openPanel}>{t('{{count}} ideas', { count: gap.moves.length })}</Button>
          </>
        ) : null}
      </Head>
      <Place>
        <Suspense fallback={null}>
          <BusyChart />
        </Suspense>
      </Place>
    </Strip>
  );
}
