import type { SharedPage } from '@intervallum/contract';
import styled from 'styled-components';
import { momentInWords } from '../../../ui/dates.ts';
import { t } from '../../../words/words.ts';
import { changedInWords } from '../changesInWords.ts';
import { ChangedSongs } from '../ChangedSongs.tsx';

const Note = styled.p`
  margin: 10px 0 0;
  font-size: 15px;
  color: var(--soft);
`;

const More = styled.details`
  margin: 10px 0 0;
  padding: 4px 14px 6px;
  border-left: 4px solid var(--accent);
  border-radius: 8px;
  background: var(--card);
  font-size: 15px;
  summary {
    min-height: 40px;
    padding: 8px 0;
    cursor: pointer;
    overflow-wrap: anywhere;
  }
  @media print {
    display: none;
  }
`;

interface SinceSentProps {
  sent: NonNullable<SharedPage['sent']>;
  /** What is shown is what was sent, not what stands now. */
  isFrozen: boolean;
}

/** When this was sent to the band, and what became another one since: the first thing in sight, the others on a press. */
export function SinceSent({ sent: { at, changed }, isFrozen }: SinceSentProps) {
  const when = momentInWords(Date.parse(at));
  const [first] = changed;
  if (!first)
    return (
      <Note>
        {isFrozen
          ? t('As it was sent on {{when}}', { when })
          : t('Sent on {{when}}, and the same since', { when })}
      </Note>
    );
  const words = changedInWords(first);
  return (
    <More>
      <summary>
        <b>{t('Changed since it was sent on {{when}}', { when })}</b>{' '}
        {first.song ? t('{{song}}: {{words}}', { song: first.song, words }) : words}
      </summary>
      <ChangedSongs changed={changed} />
    </More>
  );
}
