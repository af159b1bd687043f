import { useRef, useState } from 'react';
import { Button, TooltipTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { Hint } from './Hint.tsx';
import { t } from '../words/words.ts';

const Shown = styled(Button)`
  display: block;
  max-width: 100%;
  min-height: 32px;
  padding: 1px 6px;
  border: 1px solid transparent;
  border-radius: 8px;
  background: transparent;
  font: inherit;
  color: inherit;
  text-align: left;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  cursor: text;
  &[data-hovered] {
    border-color: var(--rail);
  }
`;

const Field = styled.input`
  width: 100%;
  min-width: 60px;
  min-height: 32px;
  padding: 1px 6px;
  border: 1px solid var(--accent);
  border-radius: 8px;
  background: var(--card);
  font: inherit;
`;

interface InPlaceProps {
  /** What it is: `Title`, `Tempo`. */
  label: string;
  value: string;
  /** Shown for the value, where that is not what is read: `♩ 72`. */
  shown?: string;
  maxLength: number;
  inputMode?: 'text' | 'numeric';
  /** Why a text cannot be taken; null where it can. */
  check?: (text: string) => string | null;
  onChange: (value: string) => void;
}

interface InPlaceFieldProps {
  label: string;
  value: string;
  maxLength: number;
  inputMode?: 'text' | 'numeric';
  /** Takes what was typed. @returns why it cannot be; null where it was */
  onTake: (typed: string) => string | null;
  /** What was typed was taken, or is left. @param byKey the focus is still here */
  onLeave: (byKey: boolean) => void;
}

/** A field in the place of a text: Enter or leaving it takes what was typed, Escape leaves what was there. */
export function InPlaceField(props: InPlaceFieldProps) {
  const { label, value, maxLength, inputMode = 'text', onTake, onLeave } = props;
  const [typed, setTyped] = useState(value);
  const [trouble, setTrouble] = useState<string | null>(null);
  const isLeft = useRef(false);
  const leave = (byKey: boolean) => {
    isLeft.current = true;
    onLeave(byKey);
  };
  return (
    <>
      <Field
        autoFocus
        aria-label={label}
        aria-invalid={trouble !== null}
        title={trouble ?? undefined}
        value={typed}
        maxLength={maxLength}
        inputMode={inputMode}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setTyped(event.target.value);
          setTrouble(null);
        }}
        onBlur={(event) => {
          // What cannot be taken is left: what was there still is.
          if (isLeft.current) return;
          onTake(event.target.value.trim());
          leave(false);
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape') leave(true);
          if (event.key !== 'Enter') return;
          const wrong = onTake(typed.trim());
          if (wrong === null) leave(true);
          else setTrouble(wrong);
        }}
      />
      {trouble ? <Trouble role="alert">{trouble}</Trouble> : null}
    </>
  );
}

/** A text that is changed where it stands: Enter or leaving it takes what was typed, Escape leaves what was there. */
export function InPlace(props: InPlaceProps) {
  const { label, value, shown, maxLength, inputMode = 'text', check, onChange } = props;
  const [isTyped, setTyped] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  if (!isTyped)
    return (
      <TooltipTrigger delay={500}>
        <Shown ref={button} onPress={() => setTyped(true)}>
          {shown ?? (value || label)}
        </Shown>
        <Hint offset={4}>{t('Change: {{what}}', { what: label.toLowerCase() })}</Hint>
      </TooltipTrigger>
    );
  return (
    <InPlaceField
      label={label}
      value={value}
      maxLength={maxLength}
      inputMode={inputMode}
      onTake={(typed) => {
        const wrong = check?.(typed) ?? null;
        if (wrong === null && typed !== value) onChange(typed);
        return wrong;
      }}
      onLeave={(byKey) => {
        setTyped(false);
        if (byKey) setTimeout(() => button.current?.focus(), 0);
      }}
    />
  );
}

const Trouble = styled.p`
  position: absolute;
  z-index: 6;
  top: 100%;
  left: 0;
  max-width: 320px;
  padding: 6px 11px;
  border: 1px solid var(--right);
  border-radius: 8px;
  background: var(--card);
  color: var(--right);
  font-size: 14px;
  line-height: 1.35;
`;
