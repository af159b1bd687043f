import { ChevronLeft, ChevronRight } from 'lucide-react';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import type { Sheet } from './sheets.ts';
import { t } from '../../words/words.ts';

const Row = styled.nav`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  padding: 8px 0;
  color: var(--soft);
  @media print {
    display: none;
  }
`;

interface SheetTurnerProps {
  label: string;
  sheets: readonly Sheet[];
  now: number;
  onTurn: (sheet: number) => void;
}

/** Which bars of a very long chart are drawn, and the way to the others. */
export function SheetTurner({ label, sheets, now, onTurn }: SheetTurnerProps) {
  const sheet = sheets[now];
  if (sheets.length < 2 || !sheet) return null;
  const all = sheets.at(-1)!.to;
  return (
    <Row aria-label={label}>
      <Button isDisabled={now === 0} onPress={() => onTurn(now - 1)}>
        <ChevronLeft size={18} strokeWidth={1.5} aria-hidden /> {t('Earlier')}
      </Button>
      <span>
        {t('Bars {{from}} to {{to}} of {{all}}', {
          from: many(sheet.from + 1),
          to: many(sheet.to),
          all: many(all),
        })}
      </span>
      <Button isDisabled={now === sheets.length - 1} onPress={() => onTurn(now + 1)}>
        {t('Later')} <ChevronRight size={18} strokeWidth={1.5} aria-hidden />
      </Button>
    </Row>
  );
}

function many(count: number): string {
  return count.toLocaleString('en');
}
