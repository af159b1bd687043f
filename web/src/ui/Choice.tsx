import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import { drawn } from './theme.ts';

const Group = styled(ToggleButtonGroup)`
  display: inline-flex;
  flex-wrap: wrap;
  gap: 6px;
`;

const Option = styled(ToggleButton)`
  min-height: 36px;
  padding: 5px 14px;
  border: 1px solid var(--rail);
  border-radius: 18px;
  background: var(--card);
  font-size: 14px;
  cursor: pointer;

  &[data-selected] {
    ${drawn}
    background: var(--ink);
    border-color: var(--ink);
    color: var(--paper);
  }
`;

export interface ChoiceProps<Value extends string> {
  label: string;
  value: Value;
  options: readonly (readonly [Value, string])[];
  onChange: (value: Value) => void;
}

/** One of a few, all of them in sight. */
export function Choice<Value extends string>({
  label,
  value,
  options,
  onChange,
}: ChoiceProps<Value>) {
  return (
    <Group
      aria-label={label}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[value]}
      onSelectionChange={(keys) => {
        const chosen = options.find(([option]) => keys.has(option));
        if (chosen) onChange(chosen[0]);
      }}
    >
      {options.map(([option, words]) => (
        <Option key={option} id={option}>
          {words}
        </Option>
      ))}
    </Group>
  );
}
