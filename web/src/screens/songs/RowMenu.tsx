import { useRef } from 'react';
import { Menu, MenuItem } from 'react-aria-components';
import styled from 'styled-components';
import { Sheet } from '../../ui/Picker.tsx';

const List = styled(Menu)`
  min-width: 220px;
  outline: none;
` as typeof Menu;

const Item = styled(MenuItem)`
  display: flex;
  align-items: center;
  min-height: 40px;
  padding: 6px 12px;
  border-radius: 8px;
  cursor: pointer;
  &[data-focused] {
    background: var(--panel);
  }
`;

/** What can be done with a song of the list, in the order of its menu. */
export const rowActions = [
  ['open', 'Open'],
  ['stand', 'Open at the stand'],
  ['duplicate', 'Duplicate'],
  ['set', 'Add to a set'],
  ['tags', 'Tags'],
  ['choose', 'Choose several'],
  ['delete', 'Delete'],
] as const;
export type RowAction = (typeof rowActions)[number][0];

interface RowMenuProps {
  title: string;
  /** The button that it was opened by. */
  from: Element;
  onAction: (action: RowAction) => void;
  onClose: () => void;
}

/** The menu of a row, at its button. */
export function RowMenu({ title, from, onAction, onClose }: RowMenuProps) {
  const trigger = useRef(from);
  return (
    <Sheet
      isOpen
      triggerRef={trigger}
      placement="bottom end"
      onOpenChange={(isOpen) => {
        if (!isOpen) onClose();
      }}
    >
      <List
        aria-label={title}
        autoFocus="first"
        onAction={(id) => {
          onClose();
          const found = rowActions.find(([action]) => action === id);
          if (found) onAction(found[0]);
        }}
      >
        {rowActions.map(([action, words]) => (
          <Item key={action} id={action}>
            {words}
          </Item>
        ))}
      </List>
    </Sheet>
  );
}
