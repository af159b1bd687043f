import { useId } from 'react';
import styled from 'styled-components';
import { drawn } from './theme.ts';

const Group = styled.div`
  display: inline-flex;
  flex-wrap: wrap;
  gap: 6px;
`;

/** The browser's own button, without a face, over the words: pointers, keys and readers meet what they know. */
const Option = styled.label`
  position: relative;
  display: inline-flex;
  align-items: center;
  min-height: 36px;
  padding: 5px 14px;
  border: 1px solid var(--rail);
  border-radius: 18px;
  background: var(--card);
  font-size: 14px;
  line-height: 1.2;

  input {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    margin: 0;
    opacity: 0;
    cursor: pointer;
  }
  &:has(input:focus-visible) {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
  &:has(input:checked) {
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
  const name = useId();
  return (
    <Group role="radiogroup" aria-label={label}>
      {options.map(([option, words]) => (
        <Option key={option}>
          <input
            type="radio"
            name={name}
            checked={option === value}
            onChange={() => onChange(option)}
          />
          {words}
        </Option>
      ))}
    </Group>
  );
}

interface SeveralProps<Value extends string> {
  label: string;
  values: readonly Value[];
  options: readonly (readonly [Value, string])[];
  onChange: (values: readonly Value[]) => void;
}

/** Some of a few, all of them in sight. */
export function Several<Value extends string>({
  label,
  values,
  options,
  onChange,
}: SeveralProps<Value>) {
  const chosen = (changed: Value) =>
    options.flatMap(([option]) =>
      values.includes(option) !== (option === changed) ? [option] : [],
    );
  return (
    <Group role="group" aria-label={label}>
      {options.map(([option, words]) => (
        <Option key={option}>
          <input
            type="checkbox"
            checked={values.includes(option)}
            onChange={() => onChange(chosen(option))}
          />
          {words}
        </Option>
      ))}
    </Group>
  );
}
