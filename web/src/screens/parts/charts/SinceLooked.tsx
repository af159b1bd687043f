import type { ChangedSince } from '@intervallum/contract';
import { Check } from 'lucide-react';
import styled from 'styled-components';
import { Button } from '../../../ui/Button.tsx';
import { momentInWords } from '../../../ui/dates.ts';
import { t } from '../../../words/words.ts';
import { ChangedSongs } from '../ChangedSongs.tsx';

const Note = styled.section`
  margin: 10px 0 0;
  padding: 10px 14px;
  border-left: 4px solid var(--accent);
  border-radius: 8px;
  background: var(--card);
  font-size: 15px;
  @media print {
    display: none;
  }
`;

interface SinceLookedProps {
  /** When one looked last, in milliseconds since 1970. */
  at: number;
  /** Never empty. */
  changed: ChangedSince;
  onSeen: () => void;
}

/** What became another one since somebody looked at it last on this device, until they say that they have seen it. */
export function SinceLooked({ at, changed, onSeen }: SinceLookedProps) {
  return (
    <Note aria-label={t('Changed since you looked')}>
      <b>{t('Changed since you looked on {{when}}', { when: momentInWords(at) })}</b>
      <ChangedSongs changed={changed} />
      <Button onPress={onSeen}>
        <Check size={18} strokeWidth={1.5} aria-hidden /> {t('I have seen it')}
      </Button>
    </Note>
  );
}
