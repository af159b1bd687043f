import { styleOf, styleWeights, weightsOf, type StyleWeights } from '@intervallum/core';
import { useId } from 'react';
import styled from 'styled-components';
import { arranging } from '../../settings/arranging.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';
import { Details, Steps } from '../parts/cards.ts';

const Row = styled.div`
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr) 44px;
  align-items: center;
  gap: 8px;
  min-height: 36px;
  input {
    width: 100%;
    height: 28px;
    accent-color: var(--accent);
  }
  output {
    text-align: right;
  }
`;

const names: Readonly<Record<keyof StyleWeights, string>> = {
  thin: t('How thin it begins'),
  full: t('How full it gets'),
  growth: t('Growth each time'),
  colours: t('Colours'),
  moves: t('Moves'),
  runs: t('Runs'),
};

/** What a style is made of, to be changed; kept on this device. */
export function Weights({ style }: { style: string }) {
  const { weights } = arranging.use('weights');
  const own: Partial<StyleWeights> = weights[style] ?? {};
  const now = { ...weightsOf(styleOf(style)), ...own };
  const change = (changed: Partial<StyleWeights>) =>
    arranging.change({ weights: { ...weights, [style]: changed as Record<string, number> } });
  return (
    <Details>
      <summary>{t('What it is made of')}</summary>
      <div>
        {styleWeights.map((weight) => (
          <Weight
            key={weight}
            name={names[weight]}
            value={now[weight]}
            onChange={(value) => change({ ...own, [weight]: value })}
          />
        ))}
        {Object.keys(own).length > 0 ? (
          <Steps>
            <QuietButton onPress={() => change({})}>{t('As it was made')}</QuietButton>
          </Steps>
        ) : null}
      </div>
    </Details>
  );
}

interface WeightProps {
  name: string;
  value: number;
  onChange: (value: number) => void;
}

function Weight({ name, value, onChange }: WeightProps) {
  const id = useId();
  const percent = Math.round(100 * value);
  return (
    <Row>
      <label htmlFor={id}>{name}</label>
      <input
        id={id}
        type="range"
        min={0}
        max={100}
        step={5}
        value={percent}
        onChange={(event) => onChange(Number(event.target.value) / 100)}
      />
      <output htmlFor={id}>{`${percent} %`}</output>
    </Row>
  );
}
