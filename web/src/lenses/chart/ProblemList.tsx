import type { Problem, Repair } from '@intervallum/core';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { useDocument } from '../../document/DocumentContext.tsx';
import { repair } from '../../document/repair.ts';
import { RepairAll } from './RepairAll.tsx';
import { t } from '../../words/words.ts';

const Box = styled.section`
  max-height: 42%;
  overflow: auto;
  flex: none;
  border-top: 1px solid var(--hairline);
  background: var(--panel);
  padding: 10px 14px 12px;
  h2 {
    font:
      700 14px/1.3 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    color: var(--right);
    margin-bottom: 4px;
  }
`;

const Head = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
`;

const Item = styled.li`
  padding: 6px 0;
  font-size: 14px;
  line-height: 1.4;
  & + & {
    border-top: 1px solid var(--hairline);
  }
`;

const Where = styled.button`
  border: 0;
  padding: 0 6px 0 0;
  background: none;
  color: var(--accent);
  font-weight: 600;
  cursor: pointer;
  text-decoration: underline;
`;

const Repairs = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 6px;
`;

/** The most problems that are told at once; the rest follows when these are put right. */
const mostTold = 20;

/** What is wrong in the chart, each with its repairs to take. */
export function ProblemList({ problems }: { problems: readonly Problem[] }) {
  const songDocument = useDocument();
  if (problems.length === 0) return null;
  const goTo = ({ place }: Problem) => {
    const { from, to } = songDocument.store.getState().read.lines.rangeOf(place);
    songDocument.select(from, to);
    songDocument.focus();
  };
  const take = (problem: Problem, one: Repair) => {
    repair(songDocument, problem, one);
    songDocument.focus();
  };
  return (
    <Box aria-label={t('Problems in the chart')}>
      <Head>
        <h2>{t('{{count}} problems', { count: problems.length })}</h2>
        {problems.length > 1 ? <RepairAll /> : null}
      </Head>
      <ul>
        {problems.slice(0, mostTold).map((problem, place) => (
          <Item key={place}>
            <Where type="button" onClick={() => goTo(problem)}>
              {t('Line {{line}}', { line: problem.place.line })}
            </Where>
            {problem.message}
            <Repairs>
              {problem.repairs.map((one) => (
                <Button key={one.label + one.text} onPress={() => take(problem, one)}>
                  {one.label}
                </Button>
              ))}
            </Repairs>
          </Item>
        ))}
      </ul>
    </Box>
  );
}
