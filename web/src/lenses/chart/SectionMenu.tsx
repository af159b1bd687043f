import { useRef } from 'react';
import { Menu, MenuItem } from 'react-aria-components';
import styled from 'styled-components';
import { Sheet } from '../../ui/Picker.tsx';
import { chartCommand, type ChartHands } from './commands.ts';

const List = styled(Menu)`
  min-width: 280px;
  outline: none;
` as typeof Menu;

const Item = styled(MenuItem)`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 18px;
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

const items = [
  'rename',
  'sectionUp',
  'sectionDown',
  'copy',
  'more',
  'less',
  'texture',
  'removeSection',
].map(chartCommand);

/** What opens a field or a window, which then has the focus. */
const goesOn = ['rename', 'texture'];

interface SectionMenuProps {
  name: string;
  from: Element;
  hands: ChartHands;
  onClose: () => void;
  /** Something was done, and nothing has opened that has the focus. */
  onDone: () => void;
}

/** What can be done with the section at the cursor, at its name. */
export function SectionMenu({ name, from, hands, onClose, onDone }: SectionMenuProps) {
  const trigger = useRef(from);
  return (
    <Sheet
      isOpen
      triggerRef={trigger}
      placement="bottom start"
      onOpenChange={(isOpen) => {
        if (!isOpen) onClose();
      }}
    >
      <List
        aria-label={name || 'Section without a name'}
        autoFocus="first"
        onAction={(id) => {
          onClose();
          // The menu gives the focus back first.
          setTimeout(() => {
            items.find((item) => item.id === id)?.does(hands);
            if (!goesOn.includes(String(id))) onDone();
          }, 30);
        }}
      >
        {items.map(({ id, name: words, keyName }) => (
          <Item key={id} id={id} textValue={words}>
            {words} <kbd>{keyName}</kbd>
          </Item>
        ))}
      </List>
    </Sheet>
  );
}
