import { Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useMay } from '../../queries/session.ts';
import { t } from '../../words/words.ts';

const Line = styled.p`
  margin-top: 22px;
  a {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    min-height: 40px;
    font-size: 14px;
    color: var(--soft);
  }
  @media print {
    display: none;
  }
`;

/** Under a list: the way to what was deleted from it, for who may take it back. */
export function TrashLink() {
  if (!useMay('plan')) return null;
  return (
    <Line>
      <Link to="/trash">
        <Trash2 size={16} strokeWidth={1.5} aria-hidden /> {t('Trash')}
      </Link>
    </Line>
  );
}
