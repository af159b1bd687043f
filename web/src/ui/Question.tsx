import styled from 'styled-components';
import { Choice, type ChoiceProps } from './Choice.tsx';
import { t } from '../words/words.ts';

/** Something that is asked: its heading, a sentence on it, and what can be answered. */
export const Question = styled.div`
  h3 {
    font:
      600 14px/1.3 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    margin-bottom: 2px;
  }
  p {
    margin-bottom: 8px;
    font-size: 13px;
    color: var(--soft);
    max-width: 40ch;
  }
`;

interface AskedProps<Value extends string> extends ChoiceProps<Value> {
  note?: string;
}

/** A question with a few answers, all of them in sight. */
export function Asked<Value extends string>({ note, ...choice }: AskedProps<Value>) {
  return (
    <Question>
      <h3>{choice.label}</h3>
      {note ? <p>{note}</p> : null}
      <Choice {...choice} />
    </Question>
  );
}

interface AskedShownProps {
  label: string;
  isShown: boolean;
  onChange: (isShown: boolean) => void;
}

/** Whether something is shown. */
export function AskedShown({ label, isShown, onChange }: AskedShownProps) {
  return (
    <Asked
      label={label}
      value={isShown ? 'on' : 'off'}
      options={[
        ['on', t('Shown')],
        ['off', t('Hidden')],
      ]}
      onChange={(chosen) => onChange(chosen === 'on')}
    />
  );
}
