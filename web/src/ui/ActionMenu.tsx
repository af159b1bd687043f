import { useRef } from 'react';
import { Menu, MenuItem } from 'react-aria-components';
import styled from 'styled-components';
import { Sheet } from './Picker.tsx';

const List = styled(Menu)`
  min-width: 220px;
  outline: none;
` as typeof Menu;

const Item = styled(MenuItem)`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 24px;
  min-height: 40px;
  padding: 6px 12px;
  border-radius: 8px;
  cursor: pointer;
  &[data-focused] {
    background: var(--panel);
  }
  kbd {
    color: var(--soft);
    font: inherit;
    font-size: 13px;
  }
`;

/** Something that can be done: its name, and the key that does the same where there is one. */
export interface Action<Id extends string> {
  readonly id: Id;
  readonly name: string;
  readonly keyName?: string;
}

interface ActionMenuProps<Id extends string> {
  /** What it is done with. */
  label: string;
  /** The button that it was opened by. */
  from: Element;
  actions: readonly Action<Id>[];
  placement: 'bottom start' | 'bottom end';
  onAction: (id: Id) => void;
  onClose: () => void;
}

/** A menu at one of many buttons, of which it is the only one: it is there while it is open. */
export function ActionMenu<Id extends string>(props: ActionMenuProps<Id>) {
  const { label, from, actions, placement, onAction, onClose } = props;
  const trigger = useRef(from);
  return (
    <Sheet
      isOpen
      triggerRef={trigger}
      placement={placement}
      onOpenChange={(isOpen) => {
        if (!isOpen) onClose();
      }}
    >
      <List
        aria-label={label}
        autoFocus="first"
        onAction={(id) => {
          onClose();
          const found = actions.find((action) => action.id === id);
          if (found) onAction(found.id);
        }}
      >
        {actions.map(({ id, name, keyName }) => (
          <Item key={id} id={id} textValue={name}>
            {name} {keyName ? <kbd>{keyName}</kbd> : null}
          </Item>
        ))}
      </List>
    </Sheet>
  );
}
