import { useState, type ReactNode } from 'react';
import { Form } from 'react-aria-components';
import styled from 'styled-components';
import { Button, PrimaryButton } from './Button.tsx';

const Fields = styled(Form)`
  display: grid;
  gap: 14px;
  > button[type='submit'] {
    justify-self: start;
  }
`;

const Wrong = styled.p`
  padding: 8px 12px;
  border-left: 4px solid var(--right);
  border-radius: 8px;
  background: var(--card);
  font-size: 15px;
`;

interface AskFormProps {
  /** What the button says that sends it. */
  does: string;
  /** Sends what was typed. @returns why it was not taken; null where it was */
  send: () => Promise<string | null>;
  /** One of several on a page. */
  isPlain?: boolean;
  children: ReactNode;
}

/** Some fields and one button; what the server does not take is said above it, and nothing typed is lost. */
export function AskForm({ does, send, isPlain = false, children }: AskFormProps) {
  const Does = isPlain ? Button : PrimaryButton;
  const [wrong, setWrong] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  async function submit() {
    setBusy(true);
    const why = await send();
    setBusy(false);
    setWrong(why);
  }
  return (
    <Fields
      onSubmit={(event) => {
        event.preventDefault();
        if (!isBusy) void submit();
      }}
    >
      {children}
      {wrong === null ? null : <Wrong role="alert">{wrong}</Wrong>}
      <Does type="submit" isPending={isBusy}>
        {does}
      </Does>
    </Fields>
  );
}
