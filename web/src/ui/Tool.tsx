import type { ReactNode } from 'react';
import { TooltipTrigger } from 'react-aria-components';
import { IconButton } from './Button.tsx';
import { Hint } from './Hint.tsx';

interface ToolProps {
  /** What it does, in words: its name, and the tip over it. */
  name: string;
  /** The key that does the same, as it is written for people. */
  keyName?: string;
  children: ReactNode;
  isDisabled?: boolean;
  onPress: () => void;
  className?: string;
}

/** A button with a sign on it, and what it does in a tip over it. */
export function Tool({ name, keyName, children, onPress, isDisabled, className }: ToolProps) {
  return (
    <TooltipTrigger delay={500}>
      <IconButton
        aria-label={name}
        onPress={onPress}
        className={className}
        {...(isDisabled ? { isDisabled } : {})}
      >
        {children}
      </IconButton>
      <Hint offset={6}>
        {name} {keyName ? <kbd>{keyName}</kbd> : null}
      </Hint>
    </TooltipTrigger>
  );
}
