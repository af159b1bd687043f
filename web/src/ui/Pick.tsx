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
  /** Where the label stands: over the field, before it, or for those who listen only. */
  labelled?: 'over' | 'beside' | 'hidden';
  className?: string;
  value: Value;
  /** Each with its words, and with the group it stands in where they are parted into groups. */
  options: readonly (readonly [Value, string, string?])[];
  onChange: (value: Value) => void;
}

/** One of many, by the browser's own list: it weighs nothing, and phones have a better one than any page. */
export function Pick<Value extends string>({
  label,
  labelled = 'over',
  className,
  value,
  options,
  onChange,
}: PickProps<Value>) {
  const id = useId();
  const groups = [...new Set(options.map(([, , group]) => group))];
  const inGroup = (group: string | undefined) =>
    options
      .filter(([, , its]) => its === group)
      .map(([option, words]) => (
        <option key={option} value={option}>
          {words}
        </option>
      ));
  return (
    <Field data-beside={labelled === 'beside' || undefined} className={className}>
      {labelled === 'hidden' ? null : <label htmlFor={id}>{label}</label>}
      <select
        id={id}
        aria-label={labelled === 'hidden' ? label : undefined}
        value={value}
        onChange={({ target }) => {
          const chosen = options.find(([option]) => option === target.value);
          if (chosen) onChange(chosen[0]);
        }}
      >
        {groups.map((group) =>
          group === undefined ? (
            inGroup(group)
          ) : (
            <optgroup key={group} label={group}>
              {inGroup(group)}
            </optgroup>
          ),
        )}
      </select>
    </Field>
  );
}
