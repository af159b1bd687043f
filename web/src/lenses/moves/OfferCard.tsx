import { Play, Square } from 'lucide-react';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';

/** What is wished of the offers, above them. */
export const Wishes = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  > span {
    flex: 1 1 130px;
  }
`;

export const OfferList = styled.ol`
  display: grid;
  gap: 10px;
`;

export const Card = styled.li<{ $open?: boolean }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 12px 14px;
  border: 1px solid ${({ $open }) => ($open ? 'var(--accent)' : 'var(--hairline)')};
  border-radius: 12px;
  background: var(--card);
  h3 {
    font:
      600 16px/1.3 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  p {
    font-size: 14px;
    line-height: 1.4;
    color: var(--soft);
  }
`;

/** Chords in a row, large enough to be read at a glance. */
export const OfferRow = styled.div`
  --numeral: 24px;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 6px 0;
`;

const Offered = styled.div`
  display: grid;
  gap: 8px;
`;

export const Steps = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

interface OfferCardProps {
  name: string;
  why: string;
  isHeard: boolean;
  onHear: () => void;
  onStop: () => void;
  /** What takes it. */
  take: string;
  onTake: () => void;
  /** The chords that are offered. */
  children: ReactNode;
}

/** Something that is offered for the song: seen, heard and taken. */
export function OfferCard({
  name,
  why,
  isHeard,
  onHear,
  onStop,
  take,
  onTake,
  children,
}: OfferCardProps) {
  return (
    <Card>
      <Offered>
        <h3>{name}</h3>
        {children}
        <p>{why}</p>
      </Offered>
      <Steps>
        {isHeard ? (
          <Button onPress={onStop}>
            <Square size={16} strokeWidth={1.5} aria-hidden /> {t('Stop')}
          </Button>
        ) : (
          <Button aria-label={t('Hear {{name}}', { name })} onPress={onHear}>
            <Play size={16} strokeWidth={1.5} aria-hidden /> {t('Hear')}
          </Button>
        )}
        <PrimaryButton aria-label={`${take}: ${name}`} onPress={onTake}>
          {take}
        </PrimaryButton>
      </Steps>
    </Card>
  );
}
