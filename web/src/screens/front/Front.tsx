import type { ReactNode } from 'react';
import styled from 'styled-components';
import { display, phone } from '../../ui/theme.ts';
import { useTitle } from '../../ui/useTitle.ts';

const Place = styled.main`
  display: grid;
  align-content: center;
  justify-items: center;
  min-height: 100vh;
  padding: 32px 20px 48px;
`;

const Sheet = styled.div`
  display: grid;
  gap: 18px;
  width: min(460px, 100%);
  padding: 30px 34px 34px;
  border: 1px solid var(--hairline);
  border-radius: 16px;
  background: var(--panel);
  h1 {
    font-size: 30px;
    line-height: 1.15;
    overflow-wrap: anywhere;
  }
  p {
    color: var(--soft);
    overflow-wrap: anywhere;
  }
  ${phone} {
    padding: 22px 18px 26px;
  }
`;

/** The name, standing on the rails that numerals stand on. */
const Mark = styled.p`
  && {
    margin-bottom: 22px;
    padding: 0 22px 4px;
    border-bottom: 5px double var(--rail);
    font: 600 40px/1.1 ${display};
    color: var(--ink);
  }
`;

/** A page of nobody in particular: to sign in, to begin, to take an invitation. */
export function Front({ title, children }: { title: string; children: ReactNode }) {
  useTitle(title);
  return (
    <Place id="main">
      <Mark translate="no">{'Intervallum'}</Mark>
      <Sheet>
        <h1>{title}</h1>
        {children}
      </Sheet>
    </Place>
  );
}
