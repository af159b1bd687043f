import type { ShareTarget } from '@intervallum/contract';
import { Users } from 'lucide-react';
import styled from 'styled-components';
import { useOthersHere } from '../../queries/useOthersHere.ts';
import { hiddenStyle } from '../../ui/hidden.ts';
import { t } from '../../words/words.ts';

const Here = styled.span`
  display: inline-flex;
  align-items: center;
  gap: 6px;
  max-width: 180px;
  padding: 4px 10px;
  border: 1px solid var(--rail);
  border-radius: 14px;
  background: var(--card);
  font-size: 14px;
  line-height: 1.2;
  svg {
    flex: none;
  }
  span {
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
  }
  @media print {
    display: none;
  }
`;

const Heard = styled.b`
  ${hiddenStyle}
`;

/** Who else is at the same song or set now: by name, or where there is little room by the letters that names begin with. */
export function OthersHere({ at, isShort = false }: { at: ShareTarget; isShort?: boolean }) {
  const others = useOthersHere(at);
  const names = others.map(({ name }) => name).join(', ');
  return (
    <span role="status">
      {names === '' ? null : (
        <Here title={t('Also here: {{names}}', { names })}>
          <Users size={16} strokeWidth={1.5} aria-hidden />
          {isShort ? (
            <>
              <span aria-hidden>{others.map(({ name }) => lettersOf(name)).join(' ')}</span>
              <Heard>{t('Also here: {{names}}', { names })}</Heard>
            </>
          ) : (
            <span>{t('Also here: {{names}}', { names })}</span>
          )}
        </Here>
      )}
    </span>
  );
}

/** The first letters of the first and the last word of a name. */
function lettersOf(name: string): string {
  const words = name.split(' ').filter(Boolean);
  return [words[0], words.length > 1 ? words.at(-1) : undefined]
    .map((word) => [...(word ?? '')][0] ?? '')
    .join('');
}
