import { useRef, useState, type ReactNode } from 'react';
import { Button, TooltipTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { Hint } from '../../ui/Hint.tsx';
import { display } from '../../ui/theme.ts';

export const PadButton = styled(Button)`
  position: relative;
  display: grid;
  place-items: center;
  align-content: center;
  gap: 1px;
  min-width: 0;
  min-height: 48px;
  padding: 2px 1px;
  border: 1px solid var(--rail);
  border-radius: 9px;
  background: var(--card);
  font: 600 19px/1.1 ${display};
  white-space: nowrap;
  cursor: pointer;
  touch-action: manipulation;
  user-select: none;
  &[data-hovered] {
    background: var(--panel);
  }
  &[data-pressed] {
    background: color-mix(in srgb, var(--accent) 18%, var(--card));
  }
  [data-long] {
    font-size: 0.82em;
  }
  small {
    max-width: 100%;
    white-space: normal;
    overflow-wrap: anywhere;
    font:
      500 12px/1.15 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    color: var(--soft);
  }
`;

/** A finger that stays so long asks what the key is, in milliseconds. */
const longPress = 500;
/** So long the answer stays after the finger is gone. */
const answerStays = 1800;

interface PadKeyProps {
  name: string;
  keyName?: string;
  sign: ReactNode;
  /** The word beneath the sign; a sign that is a word needs none. */
  word?: string;
  onPress: () => void;
}

/** A key of the pad. A long press explains it and does nothing else; the chart keeps the focus. */
export function PadKey({ name, keyName, sign, word, onPress }: PadKeyProps) {
  const [isTold, setTold] = useState(false);
  const asks = useRef<ReturnType<typeof setTimeout>>(undefined);
  const wasTold = useRef(false);
  return (
    <TooltipTrigger
      delay={600}
      {...(isTold ? { isOpen: true } : {})}
      onOpenChange={(open) => {
        if (!open) setTold(false);
      }}
    >
      <PadButton
        aria-label={spoken(name, [lettersOf(sign), word].filter(Boolean).join(' '))}
        preventFocusOnPress
        onPressStart={({ pointerType }) => {
          wasTold.current = false;
          if (pointerType !== 'touch') return;
          asks.current = setTimeout(() => {
            wasTold.current = true;
            setTold(true);
          }, longPress);
        }}
        onPressEnd={() => {
          clearTimeout(asks.current);
          if (wasTold.current) setTimeout(() => setTold(false), answerStays);
        }}
        onPress={() => {
          if (!wasTold.current) onPress();
        }}
      >
        <span aria-hidden data-long={typeof sign === 'string' && sign.length > 2 ? '' : undefined}>
          {sign}
        </span>
        {word ? <small aria-hidden>{word}</small> : null}
      </PadButton>
      <Hint offset={6}>
        {name} {keyName ? <kbd>{keyName}</kbd> : null}
      </Hint>
    </TooltipTrigger>
  );
}

function lettersOf(sign: ReactNode): string {
  return typeof sign === 'string' && /[\p{L}\d]/u.test(sign) ? sign : '';
}

/** What is seen on a key is part of its name, so that one who speaks to the computer finds it by what it says. */
function spoken(name: string, seen: string): string {
  return name.toLowerCase().includes(seen.toLowerCase()) ? name : `${seen}: ${name}`;
}
