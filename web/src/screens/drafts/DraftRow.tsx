import { counted } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { Download, Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { api } from '../../queries/resources.ts';
import { Button, IconButton, PrimaryButton } from '../../ui/Button.tsx';
import { dateInWords, momentInWords } from '../../ui/dates.ts';
import { display } from '../../ui/theme.ts';
import type { DraftContent, KeptInBrowser } from '../parts/keptDrafts.ts';

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
  const what = stored.kind === 'song' ? 'song' : 'set';
  const facts = [
    stored.kind === 'song' ? 'Song' : 'Set',
    stored.at > 0 && `typed ${momentInWords(stored.at)}`,
    isGone && `the ${what} was deleted`,
    state === 'being saved' && 'just being saved',
    state === 'being tried' && 'this page goes on trying to save it',
    state === 'in another tab' && 'open in another tab',
  ];
  const isLeft = state === 'left';
  return (
    <Row>
      <h2>{content.name}</h2>
      <p>{facts.filter(Boolean).join(' · ')}</p>
      {isReadable ? (
        <details>
          <summary>What it says</summary>
          <pre tabIndex={0} aria-label={`Draft of ${content.name}`}>
            {inWords(content)}
          </pre>
        </details>
      ) : null}
      <Actions>
        {isReadable && !isGone && state !== 'in another tab' ? (
          <PrimaryButton onPress={onOpen}>Open it in its {what}</PrimaryButton>
        ) : null}
        {isReadable && isLeft ? <Button onPress={onMakeNew}>Save as a new {what}</Button> : null}
        <IconButton aria-label={`Download the draft of ${content.name}`} onPress={onDownload}>
          <Download size={18} strokeWidth={1.5} />
        </IconButton>
        {isLeft ? (
          <IconButton aria-label={`Throw away the draft of ${content.name}`} onPress={onThrowAway}>
            <Trash2 size={18} strokeWidth={1.5} />
          </IconButton>
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
  const songs = items.map(({ key, notes: note }, place) =>
    [`${place + 1}.`, key ?? 'in its own key', note].filter(Boolean).join(' '),
  );
  return [
    date && dateInWords(date),
    leader && `led by ${leader}`,
    notes,
    counted(items.length, 'song'),
    ...songs,
  ]
    .filter(Boolean)
    .join('\n');
}
