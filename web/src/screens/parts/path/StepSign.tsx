import type { SongStep } from '@intervallum/core';
import { Circle, CircleCheck, CircleCheckBig } from 'lucide-react';
import styled from 'styled-components';

const signs: Readonly<Record<SongStep['state'], typeof Circle>> = {
  done: CircleCheck,
  settled: CircleCheckBig,
  left: Circle,
};

const Colour = styled.span`
  display: inline-flex;
  color: var(--accent);
  &[data-done] {
    color: var(--held);
  }
`;

/** Whether a step is done, as a sign: an open ring is left to do. Its words stand beside it. */
export function StepSign({ state, size = 18 }: { state: SongStep['state']; size?: number }) {
  const Sign = signs[state];
  return (
    <Colour data-done={state === 'left' ? undefined : true}>
      <Sign size={size} strokeWidth={2} aria-hidden />
    </Colour>
  );
}
