import styled from 'styled-components';
import { Hidden } from '../../ui/hidden.ts';
import type { FillMark } from './overMark.ts';
import { OverRow } from './OverRow.ts';

/** The time of the chord from left to right: dotted where somebody sings, a line where nobody does, thick where a run is played. */
const Lane = styled.span<{ $open: boolean; $lane: boolean }>`
  position: absolute;
  inset: auto var(--pad) 3px var(--pad);
  height: 8px;
  border-bottom: 2px dotted ${({ $lane }) => ($lane ? 'var(--rail)' : 'transparent')};
  i {
    position: absolute;
    bottom: -3px;
    height: ${({ $open }) => ($open ? 8 : 6)}px;
    border: solid ${({ $open }) => ($open ? 'var(--accent)' : 'var(--soft)')};
    border-width: 0 2px ${({ $open }) => ($open ? 3 : 2)}px;
    background: linear-gradient(var(--paper), var(--paper)) bottom / 100% 4px no-repeat;
  }
  b {
    position: absolute;
    bottom: -4px;
    height: 6px;
    border-radius: 2px;
    background: var(--accent);
  }
`;

const Sign = styled.span`
  position: absolute;
  top: 0;
  font-size: 12px;
  font-weight: 700;
  font-variant-numeric: tabular-nums;
  color: var(--accent);
`;

const share = (from: number, to: number) => ({
  left: `${100 * from}%`,
  width: `${100 * (to - from)}%`,
});

/** Over a chord: where in its time a fill has room, and what is played there. */
export function FillAbove({ mark: { free, run, isOpen, said } }: { mark: FillMark }) {
  return (
    <OverRow>
      <Hidden>{said}</Hidden>
      <Lane $open={isOpen} $lane={free !== null} aria-hidden>
        {free?.map(({ from, to }) => (
          <i key={from} style={share(from, to)} />
        ))}
        {run ? <b style={share(run.from, run.to)} /> : null}
      </Lane>
      {run ? (
        <Sign aria-hidden style={{ left: `calc(var(--pad) + ${100 * run.from}%)` }}>
          {run.label}
        </Sign>
      ) : null}
    </OverRow>
  );
}
