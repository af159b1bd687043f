import { lazy, Suspense, useState } from 'react';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { phone, short } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import type { StripProps } from '../lens.ts';
import { RoadHead, RoadStrip } from '../parts/roadStrip.ts';
import { useKeyLens } from './keyContext.ts';

// Fetched when it is first looked at: drawing charts weighs more than the rest of the lens.
const KeysChart = lazy(async () => ({ default: (await import('./KeysChart.tsx')).KeysChart }));

const Place = styled.div`
  position: relative;
  height: 168px;
  ${phone} {
    height: 120px;
  }
  ${short} {
    height: 84px;
  }
`;

const samples = [
  ['comfort', t('comfort')],
  ['strained', t('does not suit')],
  ['current', t('looked at now')],
] as const;

/** As they are drawn. */
const Sample = styled.i<{ $of: (typeof samples)[number][0] }>`
  display: inline-block;
  width: 14px;
  height: 12px;
  margin-right: 6px;
  vertical-align: -1px;
  ${({ $of }) =>
    $of === 'comfort'
      ? 'background: color-mix(in srgb, var(--held) 34%, transparent);'
      : $of === 'strained'
        ? 'border: 2px solid var(--right);'
        : 'background: var(--accent);'}
`;

/** A phone has no room for it; there the panel says it in words. */
const Legend = styled.p`
  white-space: nowrap;
  ${phone} {
    display: none;
  }
`;

/** Under the chart: the tune in all twelve keys side by side, over what a voice has. */
export function KeyStrip({ openPanel }: StripProps) {
  const { singing, range, ranked } = useKeyLens();
  const names = reader.use('language');
  const [whose, setWhose] = useState<string | null>(null);
  const voice = singing.find(({ personId }) => personId === whose) ?? singing[0] ?? null;
  const best = ranked[0];
  return (
    <RoadStrip aria-label={t('Twelve keys side by side')}>
      <RoadHead>
        <h2>
          {voice ? t('The tune for {{name}}', { name: voice.name }) : t('The tune in twelve keys')}
        </h2>
        {range
          ? samples
              .filter(([of]) => voice !== null || of === 'current')
              .map(([of, words]) => (
                <Legend key={of}>
                  <Sample $of={of} aria-hidden />
                  {words}
                </Legend>
              ))
          : null}
        {singing.length > 1 ? (
          <Pick
            label={t('Whose voice')}
            labelled="hidden"
            value={voice?.personId ?? ''}
            options={singing.map((one) => [one.personId, one.name] as const)}
            onChange={setWhose}
          />
        ) : null}
        {openPanel && best ? (
          <Button onPress={openPanel}>
            {t('Best: {{key}}', { key: keyName(best.key, names) })}
          </Button>
        ) : null}
      </RoadHead>
      {range ? (
        <Place>
          <Suspense fallback={null}>
            <KeysChart voice={voice} />
          </Suspense>
        </Place>
      ) : (
        <p>{t('Without a tune there is nothing to compare.')}</p>
      )}
    </RoadStrip>
  );
}
