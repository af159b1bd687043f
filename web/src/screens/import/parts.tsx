import { CircleMinus } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { PrimaryButton } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';

export const Card = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
`;

/** A heading with what is done next beside it. */
export const Top = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  justify-content: space-between;
  gap: 10px 20px;
  h2 {
    font-size: 26px;
    overflow-wrap: anywhere;
  }
  p {
    color: var(--soft);
  }
`;

export const Lines = styled.ul`
  display: grid;
  gap: 6px;
  padding: 12px 16px;
  border-radius: 12px;
  background: var(--card);
  font-size: 15px;
  line-height: 1.4;
  li {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr);
    gap: 10px;
    overflow-wrap: anywhere;
  }
  svg {
    margin-top: 2px;
  }
`;

export function Line({ sign, children }: { sign: ReactNode; children: ReactNode }) {
  return (
    <li>
      {sign}
      <span>{children}</span>
    </li>
  );
}

/** What was left out, a line each. */
export function LeftOut({ texts }: { texts: readonly string[] }) {
  return texts.map((text) => (
    <Line
      key={text}
      sign={<CircleMinus size={18} color="var(--right)" aria-label={t('Left out')} />}
    >
      {text}
    </Line>
  ));
}

interface KeepProps {
  onKeep: () => Promise<void>;
  isDisabled?: boolean;
  children: ReactNode;
}

/** Keeps once, however often it is pressed. */
export function Keep({ onKeep, isDisabled = false, children }: KeepProps) {
  const [isBusy, setBusy] = useState(false);
  return (
    <PrimaryButton
      isPending={isBusy}
      isDisabled={isDisabled}
      onPress={() => {
        setBusy(true);
        void onKeep().finally(() => setBusy(false));
      }}
    >
      {children}
    </PrimaryButton>
  );
}
