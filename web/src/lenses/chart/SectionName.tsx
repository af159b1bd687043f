import { ChevronDown } from 'lucide-react';
import { memo } from 'react';
import styled from 'styled-components';
import { InPlaceField } from '../../ui/InPlace.tsx';
import { t } from '../../words/words.ts';

/** It takes the room of its words and no more: the page is planned with those. */
const Name = styled.button`
  position: relative;
  padding: 0;
  border: 0;
  border-radius: 3px;
  background: transparent;
  font: inherit;
  color: inherit;
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
  svg {
    position: absolute;
    left: calc(100% + 5px);
    bottom: 0.1em;
    color: var(--soft);
    opacity: 0;
  }
  &:hover,
  &:focus-visible,
  &[aria-expanded='true'] {
    outline: 1px solid var(--rail);
    outline-offset: 4px;
    svg {
      opacity: 1;
    }
  }
  /* Fingers find it by its line. */
  @media (hover: none) {
    text-decoration: underline dotted var(--rail) 1.5px;
    text-underline-offset: 4px;
  }
  @media print {
    text-decoration: none;
    svg {
      display: none;
    }
  }
`;

/** Room for the ring around the field, and for what is said of the section below it. */
const Changed = styled.span`
  position: relative;
  display: block;
  padding-bottom: 8px;
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
      <Changed>
        <InPlaceField
          label={t('Name of the section')}
          value={name}
          maxLength={60}
          onTake={(typed) => (typed === name ? null : actions.rename(section, typed))}
          onLeave={actions.leave}
        />
      </Changed>
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
