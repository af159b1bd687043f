import {
  Input,
  Label,
  NumberField as AriaNumberField,
  TextArea,
  TextField as AriaTextField,
  type TextFieldProps as AriaTextFieldProps,
} from 'react-aria-components';
import styled, { css } from 'styled-components';

const box = css`
  width: 100%;
  min-height: 40px;
  padding: 8px 12px;
  border: 1px solid var(--rail);
  border-radius: 10px;
  background: var(--card);
  font-size: 15px;
  &::placeholder {
    color: var(--soft);
    opacity: 1;
  }
`;

export const FieldLabel = styled(Label)`
  display: block;
  margin-bottom: 4px;
  color: var(--soft);
  font-size: 13px;
`;

const Line = styled(Input)`
  ${box}
  height: 42px;
`;
const Paragraph = styled(TextArea)`
  ${box}
  min-height: 72px;
  resize: vertical;
`;

interface TextFieldProps extends AriaTextFieldProps {
  label: string;
  /** The label is for those who listen only. */
  labelHidden?: boolean;
  lines?: number;
  placeholder?: string;
}

/** A labelled line, or with `lines` a paragraph, of text. */
export function TextField({ label, labelHidden, lines, placeholder, ...props }: TextFieldProps) {
  return (
    <AriaTextField {...props} aria-label={labelHidden ? label : undefined}>
      {labelHidden ? null : <FieldLabel>{label}</FieldLabel>}
      {lines ? (
        <Paragraph rows={lines} placeholder={placeholder} />
      ) : (
        <Line placeholder={placeholder} />
      )}
    </AriaTextField>
  );
}

interface MinutesFieldProps {
  label: string;
  labelHidden?: boolean;
  value: number | null;
  most: number;
  /** Null where it was cleared. */
  onChange: (minutes: number | null) => void;
}

/** Minutes, in halves, from 0 on. */
export function MinutesField({ label, labelHidden, value, most, onChange }: MinutesFieldProps) {
  return (
    <AriaNumberField
      {...(labelHidden ? { 'aria-label': label } : {})}
      value={value ?? Number.NaN}
      minValue={0}
      maxValue={most}
      step={0.5}
      formatOptions={{ style: 'unit', unit: 'minute', unitDisplay: 'short' }}
      onChange={(minutes) => onChange(Number.isNaN(minutes) ? null : minutes)}
    >
      {labelHidden ? null : <FieldLabel>{label}</FieldLabel>}
      <Line />
    </AriaNumberField>
  );
}

interface CountFieldProps {
  label: string;
  value: number | null;
  least: number;
  most: number;
  placeholder?: string;
  /** Null where it was cleared. */
  onChange: (count: number | null) => void;
}

/** A whole number. */
export function CountField({ label, value, least, most, placeholder, onChange }: CountFieldProps) {
  return (
    <AriaNumberField
      value={value ?? Number.NaN}
      minValue={least}
      maxValue={most}
      step={1}
      formatOptions={{ useGrouping: false }}
      onChange={(count) => onChange(Number.isNaN(count) ? null : count)}
    >
      <FieldLabel>{label}</FieldLabel>
      <Line placeholder={placeholder} />
    </AriaNumberField>
  );
}
