import { ChevronDown } from 'lucide-react';
import { memo } from 'react';
import styled from 'styled-components';
import { InPlaceField } from '../../ui/InPlace.tsx';

const Name = styled.button`
  max-width: 100%;
  margin: -3px -6px;
  padding: 2px 5px;
  border: 1px solid transparent;
  border-radius: 8px;
  background: transparent;
  font: inherit;
  color: inherit;
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
  svg {
    display: inline-block;
    margin-left: 2px;
    vertical-align: -2px;
    color: var(--soft);
    opacity: 0;
  }
  &:hover,
  &:focus-visible,
  &[aria-expanded='true'] {
    border-color: var(--rail);
    svg {
      opacity: 1;
    }
  }
  @media (hover: none) {
    svg {
      opacity: 1;
    }
  }
  @media print {
    svg {
      display: none;
    }
  }
`;

/** What can be done from the name of a section; the object stays the same. */
export interface SectionActions {
  readonly open: (section: number, from: Element) => void;
  /** @returns why it cannot be called so; null where it is */
  readonly rename: (section: number, name: string) => string | null;
  readonly leave: () => void;
}

interface SectionNameProps {
  section: number;
  name: string;
  isOpen: boolean;
  isRenamed: boolean;
  actions: SectionActions;
}

/** The name of a section on the chart, which is changed where it stands, and has the menu of what is done with sections. */
export const SectionName = memo(function SectionName(props: SectionNameProps) {
  const { section, name, isOpen, isRenamed, actions } = props;
  if (isRenamed)
    return (
      <InPlaceField
        label="Name of the section"
        value={name}
        maxLength={60}
        onTake={(typed) => (typed === name ? null : actions.rename(section, typed))}
        onLeave={actions.leave}
      />
    );
  return (
    <Name
      type="button"
      // By keys the same is done from the chart.
      tabIndex={-1}
      aria-haspopup="menu"
      aria-expanded={isOpen}
      onClick={({ currentTarget }) => actions.open(section, currentTarget)}
    >
      {name || '…'}
      <ChevronDown size={14} strokeWidth={1.8} aria-hidden />
    </Name>
  );
});
