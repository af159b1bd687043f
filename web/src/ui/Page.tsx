import { useMemo, type ReactNode } from 'react';
import styled from 'styled-components';
import { useHelp, type HelpLine } from './help.ts';
import { phone } from './theme.ts';
import { useTitle } from './useTitle.ts';

const Sheet = styled.div`
  max-width: 1080px;
  margin: 0 auto;
  padding: 22px 28px 64px;
  ${phone} {
    padding: 16px 16px 40px;
  }
`;

const Top = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 12px 20px;
  margin-bottom: 20px;
  h1 {
    font-size: 30px;
  }
`;

const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
`;

/** A screen of a list: its name, its tools, its content. */
export function Page({
  title,
  tools,
  help,
  children,
}: {
  title: string;
  tools?: ReactNode;
  /** What can be done there. */
  help: readonly HelpLine[];
  children: ReactNode;
}) {
  useTitle(title);
  useHelp(useMemo(() => ({ title, lines: help }), [title, help]));
  return (
    <Sheet>
      <Top>
        <h1>{title}</h1>
        <Tools>{tools}</Tools>
      </Top>
      {children}
    </Sheet>
  );
}
