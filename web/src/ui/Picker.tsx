import { Check, ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import {
  Button,
  ListBox,
  ListBoxItem,
  Popover,
  Select,
  SelectValue,
  type SelectProps,
} from 'react-aria-components';
import styled from 'styled-components';
import { FieldLabel } from './fields.tsx';

const Trigger = styled(Button)`
  display: inline-flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  min-height: 40px;
  padding: 6px 10px 6px 14px;
  border: 1px solid var(--rail);
  border-radius: 10px;
  background: var(--card);
  font-size: 15px;
  cursor: pointer;
`;

export const Sheet = styled(Popover)`
  min-width: var(--trigger-width);
  max-height: 60vh;
  overflow: auto;
  border: 1px solid var(--rail);
  border-radius: 12px;
  background: var(--card);
  color: var(--ink);
  box-shadow: 0 10px 30px rgb(0 0 0 / 0.18);
  padding: 6px;
  outline: none;
`;

const Item = styled(ListBoxItem)`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  min-height: 40px;
  padding: 6px 10px;
  border-radius: 8px;
  cursor: pointer;
  &[data-focused],
  &[data-hovered] {
    background: var(--panel);
  }
  &[data-selected] {
    font-weight: 600;
  }
`;

const List = styled(ListBox)`
  outline: none;
`;

interface PickerProps {
  label: string;
  labelHidden?: boolean;
  value: string;
  options: readonly { id: string; name: string; note?: string }[];
  onChange: (id: string) => void;
  className?: string;
}

const Note = styled.span`
  color: var(--soft);
  font-size: 13px;
  font-weight: 400;
`;

/** One of many, out of a list that opens. */
export function Picker({
  label,
  labelHidden,
  value,
  options,
  onChange,
  className,
}: PickerProps): ReactNode {
  const labelling: Pick<SelectProps, 'aria-label'> = labelHidden ? { 'aria-label': label } : {};
  return (
    <Select
      {...labelling}
      className={className}
      value={value}
      onChange={(chosen) => {
        if (chosen !== null) onChange(String(chosen));
      }}
    >
      {labelHidden ? null : <FieldLabel>{label}</FieldLabel>}
      <Trigger>
        <SelectValue>{() => options.find(({ id }) => id === value)?.name ?? value}</SelectValue>
        <ChevronDown size={16} strokeWidth={1.5} aria-hidden />
      </Trigger>
      <Sheet>
        <List>
          {options.map(({ id, name, note }) => (
            <Item key={id} id={id} textValue={name}>
              <span>
                {name} {note ? <Note>{note}</Note> : null}
              </span>
              {id === value ? <Check size={16} strokeWidth={1.5} aria-hidden /> : null}
            </Item>
          ))}
        </List>
      </Sheet>
    </Select>
  );
}
