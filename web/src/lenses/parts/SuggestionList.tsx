import type { ReactNode } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';

const List = styled.ol`
  display: grid;
  gap: 6px;
`;

const Card = styled(Button)<{ $taken: boolean; $pictured: boolean }>`
  display: grid;
  grid-template-columns: 26px ${({ $pictured }) => ($pictured ? 'minmax(0, 1fr) 46px' : 'minmax(88px, auto) minmax(0, 1fr)')};
  align-items: center;
  gap: 2px 10px;
  width: 100%;
  min-height: 46px;
  padding: 6px 10px;
  border: 1px solid ${({ $taken }) => ($taken ? 'var(--accent)' : 'var(--hairline)')};
  border-left-width: ${({ $taken }) => ($taken ? '5px' : '1px')};
  border-radius: 10px;
  background: var(--card);
  text-align: left;
  cursor: pointer;
  &[data-hovered] {
    border-color: var(--accent);
  }
`;

const KeyCap = styled.kbd`
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border: 1px solid var(--rail);
  border-radius: 6px;
  font:
    600 13px/1 'Atkinson Cut',
    'Atkinson Hyperlegible Next Variable',
    sans-serif;
`;

const Cost = styled.span`
  font-size: 13px;
  font-weight: 700;
  text-align: right;
`;

const Why = styled.span<{ $below: boolean }>`
  ${({ $below }) => $below && 'grid-column: 2 / -1;'}
  font-size: 13px;
  line-height: 1.35;
  color: var(--soft);
  em {
    color: var(--borrowed);
  }
  strong {
    color: var(--right);
    font-weight: 600;
  }
`;

/** Something that can be taken, as a list shows it. */
export interface Suggested {
  readonly id: string;
  /** The key that takes it. */
  readonly keyName: string;
  /** The chord, or the hands on small keys. */
  readonly shown: ReactNode;
  /** What it does and why it is offered. */
  readonly why: ReactNode;
  /** What it asks of the hands; where it is left out the reason stands beside what is shown. */
  readonly cost?: string;
  readonly isTaken?: boolean;
  readonly take: () => void;
}

/** What is offered at a place, to be compared and taken, by its key or by a press: one list for every lens. */
export function SuggestionList({
  label,
  suggestions,
}: {
  label: string;
  suggestions: readonly Suggested[];
}) {
  return (
    <List aria-label={label}>
      {suggestions.map(({ id, keyName, shown, why, cost, isTaken = false, take }) => (
        <li key={id}>
          <Card $taken={isTaken} $pictured={cost !== undefined} onPress={take}>
            <KeyCap aria-hidden={cost !== undefined}>{keyName}</KeyCap>
            {shown}
            {cost === undefined ? null : <Cost>{cost}</Cost>}
            <Why $below={cost !== undefined}>{why}</Why>
          </Card>
        </li>
      ))}
    </List>
  );
}
