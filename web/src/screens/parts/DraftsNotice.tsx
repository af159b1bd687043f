import { useQuery } from '@tanstack/react-query';
import { NotebookPen } from 'lucide-react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { DraftPlace } from '../../device/storage/draftBox.ts';
import { leftQuery } from './leftDrafts.ts';
import { t } from '../../words/words.ts';

const Line = styled.p`
  display: flex;
  flex: 1 0 100%;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  padding: 6px 12px;
  border: 1px solid var(--hairline);
  border-left: 4px solid var(--accent);
  border-radius: 8px;
  background: var(--card);
  font-size: 15px;
  a {
    padding: 8px 4px;
  }
  @media print {
    display: none;
  }
`;

const Apart = styled(Line)`
  margin-bottom: 16px;
`;

const toDrafts = <Link to="/drafts">{t('Look at what was not saved')}</Link>;

/** Over a list: what was typed in this browser and is saved nowhere. */
export function DraftsNotice() {
  const { data = [] } = useQuery(leftQuery());
  const count = data.filter(({ state }) => state === 'left' || state === 'being tried').length;
  if (count === 0) return null;
  return (
    <Apart role="status">
      <NotebookPen size={18} strokeWidth={1.5} aria-hidden />
      {t('{{count}} drafts of this browser were never saved.', { count })} {toDrafts}
    </Apart>
  );
}

/** On a desk: what else is kept of this document. */
export function OtherDrafts({ count, what }: { count: number; what: 'song' | 'set' }) {
  if (count === 0) return null;
  return (
    <Line role="status">
      <NotebookPen size={18} strokeWidth={1.5} aria-hidden />
      {what === 'song'
        ? t('{{count}} more drafts of this song were never saved.', { count })
        : t('{{count}} more drafts of this set were never saved.', { count })}{' '}
      {toDrafts}
    </Line>
  );
}

/** Where a document is gone: whether this browser has what was typed into it. */
export function DraftOfMissing({ kind, id }: DraftPlace) {
  const { data = [] } = useQuery(leftQuery());
  const isKept = data.some(({ stored }) => stored.kind === kind && stored.id === id);
  if (!isKept) return null;
  return (
    <>
      {' '}
      {t('What you typed into it and was not saved is kept in this browser.')} {toDrafts}
    </>
  );
}
