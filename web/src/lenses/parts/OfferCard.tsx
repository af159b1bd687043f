import { Play, Square } from 'lucide-react';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { Card, Steps } from './cards.ts';
import { t } from '../../words/words.ts';

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
