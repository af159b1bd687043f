import styled from 'styled-components';
import { phone } from '../../ui/theme.ts';
import { grammar } from './grammar.ts';

const Card = styled.dl`
  display: grid;
  grid-template-columns: minmax(0, max-content) minmax(0, 1fr);
  gap: 0 18px;
  font-size: 15px;
  dt,
  dd {
    padding: 4px 0;
    border-bottom: 1px solid var(--hairline);
  }
  code {
    font: inherit;
    font-weight: 700;
    white-space: pre-wrap;
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    dt {
      padding-bottom: 0;
      border-bottom: 0;
    }
  }
`;

/** How a chart is typed, in short. */
export function GrammarCard() {
  return (
    <Card>
      {grammar.map(({ typed, says }) => [
        <dt key={typed}>
          <code>{typed}</code>
        </dt>,
        <dd key={says}>{says}</dd>,
      ])}
    </Card>
  );
}
