import { isSong } from '@intervallum/contract';
import { counted } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { Download, Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { api } from '../../queries/resources.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { dateInWords, momentInWords } from '../../ui/dates.ts';
import { display } from '../../ui/theme.ts';
import type { DraftContent, KeptInBrowser } from '../parts/keptDrafts.ts';
import { Tool } from '../../ui/Tool.tsx';
import { t } from '../../words/words.ts';

export const Words = styled.p`
  max-width: 62ch;
  margin-bottom: 14px;
  color: var(--soft);
`;

export const DraftList = styled.ul`
  border-top: 1px solid var(--hairline);
`;

const Row = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 14px 6px;
  border-bottom: 1px solid var(--hairline);
  h2 {
    font: 600 22px/1.25 ${display};
    overflow-wrap: anywhere;
  }
  p {
    color: var(--soft);
    font-size: 15px;
  }
  summary {
    width: fit-content;
    padding: 8px 0;
    cursor: pointer;
  }
  pre {
    max-height: 40vh;
    overflow: auto;
    padding: 12px 14px;
    border: 1px solid var(--hairline);
    border-radius: 10px;
    background: var(--card);
    font: inherit;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
`;

const Actions = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

interface DraftRowProps {
  kept: KeptInBrowser;
  onOpen: () => void;
  onMakeNew: () => void;
  onDownload: () => void;
  onThrowAway: () => void;
}

/** One draft: what it is of, what is in it, what can be done with it. */
export function DraftRow({ kept, onOpen, onMakeNew, onDownload, onThrowAway }: DraftRowProps) {
  const { stored, state, content } = kept;
  const isGone = useIsGone(kept);
  const isReadable = content.kind !== 'unreadable';
  const isOfSong = stored.kind === 'song';
  const facts = [
    isOfSong ? t('Song') : t('Set'),
    stored.at > 0 && t('typed {{when}}', { when: momentInWords(stored.at) }),
    isGone && (isOfSong ? t('the song was deleted') : t('the set was deleted')),
    state === 'being saved' && t('just being saved'),
    state === 'being tried' && t('this page goes on trying to save it'),
    state === 'in another tab' && t('open in another tab'),
  ];
  const isLeft = state === 'left';
  return (
    <Row>
      <h2>{content.name}</h2>
      <p>{facts.filter(Boolean).join(' · ')}</p>
      {isReadable ? (
        <details>
          <summary>{t('What it says')}</summary>
          <pre tabIndex={0} aria-label={t('Draft of {{name}}', { name: content.name })}>
            {inWords(content)}
          </pre>
        </details>
      ) : null}
      <Actions>
        {isReadable && !isGone && state !== 'in another tab' ? (
          <PrimaryButton onPress={onOpen}>
            {isOfSong ? t('Open it in its song') : t('Open it in its set')}
          </PrimaryButton>
        ) : null}
        {isReadable && isLeft ? (
          <Button onPress={onMakeNew}>
            {isOfSong ? t('Save as a new song') : t('Save as a new set')}
          </Button>
        ) : null}
        <Tool
          name={t('Download the draft of {{name}}', { name: content.name })}
          onPress={onDownload}
        >
          <Download size={18} strokeWidth={1.5} />
        </Tool>
        {isLeft ? (
          <Tool
            name={t('Throw away the draft of {{name}}', { name: content.name })}
            onPress={onThrowAway}
          >
            <Trash2 size={18} strokeWidth={1.5} />
          </Tool>
        ) : null}
      </Actions>
    </Row>
  );
}

/** Whether what the draft is of was deleted; not known while the server cannot be asked. */
function useIsGone({ stored: { kind, id } }: KeptInBrowser): boolean {
  const { data } = useQuery({
    queryKey: ['draft of', kind, id],
    queryFn: async () => {
      const answer = kind === 'song' ? await api.song(id) : await api.set(id);
      return answer.kind === 'missing';
    },
  });
  return data ?? false;
}

function inWords(content: Exclude<DraftContent, { kind: 'unreadable' }>): string {
  if (content.kind === 'song') return content.draft.text;
  const { date, leader, notes, items } = content.draft;
  const songs = items.map((item, place) => {
    const what = isSong(item) ? (item.key ?? t('in its own key')) : item.name;
    return [`${place + 1}.`, what, item.who, item.notes].filter(Boolean).join(' ');
  });
  return [
    date && dateInWords(date),
    leader && t('led by {{leader}}', { leader }),
    notes,
    counted(items.length, 'item'),
    ...songs,
  ]
    .filter(Boolean)
    .join('\n');
}
