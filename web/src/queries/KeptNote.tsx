import { CloudOff } from 'lucide-react';
import { useEffect } from 'react';
import styled from 'styled-components';
import { momentInWords } from '../ui/dates.ts';
import { useSteady } from '../ui/useSteady.ts';
import { t } from '../words/words.ts';

const Note = styled.aside`
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 16px;
  background: var(--panel);
  border-bottom: 1px solid var(--rail);
  margin-bottom: 12px;
  font-size: 14px;
  line-height: 1.35;
  /* Over a screen of its own frame, which has the rest of the window. */
  main > & {
    margin-bottom: 0;
  }
  svg {
    flex: none;
  }
  @media print {
    display: none;
  }
`;

/** So often, in milliseconds, it is tried whether the network is back. */
const pause = 5_000;

interface KeptNoteProps {
  /** When what is shown was answered, in milliseconds since 1970. */
  at: number;
  /** What is written here is kept and sent later. */
  isWritten?: boolean;
  onTry: () => void;
}

/** Says that there is no network and how old what is shown is; tries by itself whether it is back. */
export function KeptNote({ at, isWritten = false, onTry }: KeptNoteProps) {
  const { attempt } = useSteady({ attempt: onTry });
  useEffect(() => {
    const timer = setInterval(attempt, pause);
    addEventListener('online', attempt);
    return () => {
      clearInterval(timer);
      removeEventListener('online', attempt);
    };
  }, [attempt]);
  return (
    <Note role="status">
      <CloudOff size={18} strokeWidth={1.5} aria-hidden />
      <span>
        {t('No network. This is how it was here on {{when}}.', { when: momentInWords(at) })}{' '}
        {isWritten ? t('What you write is kept, and sent when the network is back.') : ''}
      </span>
    </Note>
  );
}
