import styled from 'styled-components';
import { Hidden } from '../../ui/hidden.ts';
import { t } from '../../words/words.ts';
import type { GapMark } from './overMark.ts';
import { OverRow } from './OverRow.ts';

/** A bow from the chord to the next one, with the number on it; the open one is thick and inked, not only another colour. */
const Bow = styled.span<{ $open: boolean }>`
  display: inline-flex;
  align-items: center;
  gap: 3px;
  margin-left: auto;
  font-weight: ${({ $open }) => ($open ? 700 : 600)};
  font-variant-numeric: tabular-nums;
  color: ${({ $open }) => ($open ? 'var(--accent)' : 'var(--soft)')};
  path {
    fill: none;
    stroke: currentColor;
    stroke-width: ${({ $open }) => ($open ? 2.6 : 1.4)};
    stroke-linecap: round;
  }
`;

/** Over a chord: how many ideas there are for the way to the next one. */
export function GapAbove({ mark: { ideas, isOpen } }: { mark: GapMark }) {
  return (
    <OverRow>
      {ideas === 0 && !isOpen ? null : (
        <Bow $open={isOpen}>
          <Hidden>{t('{{count}} ideas behind it', { count: ideas })}</Hidden>
          <span aria-hidden>{ideas}</span>
          <svg width="22" height="10" viewBox="0 0 22 10" aria-hidden>
            <path d="M2 8.5 C 6 0.5, 16 0.5, 20 8.5" />
          </svg>
        </Bow>
      )}
    </OverRow>
  );
}
