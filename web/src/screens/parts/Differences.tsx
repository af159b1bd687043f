import type { Difference } from '@intervallum/contract';
import { withSigns, type Signs } from '@intervallum/core';
import styled from 'styled-components';
import { t } from '../../words/words.ts';
import { differenceInWords } from './changesInWords.ts';

const List = styled.ul`
  display: grid;
  gap: 2px;
  margin: 6px 0 12px;
  padding-left: 18px;
  list-style: square;
  font-size: 15px;
  color: var(--soft);
`;

/** More differences than these are not listed one by one. */
const mostListed = 12;

interface DifferencesProps {
  all: readonly Difference[];
  /** How many there are, of which `all` may be the first. */
  count: number;
  signs?: Signs;
}

/** In what two versions differ, each thing in words. */
export function Differences({ all, count, signs = 'printed' }: DifferencesProps) {
  const listed = all.slice(0, mostListed);
  return (
    <List aria-label={t('What differs')}>
      {count === 0 ? <li>{t('The two are the same.')}</li> : null}
      {listed.map((one, place) => (
        <li key={place}>{withSigns(differenceInWords(one), signs)}</li>
      ))}
      {count > listed.length ? (
        <li>{t('and {{count}} more', { count: count - listed.length })}</li>
      ) : null}
    </List>
  );
}
