import styled from 'styled-components';
import { grammar } from './grammar.ts';

const Place = styled.div`
  container-type: inline-size;
`;

const Card = styled.dl`
  font-size: 15px;
  dt {
    padding-top: 4px;
  }
  dd {
    padding-bottom: 4px;
    border-bottom: 1px solid var(--hairline);
  }
  code {
    font: inherit;
    font-weight: 700;
    white-space: pre-wrap;
  }
  /* Beside each other where there is room, as in the window of help. */
  @container (min-width: 520px) {
    display: grid;
    grid-template-columns: minmax(0, max-content) minmax(0, 1fr);
    gap: 0 18px;
    dt,
    dd {
      padding: 4px 0;
      border-bottom: 1px solid var(--hairline);
    }
  }
`;

/** How a chart is typed, in short. */
export function GrammarCard() {
  return (
    <Place>
      <Card>
        {grammar.map(({ typed, says }) => [
          <dt key={typed}>
            <code>{typed}</code>
          </dt>,
          <dd key={says}>{says}</dd>,
        ])}
      </Card>
    </Place>
  );
}
