import { useId } from 'react';
import styled from 'styled-components';

const Field = styled.span`
  display: inline-flex;
  flex-direction: column;
  gap: 4px;
  min-width: 0;
  &[data-beside] {
    flex-direction: row;
    align-items: center;
    gap: 8px;
  }
  label {
    color: var(--soft);
    font-size: 13px;
  }
  select {
    min-height: 40px;
    max-width: 100%;
    padding: 6px 10px;
    border: 1px solid var(--rail);
    border-radius: 10px;
    background: var(--card);
    font-size: 15px;
    cursor: pointer;
  }
`;

interface PickProps<Value extends string> {
  label: string;
  /** The label stands before the field instead of over it. */
  isBeside?: boolean;
  value: Value;
  options: readonly (readonly [Value, string])[];
  onChange: (value: Value) => void;
}

/** One of many, by the browser's own list: it weighs nothing, and phones have a better one than any page. */
export function Pick<Value extends string>({
  label,
  isBeside,
  value,
  options,
  onChange,
}: PickProps<Value>) {
  const id = useId();
  return (
    <Field data-beside={isBeside || undefined}>
      <label htmlFor={id}>{label}</label>
      <select
        id={id}
        value={value}
        onChange={({ target }) => {
          const chosen = options.find(([option]) => option === target.value);
          if (chosen) onChange(chosen[0]);
        }}
      >
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </Field>
  );
}
