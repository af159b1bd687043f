import { Eye, EyeOff } from 'lucide-react';
import { useState } from 'react';
import { Input, Text, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { IconButton } from './Button.tsx';
import { FieldLabel } from './fields.tsx';
import { t } from '../words/words.ts';

const Line = styled.div`
  position: relative;
  input {
    width: 100%;
    height: 42px;
    padding: 8px 48px 8px 12px;
    border: 1px solid var(--rail);
    border-radius: 10px;
    background: var(--card);
    font-size: 15px;
  }
  button {
    position: absolute;
    inset: 1px 2px auto auto;
  }
`;

const Note = styled(Text)`
  display: block;
  margin-top: 4px;
  font-size: 13px;
  color: var(--soft);
`;

interface SecretFieldProps {
  label: string;
  /** What the browser fills in: a password that it knows, or one that it makes. */
  autoComplete: 'current-password' | 'new-password';
  value: string;
  note?: string;
  onChange: (value: string) => void;
}

/** A password: pasted, filled in by the browser, or typed, and shown to who wants to see it. */
export function SecretField({ label, autoComplete, value, note, onChange }: SecretFieldProps) {
  const [isShown, setShown] = useState(false);
  return (
    <TextField
      type={isShown ? 'text' : 'password'}
      name="password"
      autoComplete={autoComplete}
      spellCheck="false"
      isRequired
      value={value}
      onChange={onChange}
    >
      <FieldLabel>{label}</FieldLabel>
      <Line>
        <Input autoCapitalize="none" />
        <IconButton
          aria-label={isShown ? t('Hide what was typed') : t('Show what was typed')}
          aria-pressed={isShown}
          onPress={() => setShown(!isShown)}
        >
          {isShown ? (
            <EyeOff size={18} strokeWidth={1.5} aria-hidden />
          ) : (
            <Eye size={18} strokeWidth={1.5} aria-hidden />
          )}
        </IconButton>
      </Line>
      {note ? <Note slot="description">{note}</Note> : null}
    </TextField>
  );
}
