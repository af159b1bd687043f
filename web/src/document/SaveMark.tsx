import { Check, CloudOff, LoaderCircle, PencilLine, TriangleAlert } from 'lucide-react';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { keeping } from './drafts.ts';
import type { SaveStatus } from './saver.ts';
import { t } from '../words/words.ts';

const Line = styled.p<{ $trouble: boolean }>`
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 24px;
  font-size: 14px;
  color: ${({ $trouble }) => ($trouble ? 'var(--right)' : 'var(--soft)')};
`;

interface SaveMarkProps {
  status: SaveStatus<unknown, unknown>;
  /** It was begun and nothing was written in it: the server does not have it. */
  isNew?: boolean;
}

/** Says in words where the document stands between this screen and the server. */
export function SaveMark({ status, isNew = false }: SaveMarkProps) {
  const isOnPageAlone = useStore(keeping, ({ fails }) => fails);
  const { words, Icon, trouble } =
    isNew && status.kind === 'saved' ? begun : look(status, isOnPageAlone);
  return (
    <Line
      role={trouble ? 'alert' : undefined}
      data-quiet={trouble ? undefined : ''}
      $trouble={trouble}
    >
      <Icon size={16} strokeWidth={1.5} aria-hidden />
      {words}
    </Line>
  );
}

const begun = { words: t('Kept once you write in it'), Icon: PencilLine, trouble: false };

function look(status: SaveStatus<unknown, unknown>, isOnPageAlone: boolean) {
  switch (status.kind) {
    case 'saved':
      return { words: t('Saved'), Icon: Check, trouble: false };
    case 'waiting':
      return { words: t('Not saved yet'), Icon: PencilLine, trouble: false };
    case 'saving':
      return { words: t('Saving …'), Icon: LoaderCircle, trouble: false };
    case 'unreachable': {
      const { message, retrySeconds } = status;
      return {
        words: isOnPageAlone
          ? t(
              '{{message}} This browser keeps nothing: leave this page open. Your edit is tried again every {{retrySeconds}} seconds.',
              { message, retrySeconds },
            )
          : t(
              '{{message}} Your edit is kept here and tried again every {{retrySeconds}} seconds.',
              { message, retrySeconds },
            ),
        Icon: CloudOff,
        trouble: true,
      };
    }
    case 'refused':
      return {
        words: t('Not saved: {{message}}', { message: status.message }),
        Icon: TriangleAlert,
        trouble: true,
      };
    case 'conflict':
      return { words: t('Someone else saved first'), Icon: TriangleAlert, trouble: true };
  }
}
